// Keys of the bench. While one of them is at work the next ones wait their turn, so that a quick hand does what a slow one does;
// a key that comes before the editor is there is written in it.
import { base, bench, pages, slip } from "./room.js";
import { reveal } from "./pages.js";
import { chosenOnes } from "./marks.js";
import { move } from "./choice.js";
import { write, writeAfter, writing, feed, endingDone } from "./writing.js";
import { pending, drained } from "./outbox.js";
import { inSweep, sweepKey, startSweep } from "./sweep.js";
import { keysOn, meant, toggleKeys } from "./own_keys.js";
import { zoom } from "./zoom.js";
import { fieldOr } from "./asking.js";

let turn = Promise.resolve();
let busy = 0;

const LONGEST = 15000; // ms that an answer is waited for before the next key has its turn

// @returns a promise of the answer to a button's request
function pressed(id) {
  const button = document.getElementById(id);
  if (!button || button.disabled) return null;
  const answered = new Promise((done) => {
    ["htmx:afterSettle", "htmx:responseError", "htmx:sendError"].forEach((name) =>
      document.body.addEventListener(name, done, { once: true })
    );
    setTimeout(done, LONGEST);
  });
  button.click();
  return answered;
}

function flip(name) {
  const box = bench.querySelector(`[data-show="${name}"]`);
  box.checked = !box.checked;
  box.dispatchEvent(new Event("change"));
}

export function find() {
  return htmx.ajax("GET", `${base}/find`, { target: "#slip", swap: "innerHTML" }).then(() => document.getElementById("find").focus());
}

// The field for choosing by what is said of paragraphs stands on the slip of the whole manuscript.
async function chooseBy() {
  if (!document.getElementById("pattern")) await slip("");
  document.getElementById("pattern")?.focus();
}

// On to the next paragraph that the guide has found something in, or back.
async function stepFound(back) {
  await slip(`chosen=${[...chosenOnes()][0] || ""}${back ? "&back=yes" : ""}`, "findings/step");
  reveal();
}

const only = () => (chosenOnes().size === 1 ? [...chosenOnes()][0] : undefined);

// What needs no word of the server, and what does.
const marginText = () => document.getElementById("head-text"); // of a header or footer, which is written on its slip
const HERE = {
  e: () => (marginText() ? marginText().select() : write([...chosenOnes()][0])),
  Enter: () => write(only()),
  n: () => writeAfter([...chosenOnes()].pop()),
  m: () => flip("codes"),
  h: () => flip("hand"),
  j: () => document.getElementById("way-here")?.click(),
  "?": toggleKeys,
  "+": () => zoom(1),
  "-": () => zoom(-1),
  0: () => zoom(0)
};
const NO_FIELD = "There is no field for that here: choose a paragraph first. What was typed was not done.";
const THERE = {
  ArrowDown: ({ shift }) => move(1, shift),
  ArrowUp: ({ shift }) => move(-1, shift),
  Escape: () => slip(""),
  a: () => slip("range=0-9999999"),
  c: chooseBy,
  s: () => fieldOr("style-choice", NO_FIELD),
  t: () => fieldOr("try-line", NO_FIELD),
  l: () => pressed("way-adopt"),
  k: () => {
    document.getElementById("way-new")?.setAttribute("open", "");
    fieldOr("look-name", NO_FIELD);
  },
  d: () => pressed("way-drop"),
  g: () => pressed("next-found"),
  q: ({ shift }) => stepFound(shift),
  r: () => pressed("remove-direct"),
  u: () => pressed("undo"),
  y: () => pressed("redo"),
  w: startSweep,
  p: () => bench.querySelector("[data-signs]").click(),
  x: () => bench.querySelector("[data-measures]").click(),
  o: () => bench.querySelector("[data-original]").click(),
  f: find
};

function command(key) {
  const name = key.key.length === 1 ? key.key.toLowerCase() : key.key;
  if (key.alt) return /^Arrow(Up|Down)$/.test(key.key) ? there(() => pressed(key.key === "ArrowUp" ? "move-up" : "move-down")) : null;
  if (inSweep()) {
    const done = sweepKey(key.key);
    if (done !== false) return done;
  }
  if (HERE[name]) return HERE[name](key);
  if (THERE[name]) return there(() => THERE[name](key));
  const view = !inSweep() && document.querySelector(`.views [data-key="${CSS.escape(key.key)}"]`);
  return view ? there(() => view.click()) : null;
}

