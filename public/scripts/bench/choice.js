// Choosing: paragraphs by click and arrow key, words by the browser's own selection. What is chosen and what it means is the
// server's business.
import { base, pages, state, slip, points } from "./room.js";
import { sheets, texts, firstSeen, place, reveal } from "./pages.js";
import { writing, end } from "./writing.js";
import { after } from "./outbox.js";

let chosen = new Set();
let words = []; // chosen stretches of text: [paragraph, from, to]
let fresh = new Set();

export const chosenOnes = () => chosen;
export const markFresh = (ids) => { fresh = new Set(ids.map(String)); };

// A paragraph chosen here before the server has told anything of it.
export function chooseHere(id) {
  chosen = new Set([String(id)]);
  words = [];
  paintAll();
}

// What the slip says is chosen: paragraphs, or words of them.
export function takeChoice() {
  const here = state()?.dataset || {};
  words = (here.words || "").split(",").filter(Boolean).map((one) => one.split(/[:-]/).map(Number));
  chosen = new Set(words.length ? [] : (here.chosen || "").split(",").filter(Boolean));
}

export function paint(place) {
  place.querySelectorAll(".para[data-p]").forEach((one) => {
    one.classList.toggle("chosen", chosen.has(one.dataset.p));
    if (fresh.has(one.dataset.p)) one.classList.add("fresh");
  });
  place.querySelectorAll(".heard [data-p]").forEach((one) => (chosen.has(one.dataset.p) ? one.setAttribute("aria-current", "true") : one.removeAttribute("aria-current")));
  place.querySelectorAll(".picked").forEach((one) => one.remove());
  words.forEach(([id, from, to]) => place.querySelectorAll(`.para[data-p="${id}"] tspan[data-o]`).forEach((piece) => pick(piece, from, to)));
}

export function paintAll() {
  sheets().querySelectorAll(".sheet").forEach(paint);
  const number = chosen.size;
  const said = words.length === 1 ? "Words chosen" : words.length ? `Words chosen in ${words.length} places` : number === 0 ? "Nothing chosen" : number === 1 ? "1 paragraph chosen" : `${number} paragraphs chosen`;
  document.getElementById("foot-chosen").textContent = said;
}

// A wash behind the chosen words.
function pick(piece, from, to) {
  const start = Number(piece.dataset.o);
  const length = piece.textContent.trimEnd().length;
  const first = Math.max(0, from - start);
  const last = Math.min(length, to - start);
  if (first >= last) return;
  const box = piece.getExtentOfChar(first);
  const rect = document.createElementNS("http://www.w3.org/2000/svg", "rect");
  rect.setAttribute("class", "picked");
  const sides = { x: box.x, y: box.y, width: piece.getEndPositionOfChar(last - 1).x - box.x, height: box.height };
  Object.entries(sides).forEach(([name, value]) => rect.setAttribute(name, value));
  piece.closest(".para").prepend(rect);
}

// @returns the stretches of text that the browser's selection covers: paragraph to [from, to]
function selected() {
  const selection = window.getSelection();
  const found = new Map();
  if (!selection.rangeCount || selection.isCollapsed) return found;
  const range = selection.getRangeAt(0);
  pages.querySelectorAll(".para[data-p] tspan[data-o]").forEach((piece) => {
    if (!range.intersectsNode(piece)) return;
    const text = piece.textContent;
    const inside = (node, offset) => (node.parentNode === piece ? offset : null);
    const first = inside(range.startContainer, range.startOffset) ?? 0;
    const last = Math.min(inside(range.endContainer, range.endOffset) ?? text.length, text.trimEnd().length);
    if (first >= last) return;
    const id = piece.closest(".para").dataset.p;
    const start = Number(piece.dataset.o);
    const [from, to] = found.get(id) || [Infinity, 0];
    found.set(id, [Math.min(from, start + points(text.slice(0, first))), Math.max(to, start + points(text.slice(0, last)))]);
  });
  return found;
}

// The selection stays the browser's own, so that it can be copied.
function chooseWords() {
  const found = selected();
  if (found.size) slip(`text=${[...found].map(([id, [from, to]]) => `${id}:${from}-${to}`).join(",")}`);
}

// Running text: without marks in the margin, lines not cut.
document.addEventListener("copy", (event) => {
  if (event.target.closest?.("input, select, textarea, [contenteditable]")) return;
  const found = selected();
  if (!found.size && String(window.getSelection()).trim()) return;
  if (!found.size) words.forEach(([id, from, to]) => found.set(String(id), [from, to]));
  const parts = [...found].filter(([id]) => texts.has(id)).map(([id, [from, to]]) => Array.from(texts.get(id).text.map(([text]) => text).join("")).slice(from, to).join(""));
  if (!parts.length) return;
  event.preventDefault();
  event.clipboardData.setData("text/plain", parts.join("\n").replaceAll("\uFFFC", ""));
});

pages.addEventListener("click", (event) => {
  if (event.target.closest(".writing-box")) return;
  if (writing()) return void end();
  if (String(window.getSelection()).trim().length > 0) return void chooseWords();
  const heard = event.target.closest(".heard [data-p]");
  const found = heard ? place(heard.dataset.p) : event.target.closest(".para[data-p]");
  const query = found ? `${clicked(found, event)}${state()?.dataset.sweep ? "&sweep=yes" : ""}` : "";
  after(() => slip(query));
});

function clicked(found, event) {
  const here = state();
  if (event.shiftKey && here?.dataset.index) return `range=${here.dataset.first || here.dataset.index}-${found.dataset.i}`;
  if (!event.ctrlKey && !event.metaKey) return `chosen=${found.dataset.p}`;
  const several = new Set(chosen);
  several.has(found.dataset.p) ? several.delete(found.dataset.p) : several.add(found.dataset.p);
  return `chosen=${[...several].join(",")}`;
}

export async function move(step, extend) {
  const here = state()?.dataset || {};
  const last = Number(here.last || 0);
  if (here.index === undefined || here.index === "") {
    const seen = firstSeen();
    return slip(`range=${seen ? `${seen.dataset.i}-${seen.dataset.i}` : "0-0"}`);
  }
  const next = Math.max(0, Math.min(last, Number(here.index) + step));
  await slip(extend ? `range=${here.first || here.index}-${next}` : `range=${next}-${next}`);
  return reveal();
}
