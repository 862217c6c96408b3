// Whole pages of two states beside each other: scrolled together, from one place that differs to the next by a key.
import { base } from "./room.js";
import { follow, goingDown, nextPlace } from "./follow.js";

const TOP = 0.25; // of the height of a pane: where one looks
const main = document.querySelector("[data-beside-pages]");
const panes = Object.fromEntries([...document.querySelectorAll("[data-side]")].map((pane) => [pane.dataset.side, pane]));
const places = JSON.parse(document.getElementById("beside-places").textContent);
let lead = null; // the pane that somebody moves
let stands = null; // the place that was gone to, until somebody moves a pane

async function draw(sheet, side) {
  if (sheet.dataset.drawn) return;
  sheet.dataset.drawn = "yes";
  const answer = await fetch(`${base}/compare/pages/${sheet.dataset.page}?side=${side}&from=${main.dataset.besidePages}`);
  if (!answer.ok) return void delete sheet.dataset.drawn;
  const svg = new DOMParser().parseFromString(await answer.text(), "image/svg+xml").documentElement;
  sheet.querySelector("svg").replaceWith(document.importNode(svg, true));
}

// How far down its pane a place of a page is.
function down(side, page, points) {
  const sheet = panes[side].querySelector(`[data-page="${page}"]`);
  const svg = sheet.querySelector("svg");
  return sheet.offsetTop + svg.getBoundingClientRect().top - sheet.getBoundingClientRect().top + (points * svg.clientWidth) / width(svg);
}

const width = (svg) => Number(svg.getAttribute("viewBox").split(" ")[2]);
const look = (pane) => pane.scrollTop + pane.clientHeight * TOP;

// Worked out anew when the window is another size.
let anchors = { before: [], after: [], changed: [] };
function measure() {
  const pairs = places
    .filter(([page, , other]) => page && other)
    .map(([page, y, other, at]) => [down("before", page, y), down("after", other, at)]);
  const row = goingDown(pairs);
  const changed = places
    .filter((place) => place[4])
    .map(([page, y, other, at]) => (other ? down("after", other, at) : follow(row, down("before", page, y))));
  anchors = {
    before: row,
    after: row.map(([here, there]) => [there, here]),
    changed: [...new Set(changed)].sort((one, other) => one - other)
  };
}

const other = (side) => (side === "before" ? "after" : "before");

function leadOn(side) {
  const following = panes[other(side)];
  following.scrollTop = follow(anchors[side], look(panes[side])) - following.clientHeight * TOP;
}

function step(by) {
  const now = panes.after;
  const at = stands ?? (now.scrollTop ? look(now) : -Infinity);
  const place = nextPlace(anchors.changed, at, by);
  if (place === undefined) return void tell(by > 0 ? "That was the last one." : "That was the first one.");
  lead = "after";
  stands = place;
  now.scrollTop = place - now.clientHeight * TOP;
  leadOn("after");
  tell(`${anchors.changed.indexOf(place) + 1} of ${anchors.changed.length} places that differ`);
}

const tell = (words) => {
  document.getElementById("beside-at").textContent = words;
};

export function startBeside() {
  measure();
  for (const [side, pane] of Object.entries(panes)) {
    const seen = new IntersectionObserver((entries) => entries.forEach((one) => one.isIntersecting && draw(one.target, side)), {
      root: pane,
      rootMargin: "400px 0px"
    });
    pane.querySelectorAll(".sheet").forEach((sheet) => seen.observe(sheet));
    const moved = ({ key }) => {
      lead = side;
      if (!key || /^(?:Arrow|Page|Home|End| )/.test(key)) stands = null;
    };
    for (const name of ["wheel", "pointerdown", "keydown", "touchstart", "focus"]) pane.addEventListener(name, moved, { passive: true });
    pane.addEventListener("scroll", () => lead === side && leadOn(side), { passive: true });
  }
  new ResizeObserver(measure).observe(panes.after);
  document.querySelectorAll("[data-next]").forEach((button) => button.addEventListener("click", () => step(Number(button.dataset.next))));
}
