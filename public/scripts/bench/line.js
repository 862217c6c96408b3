// The line in which values and styles are written: what is not understood is marked in it, words complete themselves, and its ways out have
// keys: Enter, Alt+L, Alt+K, Escape.
import { base, pages, settle } from "./room.js";
import { completion, stretches } from "./completion.js";

let known = null; // what a line is written with
let ghost = ""; // the rest of the word at hand

const mirrorOf = (field) => field.parentNode.querySelector(".line-mirror");

async function vocabulary() {
  known ||= fetch(`${base}/line/words`).then((answer) => (answer.ok ? answer.json() : { words: [], families: [], styles: [] }));
  return known;
}

export const forgetWords = () => {
  known = null;
};

function draw(field, faults = []) {
  const mirror = mirrorOf(field);
  if (!mirror) return;
  const nodes = stretches(field.value, faults, ghost).map(({ fault, text }) =>
    Object.assign(document.createElement(fault ? "u" : "span"), { textContent: text })
  );
  if (ghost) nodes.push(Object.assign(document.createElement("i"), { textContent: ghost }));
  mirror.replaceChildren(...nodes);
  mirror.scrollTop = field.scrollTop;
}

const MOST_ROWS = 8;

async function typed(field) {
  ghost = "";
  settle();
  if (field.id === "try-line") field.rows = Math.min(MOST_ROWS, Math.max(2, field.value.split("\n").length));
  draw(field);
  if (field.selectionStart !== field.value.length) return;
  const line = field.value;
  const rest = line.trim() ? completion(await vocabulary(), line) : "";
  if (field.value !== line) return;
  ghost = rest;
  draw(field);
}

const put = (field, text, caret) => {
  field.value = text;
  field.setSelectionRange(caret, caret);
  field.dispatchEvent(new Event("input", { bubbles: true }));
};

// "11 pt, centred" becomes "| from Body: 11 pt, centred", and the name is written.
function named(field) {
  if (field.value.includes(":")) return field.focus();
  const head = `${field.dataset.parent ? ` from ${field.dataset.parent}` : ""}: `;
  field.focus();
  return put(field, head + field.value, 0);
}

function drop(field) {
  const form = field.form;
  const chosen = form.querySelector("[name=chosen]")?.value || "";
  const text = form.querySelector("[name=text]")?.value;
  field.value = "";
  htmx.ajax("GET", `${base}/slip?${text ? `text=${text}` : `chosen=${chosen}`}`, { target: "#slip", swap: "innerHTML" });
  pages?.focus();
}

// What was written is on its way; the keys are commands again.
const leave = (field) => {
  if (field.id === "try-line") (pages || document.getElementById("slip"))?.focus();
};

// What may be chosen besides, by its key, whether the server has offered it yet or not.
const CHOICES = { o: "leave", g: "give", f: "follow", r: "rest" };

function sendWith(field, name) {
  const button = Object.assign(document.createElement("button"), { name, value: "yes", hidden: true });
  field.form.append(button);
  button.click();
  button.remove();
}

const WAYS = { new: named, drop, adopt: (field) => field.form.querySelector("[data-way=adopt]")?.click() };

function key(event) {
  const field = event.target.closest?.(".spec-line");
  if (!field) return;
  if (event.key === "Tab" && ghost && !event.shiftKey) {
    event.preventDefault();
    return void put(field, field.value + ghost, field.value.length + ghost.length);
  }
  if (event.key === "Enter" && !event.shiftKey && !event.isComposing) {
    event.preventDefault();
    field.form.requestSubmit(field.form.querySelector("button[value=here]") || undefined);
    return void leave(field);
  }
  if (field.id !== "try-line") return;
  const choice = event.altKey && CHOICES[event.key.toLowerCase()];
  if (choice) {
    event.preventDefault();
    event.stopPropagation();
    sendWith(field, choice);
    return void leave(field);
  }
  const way = event.altKey ? { l: "adopt", k: "new" }[event.key.toLowerCase()] : { Escape: "drop" }[event.key];
  if (!way) return;
  event.preventDefault();
  event.stopPropagation();
  WAYS[way](field);
  if (way === "adopt") leave(field);
}

export function startLine() {
  document.addEventListener("input", (event) => {
    if (event.target.matches?.(".spec-line")) typed(event.target);
  });
  document.body.addEventListener("norvel:held", (event) => typed(event.target));
  document.addEventListener("keydown", key, true);
  document.addEventListener(
    "scroll",
    (event) => {
      if (event.target.matches?.(".spec-line")) mirrorOf(event.target).scrollTop = event.target.scrollTop;
    },
    true
  );
  document.body.addEventListener("norvel:changed", forgetWords);
  // What was refused is put right where it was written.
  document.body.addEventListener("htmx:afterRequest", (event) => {
    if (!event.detail.successful && event.detail.elt.id === "line-form") document.getElementById("try-line")?.focus();
  });
  document.body.addEventListener("htmx:afterSwap", (event) => {
    const field = event.detail.target.closest?.("form")?.querySelector(".spec-line");
    if (field)
      draw(
        field,
        [...event.detail.target.querySelectorAll("[data-fault]")].map((one) => one.dataset.fault.split("-").map(Number))
      );
  });
  document.body.addEventListener("click", (event) => {
    const button = event.target.closest("[data-way]");
    if (!button || button.type !== "button") return;
    const field = button.closest("form")?.querySelector(".spec-line");
    if (field) return void WAYS[button.dataset.way]?.(field);
    document.getElementById("four-ways")?.remove(); // kept just here
    pages?.focus();
  });
}
