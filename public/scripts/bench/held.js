// A measure on the page is taken hold of: dragged, or stepped by arrow keys. It catches on the guide's value and on round ones; lines and
// pages follow while it moves. What it says of a paragraph stands in the line on the slip, with the line's four ways out; a margin goes to
// its part.
import { base, pages, slip, state } from "./room.js";
import { caught, number, shown, stepped, words, written } from "./held_values.js";

const CATCH = 6; // screen pixels
const MARGIN_WAIT = 60; // ms between what is asked for while a margin moves

// Where measures stand: on the pages, or on the drawing of a part's opening.
const surface = pages || document.getElementById("slip");
const shows = () => !pages || document.querySelector("[data-measures]").checked;

let held = null; // what is in the hand: its data, where it began, its value now
const said = new Map(); // what each measure wrote into the line, by its name
let due = null;
let letGo = false;
let asked = Promise.resolve(); // what a margin has come to

const named = (name) => `.held[data-hold="${name}"]`;
const measureOf = (name) => surface.querySelector(`${named(name)}[tabindex="0"]`) || surface.querySelector(named(name));
const bubble = () => document.getElementById("held-bubble");

function tell() {
  const { data, value } = held;
  let line = bubble();
  if (!line) {
    // the slip says itself what a part comes to: there it is only heard
    line = Object.assign(document.createElement("div"), { id: "held-bubble", className: pages ? "held-bubble" : "sr-only" });
    line.setAttribute("role", "status");
    document.body.append(line);
  }
  const guided = data.guide !== undefined && value === number(data.guide) ? ", as the guide says" : "";
  line.replaceChildren(`${data.label} ${shown(value)}${data.unit}${guided}`);
  const ripple = [...document.querySelectorAll("#slip :is(.ripple-line, .held-ripple)")].map((one) => one.textContent.trim());
  ripple.forEach((textContent) => line.append(Object.assign(document.createElement("span"), { textContent })));
  const mark = measureOf(data.hold)?.querySelector(".knob")?.getBoundingClientRect();
  if (!mark) return;
  const [left, top] = [Math.min(mark.right + 10, window.innerWidth - 340), Math.max(mark.top - 64, 50)];
  Object.assign(line.style, { left: `${left}px`, top: `${top}px` });
}

function untell() {
  bubble()?.remove();
  document.getElementById("line-form")?.elements.held?.remove();
  held = null;
}

function askForPart() {
  clearTimeout(due);
  due = null;
  const { data, value } = held;
  const { part, edge, number: page } = data;
  const from = page ? { in: "parts", number: page } : { chosen: state()?.dataset.chosen || "" };
  const values = { part, edge, value: `${shown(value)}${data.unit}`, ...from };
  asked = htmx.ajax("POST", `${base}/held`, { source: surface, target: "#slip", swap: "innerHTML", values }).catch(() => {});
}

// The line stands on the slip of the paragraph.
let fetching = false;
async function itsSlip(paragraph) {
  fetching = true;
  await slip(`chosen=${paragraph}`);
  fetching = false;
}

// What is asked for: by the line, or for a part.
async function ask() {
  const { data, value } = held;
  if (data.part !== undefined) {
    clearTimeout(due);
    due = setTimeout(askForPart, MARGIN_WAIT);
    return;
  }
  if (!document.getElementById("try-line")) await itsSlip(data.paragraph);
  const line = document.getElementById("try-line");
  if (!line || !held) return;
  const now = words(data, value);
  line.value = written(line.value, said.get(data.hold), now);
  said.set(data.hold, now);
  const inHand = { type: "hidden", name: "held", value: "yes" };
  if (!line.form.elements.held) line.form.append(Object.assign(document.createElement("input"), inHand));
  line.dispatchEvent(new CustomEvent("norvel:held", { bubbles: true }));
}

function set(value) {
  if (value === held.value) return;
  held.value = value;
  ask();
  tell();
}

const dataOf = (one) => ({ ...one.dataset, label: one.getAttribute("aria-label") });