export async function there(act) {
  if (pending() && !(await drained())) return null;
  await endingDone();
  await slipThere();
  return act();
}

// A slip that was asked for is waited for: a key that comes before it is meant for it.
// Requests are told apart by themselves: a refusal goes elsewhere, and settles nothing.
const asked = new Set();
document.body.addEventListener("htmx:beforeRequest", (event) => {
  if (event.detail.target?.id === "slip") asked.add(event.detail.xhr);
});
const swaps = ({ successful, xhr }) => successful && xhr.status !== 204 && xhr.getResponseHeader("HX-Reswap") !== "none";
document.body.addEventListener("htmx:afterRequest", (event) => {
  if (!swaps(event.detail)) asked.delete(event.detail.xhr);
});
document.body.addEventListener("htmx:afterSettle", (event) => asked.delete(event.detail.xhr));

async function slipThere() {
  const until = Date.now() + LONGEST;
  while (asked.size && Date.now() < until) await new Promise((done) => setTimeout(done, 8));
  asked.clear();
}

const known = ({ key, alt }) => {
  const name = key.length === 1 ? key.toLowerCase() : key;
  if (alt) return /^Arrow(Up|Down)$/.test(key);
  return name in HERE || name in THERE || inSweep() || Boolean(document.querySelector(`.views [data-key="${CSS.escape(key)}"]`));
};

function take(key) {
  busy += 1;
  turn = turn
    .then(() => (writing() ? feed(key) : fieldAtHand() ? put(fieldAtHand(), key) : command(key)))
    .catch((error) => console.error(error))
    .finally(() => {
      busy -= 1;
    });
}

// A field that a key has opened: what is typed before it is there is put into it.
const OPENED = ".spec-line, #pattern, #find, #look-name";
const fieldAtHand = () => (document.activeElement?.matches(OPENED) ? document.activeElement : null);

function put(field, { key, alt, shift }) {
  if (key.length === 1 && !alt) field.setRangeText(key, field.selectionStart, field.selectionEnd, "end");
  else if (key === "Backspace" && field.selectionEnd)
    field.setRangeText(
      "",
      field.selectionStart === field.selectionEnd ? field.selectionStart - 1 : field.selectionStart,
      field.selectionEnd,
      "end"
    );
  else if (key === "Enter" && !field.matches(".spec-line")) return field.form.requestSubmit();
  else
    return void field.dispatchEvent(new KeyboardEvent("keydown", { key, altKey: alt, shiftKey: shift, bubbles: true, cancelable: true }));
  field.dispatchEvent(new Event("input", { bubbles: true }));
}

const typing = (event) => event.target.closest("input, select, textarea, [contenteditable]:not([contenteditable=false]), .palette");

export function startKeys() {
  document.addEventListener(
    "keydown",
    (event) => {
      if (event.isComposing || ["Shift", "Control", "Alt", "Meta", "Dead", "Process"].includes(event.key)) return;
      if (!event.isTrusted && event.target.closest(OPENED)) return; // put there from the row of keys that waited
      if (typing(event) && !(busy && event.target.closest(`.editor, ${OPENED}`))) {
        if (event.key === "Escape" && !event.target.closest(".editor, .palette, #try-line")) pages.focus();
        return;
      }
      const name = inSweep() ? event.key : meant(event.key);
      if (!name || (!keysOn() && name.length === 1 && !inSweep())) return;
      const list = document.getElementById("keys");
      if (name === "Escape" && !list.hidden) return void toggleKeys(); // what was opened last is closed first
      const key = { key: name, shift: event.shiftKey, control: event.ctrlKey || event.metaKey, alt: event.altKey };
      if (busy) {
        if (key.control && key.key !== "Enter") return;
        event.preventDefault();
        event.stopPropagation();
        return void take(key);
      }
      if (key.control || (event.key === "Enter" && event.target.closest("button, a, summary"))) return;
      if (!known(key)) return;
      event.preventDefault();
      take(key);
    },
    true
  ); // before the editor sees it: what waits its turn comes first
}
