import { startInPlace } from "./in_place.js";

// A guide's page: margin lines are dragged, and the field beside them says so; after each change what it is tried on is asked again.
const UNITS = { cm: 28.3465, mm: 2.83465, in: 72, pt: 1 };

function taken(line, event) {
  const svg = line.ownerSVGElement;
  const { edge } = line.closest("[data-edge]").dataset;
  const group = line.closest("[data-edge]");
  const field = document.getElementById(`g-page-margins-${edge}`);
  const unit = (field.value.match(/[a-z]+$/) || ["cm"])[0];
  const width = Number(svg.dataset.width);
  const height = Number(svg.dataset.height);
  const place = (moved) => new DOMPoint(moved.clientX, moved.clientY).matrixTransform(svg.getScreenCTM().inverse());
  const margin = (at) => ({ top: at.y, bottom: height - at.y, start: at.x, end: width - at.x })[edge];
  const from = margin(place(event));
  const move = (moved) => {
    const points = Math.max(0, Math.min(margin(place(moved)), (edge === "start" || edge === "end" ? width : height) * 0.45));
    const size = UNITS[unit] || UNITS.cm;
    const step = { cm: 10, mm: 1, in: 20, pt: 1 }[unit] || 10;
    field.value = `${Math.round((points / size) * step) / step} ${unit}`;
    const by = points - from;
    group.setAttribute(
      "transform",
      edge === "top"
        ? `translate(0 ${by})`
        : edge === "bottom"
          ? `translate(0 ${-by})`
          : edge === "start"
            ? `translate(${by} 0)`
            : `translate(${-by} 0)`
    );
  };
  const let_go = () => {
    window.removeEventListener("pointermove", move);
    field.dispatchEvent(new Event("change", { bubbles: true }));
  };
  window.addEventListener("pointermove", move);
  window.addEventListener("pointerup", let_go, { once: true });
  event.preventDefault();
}

// What it is tried on stays, from one part of the guide to the next.
const KEPT = "norvel.tried-on";

function keepTrial() {
  document.addEventListener("change", (event) => {
    if (event.target.id === "on") sessionStorage.setItem(KEPT, event.target.value);
  });
  const field = document.getElementById("on");
  const kept = sessionStorage.getItem(KEPT);
  if (!field || !kept || ![...field.options].some((option) => option.value === kept)) return;
  field.value = kept;
  document.body.dispatchEvent(new CustomEvent("norvel:guide"));
}

// Enter acts in a field of one line, also where that may be long.
function acts(event) {
  const field = event.target.closest?.("textarea.field[name=value]");
  if (!field || event.key !== "Enter" || event.shiftKey || event.isComposing) return;
  event.preventDefault();
  field.dispatchEvent(new Event("change", { bubbles: true }));
}

export function startGuide() {
  keepTrial();
  startInPlace();
  document.addEventListener("keydown", acts);
  document.addEventListener("click", (event) => {
    const shut = event.target.closest?.("[data-shut]");
    if (!shut) return;
    const place = document.getElementById(shut.dataset.shut);
    place.replaceChildren();
    place.closest("details").open = false;
  });
  document.addEventListener("pointerdown", (event) => {
    const line = event.target.closest?.("[data-edge] .grip");
    if (line && document.getElementById("guide-editor")?.contains(line)) taken(line, event);
  });
  document.body.addEventListener("htmx:afterSettle", (event) => {
    if (event.detail.target.id === "guide-editor") document.body.dispatchEvent(new CustomEvent("norvel:guide"));
  });
}