function taken(event) {
  const one = event.target.closest?.(".held");
  if (!one || event.button !== 0) return;
  event.preventDefault();
  event.stopPropagation();
  const svg = one.ownerSVGElement;
  const scale = svg.clientWidth / svg.viewBox.baseVal.width;
  const data = dataOf(one);
  const start = data.axis === "x" ? event.clientX : event.clientY;
  held = { data, value: number(data.now) };
  surface.setPointerCapture(event.pointerId); // the measure itself goes when its page is drawn anew
  one.focus({ preventScroll: true });
  document.body.classList.add("holding", `along-${data.axis}`);
  tell();
  const move = (moved) => {
    const points = ((data.axis === "x" ? moved.clientX : moved.clientY) - start) / scale;
    const near = Math.abs((CATCH / scale) * number(data.per));
    set(caught(data, number(data.now) + points * number(data.per), near, moved.altKey));
  };
  const done = () => {
    letGo = true; // the click that follows chooses nothing
    setTimeout(() => {
      letGo = false;
    }, 0);
    window.removeEventListener("pointermove", move);
    document.body.classList.remove("holding", `along-${data.axis}`);
    focusAgain();
  };
  window.addEventListener("pointermove", move);
  window.addEventListener("pointerup", done, { once: true });
  window.addEventListener("pointercancel", done, { once: true });
}

// The pages may have been drawn anew under the hand.
function focusAgain() {
  if (held) measureOf(held.data.hold)?.focus({ preventScroll: true });
}

const STEPS = { ArrowRight: ["x", 1], ArrowLeft: ["x", -1], ArrowDown: ["y", 1], ArrowUp: ["y", -1] };

// While something is in the hand the keys are its own, wherever the pages, drawn anew, have left the focus.
const FIELDS = "a, button, input, select, textarea, [contenteditable]:not([contenteditable=false])";
const isInHand = (target) => held && shows() && (target === document.body || (surface.contains(target) && !target.closest(FIELDS)));

// Another slip has come than the one that what is in the hand has asked for: it is let go of.
const itsOwn = ({ pathInfo }) => fetching || pathInfo?.requestPath?.endsWith("/held");

function keyed(event) {
  const one = event.target.closest?.(".held");
  if ((!one && !isInHand(event.target)) || event.ctrlKey || event.metaKey) return;
  const [axis, way] = STEPS[event.key] || [];
  const data = one ? dataOf(one) : held.data;
  if (axis && !event.altKey) {
    if (!held || held.data.hold !== data.hold) held = { data, value: number(data.now) };
    const direction = axis === data.axis ? way * Math.sign(number(data.per)) : axis === "x" ? way : -way;
    const by = number(data.step) * (event.shiftKey ? 5 : 1) * direction;
    set(stepped(data, held.value, by));
  } else if (event.key === "Enter" || event.key === "Escape" || (event.altKey && /^[lk]$/i.test(event.key))) out(event, data);
  else return;
  event.preventDefault();
  event.stopPropagation();
}

// The line's own ways out; a margin has two.
async function out(event, data) {
  const { key, altKey } = event;
  if (data.part !== undefined) {
    if (key !== "Enter" && key !== "Escape") return;
    if (due) askForPart();
    untell();
    await asked;
    document.querySelector(key === "Enter" ? "#slip [data-set-it]" : "#slip [data-leave-it]")?.click();
  } else {
    document.getElementById("try-line")?.dispatchEvent(new KeyboardEvent("keydown", { key, altKey, bubbles: true, cancelable: true }));
    untell();
  }
  said.clear();
}

export function startHeld() {
  surface.addEventListener("pointerdown", taken, true);
  // a finger on a measure does not move the pages
  surface.addEventListener("touchstart", (event) => event.target.closest(".held") && event.preventDefault(), { passive: false });
  surface.addEventListener("click", (event) => (letGo || event.target.closest(".held")) && event.stopPropagation(), true);
  window.addEventListener("keydown", keyed, true); // before the keys of the bench
  document.body.addEventListener("norvel:drawn", () => {
    if (!held) return;
    if (!shows()) return void untell();
    if (!document.body.classList.contains("holding") && document.activeElement === document.body) focusAgain();
    tell();
  });
  document.body.addEventListener("norvel:changed", () => {
    said.clear();
    untell();
  });
  document.body.addEventListener("htmx:afterSettle", ({ target, detail }) => {
    if (target.id === "slip" && !itsOwn(detail)) {
      said.clear();
      untell();
    }
    if (!held || !(target.id === "slip" || target.closest?.("#line-says"))) return;
    if (!pages && !document.body.classList.contains("holding") && document.activeElement === document.body) focusAgain();
    tell();
  });
  surface.addEventListener("focusout", (event) => {
    if (event.target.closest?.(".held") && !document.body.classList.contains("holding"))
      setTimeout(() => document.activeElement?.closest?.(".held") || document.activeElement === document.body || bubble()?.remove(), 0);
  });
}
