// Measures: dimension lines come with the pages; between any two places that a person points at they are drawn here.
import { bench, pages, say, state } from "./room.js";
import { redraw, measures, sheets } from "./pages.js";

const POINT = { cm: 72 / 2.54, in: 72, pt: 1 };
const unit = () => document.querySelector(".foot-unit")?.value || "cm";
const shown = (points) => `${(Math.abs(points) / POINT[unit()]).toFixed(2).replace(/\.?0+$/, "")} ${unit()}`;
const SVG = "http://www.w3.org/2000/svg";
let from = null; // the first of two places: its page and where on it, points

function placeOf(event) {
  const svg = event.target.closest("svg.page");
  if (!svg) return null;
  const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM().inverse());
  return { svg, x: at.x, y: at.y };
}

function make(parent, name, values, text) {
  const one = parent.appendChild(document.createElementNS(SVG, name));
  Object.entries(values).forEach(([key, value]) => one.setAttribute(key, value));
  if (text) one.textContent = text;
  return one;
}

function mark({ svg, x, y }) {
  return make(make(svg, "g", { class: "between" }), "path", { d: `M${x - 4} ${y}h8M${x} ${y - 4}v8` });
}

// A line across and a line down, each with its length.
function measure(one, other) {
  const group = make(one.svg, "g", { class: "dim between" });
  make(group, "path", { d: `M${one.x} ${one.y}H${other.x}V${other.y}` });
  if (Math.abs(other.x - one.x) > 1) make(group, "text", { x: (one.x + other.x) / 2, y: one.y - 3 }, shown(other.x - one.x));
  if (Math.abs(other.y - one.y) > 1)
    make(group, "text", { class: "beside", x: other.x + 4, y: (one.y + other.y) / 2 }, shown(other.y - one.y));
  say(`Across ${shown(other.x - one.x)}, down ${shown(other.y - one.y)}.`);
}

function pointed(event) {
  if (!measures() || !event.altKey) return;
  const here = placeOf(event);
  if (!here) return;
  event.preventDefault();
  event.stopPropagation();
  if (!from || from.svg !== here.svg) {
    sheets()
      .querySelectorAll(".between")
      .forEach((one) => one.remove());
    from = here;
    mark(here);
    return void say("Now the other place, with Alt held.");
  }
  measure(from, here);
  from = null;
}

let measured = ""; // the paragraph whose lines are drawn

export function startMeasures() {
  const box = bench.querySelector("[data-measures]");
  box.addEventListener("change", () => {
    measured = state()?.dataset.chosen || "";
    again();
  });
  pages.addEventListener("click", pointed, true);
  document.body.addEventListener("htmx:afterSettle", (event) => {
    const chosen = state()?.dataset.chosen || "";
    if (event.detail.target?.id !== "slip" || !box.checked || chosen === measured) return;
    measured = chosen;
    again();
  });
}

// The pages in view with other lines on them.
function again() {
  from = null;
  return redraw();
}
