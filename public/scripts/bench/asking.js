// Whatever asks for words has the focus. Keys that come before its field are kept for it, and dropped where it does not come: a key never
// acts on what was meant for a field.
import { say } from "./room.js";

const PAUSE = 1500; // ms without a key, after which nobody is typing for a field that did not come
let since = 0;
let kept = [];

export const asking = () => since > 0 && Date.now() - since < PAUSE;

function done() {
  since = 0;
  kept = [];
}

// A field was asked for.
// @param sentence [String] where it is plain already that none comes
export function ask(sentence) {
  since = Date.now();
  kept = [];
  if (sentence) say(sentence);
}

// Focuses the field where it is there, else what follows is dropped.
export function fieldOr(id, sentence) {
  const field = document.getElementById(id);
  return field ? field.focus() : ask(sentence);
}

function give(field) {
  const keys = kept;
  done();
  field.focus();
  keys.forEach((letter) => {
    const end = field.selectionEnd ?? field.value.length;
    if (letter === "Backspace") field.setRangeText("", Math.max(0, field.selectionStart - 1), end, "end");
    else field.setRangeText(letter, field.selectionStart, end, "end");
  });
  if (keys.length) field.dispatchEvent(new Event("input", { bubbles: true }));
}

const inField = (target) => target.closest?.("input, select, textarea, [contenteditable]:not([contenteditable=false])");

function key(event) {
  if (!asking()) return since ? done() : undefined;
  if (inField(event.target) || event.ctrlKey || event.metaKey || event.altKey || ["Shift", "Tab"].includes(event.key)) return undefined;
  event.preventDefault();
  event.stopImmediatePropagation();
  if (event.key === "Escape") return done();
  since = Date.now();
  if (event.key.length === 1 || event.key === "Backspace") kept.push(event.key);
  return undefined;
}

// Out of a field to what it belongs to.
function leave(event) {
  const field = event.key === "Escape" && !document.getElementById("sheets") && inField(event.target);
  if (!field || field.matches("#try-line")) return;
  const place = field.closest("#slip") || document.getElementById("main");
  if (place && !place.hasAttribute("tabindex")) place.setAttribute("tabindex", "-1");
  field.blur();
  place?.focus({ preventScroll: true });
}

export function startAsking() {
  document.addEventListener(
    "click",
    (event) => {
      if (event.target.closest?.("[data-asks]")) ask();
    },
    true
  );
  document.addEventListener("keydown", key, true);
  document.addEventListener("keydown", leave);
  document.body.addEventListener("htmx:afterSettle", (event) => {
    const field = event.detail.target?.querySelector?.("textarea[data-words], input[data-words]");
    if (field) give(field);
  });
  document.body.addEventListener("htmx:afterRequest", (event) => {
    if (!event.detail.successful && event.detail.elt?.closest?.("[data-asks]")) done();
  });
  // What is unfolded and asks for words has the focus.
  document.addEventListener(
    "toggle",
    (event) => {
      const opened = event.target;
      if (opened.tagName !== "DETAILS" || !opened.open || !opened.querySelector("summary:focus")) return;
      opened.querySelector("textarea[data-words], input[data-words]")?.focus();
    },
    true
  );
}
