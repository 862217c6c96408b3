// Pages are fetched as they come into view and let go when they leave; their texts come along as data.
import { base, bench, pages, state, say, proposal } from "./room.js";
import { paint, paintAll } from "./marks.js";
import { drawStrip } from "./strip.js";

const KEPT = 10; // pages in the document tree at once
let drawn = []; // page numbers, oldest first
let watcher = null;

// What can be written in and copied, by paragraph; what is on its way to the server is newer than any page.
export const texts = new Map();
let newer = () => false;
export const heldNewer = (test) => {
  newer = test;
};

export const sheets = () => document.getElementById("sheets");
export const sheet = (number) => document.getElementById(`page-${number}`);
export const signs = () => bench.querySelector("[data-signs]").checked;
export const measures = () => bench.querySelector("[data-measures]").checked;
export const place = (id) => pages.querySelector(`.para[data-p="${id}"]`);

export function watch() {
  if (watcher) watcher.disconnect();
  drawn = [];
  watcher = new IntersectionObserver((entries) => entries.forEach((entry) => entry.isIntersecting && draw(entry.target)), {
    root: pages,
    rootMargin: "300px 0px"
  });
  sheets()
    .querySelectorAll(".sheet")
    .forEach((one) => watcher.observe(one));
}

export async function draw(one) {
  const number = one.dataset.page;
  const wanted = `${sheets().dataset.head}/`;
  if (one.dataset.drawn === wanted) return one.drawing;
  one.dataset.drawn = wanted;
  one.drawing = fetchPage(one, number);
  return one.drawing;
}

// With dimension lines, those of the chosen paragraph too.
function measuring() {
  if (!measures()) return "";
  const chosen = state()?.dataset.chosen || "";
  return `measures=on${/^\d+$/.test(chosen) ? `&chosen=${chosen}` : ""}`;
}

async function fetchPage(one, number) {
  const answer = await fetch(
    `${base}/pages/${number}?${proposal() ? `proposal=${proposal()}&` : ""}${signs() ? "signs=on&" : ""}${measuring()}`
  );
  if (!answer.ok) return void delete one.dataset.drawn;
  const svg = new DOMParser().parseFromString(await answer.text(), "image/svg+xml").documentElement;
  const heard = svg.querySelector("metadata.heard");
  heard?.remove();
  hear(one, heard?.textContent || "");
  const data = svg.querySelector("metadata");
  if (data) {
    Object.entries(JSON.parse(data.textContent)).forEach(([id, text]) => newer(id) || texts.set(id, text));
    data.remove();
  }
  one.querySelector("svg").replaceWith(document.importNode(svg, true));
  paint(one);
  drawn = drawn.filter((other) => other !== number).concat(number);
  letGo();
  document.body.dispatchEvent(new CustomEvent("norvel:drawn"));
}

// What the page says to those who hear it: the same text, in its order, beside the drawing.
function hear(one, html) {
  const words =
    one.querySelector(".heard") || one.appendChild(Object.assign(document.createElement("div"), { className: "heard sr-only" }));
  words.innerHTML = html;
}

let keepingAll = false; // while all pages are printed
export const keepAll = (yes) => {
  keepingAll = yes;
};

export function letGo() {
  if (keepingAll) return;
  const away = drawn.filter((number) => !near(sheet(number)));
  while (drawn.length > KEPT && away.length) {
    const number = away.shift();
    drawn = drawn.filter((other) => other !== number);
    const one = sheet(number);
    if (one) blank(one);
  }
}

// A page that is out of view: drawn anew when it comes into view.
function blank(one) {
  drawn = drawn.filter((other) => other !== one.dataset.page);
  const svg = one.querySelector("svg");
  svg.querySelectorAll(".para[data-p]").forEach((para) => newer(para.dataset.p) || texts.delete(para.dataset.p));
  svg.replaceChildren(svg.querySelector(".paper"));
  one.querySelector(".heard")?.remove();
  delete one.dataset.drawn;
  watcher.unobserve(one);
  watcher.observe(one);
}

export function near(one) {
  if (!one) return false;
  const box = one.getBoundingClientRect();
  return box.bottom > -900 && box.top < window.innerHeight + 900;
}

// The pages again after a change; what is chosen, or what was at the top, stays where it is.
// @param change what the server said of it: where nothing but ink changed, the sheets stay
export async function redraw(change) {
  drawingNow += 1;
  try {
    await (change?.papers && change.papers === sheets().dataset.papers ? sameSheets(change.head) : redrawn());
  } finally {
    drawingNow -= 1;
  }
  if (!drawingNow) afterwards();
}

async function sameSheets(head) {
  const anchor = anchorNow();
  sheets().dataset.head = `${head}${proposal() ? `p${proposal()}` : ""}`;
  tellProposing();
  const there = drawn.map(sheet);
  there.filter((one) => !near(one)).forEach(blank);
  await Promise.all(there.filter(near).map(draw));
  const found = anchor.id && place(anchor.id);
  const page = sheet(state()?.dataset.page);
  if (found) pages.scrollTop += found.getBoundingClientRect().top - anchor.top;
  else if (page && !near(page)) page.scrollIntoView({ block: "center" });
  paintAll();
}

function tellProposing() {
  bench.classList.toggle("proposing", Boolean(proposal()));
  if (proposal()) say("The pages show what is proposed; nothing is saved yet.");
}

async function redrawn() {
  const anchor = anchorNow();
  const answer = await fetch(`${base}/sheets${proposal() ? `?proposal=${proposal()}` : ""}`);
  if (!answer.ok) return;
  sheets().outerHTML = await answer.text();
  tellProposing();
  watch();
  const page = state()?.dataset.page || anchor?.page;
  const one = page && sheet(page);
  if (one) {
    await draw(one);
    const found = anchor && place(anchor.id);
    if (found) pages.scrollTop += found.getBoundingClientRect().top - anchor.top;
    else if (!near(one)) one.scrollIntoView({ block: "center" });
  } else if (anchor) pages.scrollTop = anchor.scroll;
  paintAll();
  tellPage();
}

// What can wait until the pages are seen: the strip, and how far the guide is met.
let due = null;
let drawingNow = 0;

// What the slip asks for by itself comes when nobody waits for a page.
export const askLater = () => drawingNow || document.querySelectorAll("#slip [data-later]").forEach((one) => htmx.trigger(one, "later"));

function afterwards() {
  askLater();
  clearTimeout(due);
  due = setTimeout(async () => {
    if (tabled !== bench.dataset.head) await fetchStyles();
    await drawStrip();
    if (!proposal()) document.body.dispatchEvent(new CustomEvent("norvel:conformity"));
  }, 60);
}

export const firstSeen = () => [...pages.querySelectorAll(".para[data-p]")].find((one) => one.getBoundingClientRect().top > 60);

function anchorNow() {
  const first = pages.querySelector(".para.chosen") || firstSeen();
  if (!first) return { scroll: pages.scrollTop };
  return {
    id: first.dataset.p,
    page: first.closest(".sheet").dataset.page,
    top: first.getBoundingClientRect().top,
    scroll: pages.scrollTop
  };
}

// What the slip speaks of, into view.
export async function reveal() {
  const page = state()?.dataset.page;
  const one = page && sheet(page);
  if (!one) return;
  await draw(one);
  const found = one.querySelector(".picked") || one.querySelector(".para.chosen") || one;
  const box = found.getBoundingClientRect();
  if (box.top < 70 || box.bottom > window.innerHeight - 60) found.scrollIntoView({ block: "center" });
}

// Which page is in view, in the foot and on the strip.
export function tellPage() {
  const top = [...sheets().querySelectorAll(".sheet")].find((one) => one.getBoundingClientRect().bottom > 160);
  if (!top) return;
  document.getElementById("foot-page").textContent = `Page ${top.dataset.page} of ${sheets().dataset.pages}`;
  document.querySelectorAll(".strip .here").forEach((one) => one.classList.remove("here"));
  document.querySelector(`.strip [data-page="${top.dataset.page}"]`)?.classList.add("here");
}

document.body.addEventListener("norvel:strip", tellPage);

// What the styles of the manuscript come to, by id: of the state that was seen last.
let tabled = bench?.dataset.head;
let table = null;
export const styles = () => (table ||= JSON.parse(document.getElementById("style-table").textContent));

async function fetchStyles() {
  const head = bench.dataset.head;
  const answer = await fetch(`${base}/style-table`);
  if (answer.ok) [table, tabled] = [await answer.json(), head];
}
