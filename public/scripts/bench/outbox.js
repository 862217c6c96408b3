// What was written goes to the server in order, one at a time, while the person writes on. Each request has its own number, so
// that sent twice it counts once. What is not confirmed yet is kept in the browser's storage, over a reload as well.
import { base, bench, manuscript, token, stand, refuse, settle } from "./room.js";

const waiting = []; // { number, run, steps }
let sending = false;
let held = null; // why nothing goes out
let listeners = [];
let unsent = () => []; // what is in the editor and was not handed over yet
let confirmed = () => {};
const AGAIN = 3000; // ms until a server that does not answer is asked once more
const TAB = (sessionStorage.norvelTab ||= crypto.randomUUID());
const KEY = `norvel.writing.${manuscript}.${TAB}`;

export const fresh = () => crypto.randomUUID();
export const pending = () => waiting.length > 0;
export const isHeld = () => held !== null;
export const waitsFor = (id) => waiting.some((item) => item.steps.some((step) => [step.paragraph, step.new, ...(step.paragraphs || [])].some((one) => String(one) === String(id))));

// @param hooks [Object] unsent: the items that the editor would send; confirmed: told after each
export function connect(hooks) {
  unsent = hooks.unsent;
  confirmed = hooks.confirmed;
}

export function send(item) {
  waiting.push(item);
  keepDraft();
  pump();
}

async function pump() {
  if (sending || held) return;
  sending = true;
  while (waiting.length && !held) await sendFirst(waiting[0]);
  sending = false;
  if (waiting.length && !held) return void pump();
  const told = listeners;
  listeners = [];
  told.forEach((tell) => tell(!held));
}

async function sendFirst(item) {
  let answer;
  try {
    answer = await fetch(`${base}/write`, { method: "POST", headers: { "Content-Type": "application/json", "X-CSRF-Token": token }, body: JSON.stringify({ head: bench.dataset.head, ...item }) });
  } catch {
    return hold("Norvel does not answer; is it still running? What you wrote stays here and is sent again.", () => setTimeout(again, AGAIN));
  }
  const data = await answer.json().catch(() => ({ sentence: "A fault of Norvel: this was not saved. What you wrote stays here." }));
  if (!answer.ok) {
    if (data.head !== undefined) stand(data);
    return overwrites(item, data.texts || {}) || hold(data.sentence);
  }
  waiting.shift();
  keepDraft();
  if (!data.nothing) stand(data);
  confirmed(item, data, waiting.length);
}

function hold(sentence, then = () => {}) {
  held = sentence;
  refuse(sentence, [["Save again", again], ["Copy what was written", copy], ["Leave it out", leaveOut]]);
  then();
}

// The same paragraph was written in another window: both are shown, and one is chosen, or both are kept.
// @returns whether it is so
function overwrites(item, texts) {
  const step = item.steps.find((one) => one.do === "edit" && texts[one.paragraph] !== undefined && one.was !== undefined && texts[one.paragraph] !== one.was && texts[one.paragraph] !== one.text);
  if (!step) return false;
  const short = (words) => (words.length > 90 ? `${words.slice(0, 90)} …` : words || "nothing");
  held = "both";
  const both = () => {
    const made = NEW_IDS + 1_000_000 + Math.floor(Math.random() * 2 ** 50);
    item.steps.splice(item.steps.indexOf(step), 1, { do: "insert", paragraph: step.paragraph, new: made }, { do: "edit", paragraph: made, text: step.text });
    again();
  };
  refuse(`Another window wrote in this paragraph meanwhile. Here: “${short(step.text)}” – there: “${short(texts[step.paragraph])}”`,
    [["Keep mine", () => { step.was = texts[step.paragraph]; again(); }], ["Keep the other", leaveOut], ["Keep both, mine behind it", both], ["Copy what was written", copy]]);
  return true;
}

const NEW_IDS = 100_000_000;

export function again() {
  if (!held) return;
  held = null;
  settle();
  pump();
}

function leaveOut() {
  waiting.length = 0;
  keepDraft();
  held = null;
  settle();
  document.body.dispatchEvent(new CustomEvent("norvel:left-out"));
  pump();
}

const textOf = (items) => items.flatMap((item) => item.steps.filter((step) => step.do === "edit").map((step) => step.text)).join("\n");
const copy = (button) => navigator.clipboard.writeText(textOf([...waiting, ...unsent()])).then(() => { button.textContent = "Copied"; });

// @returns whether everything has gone out
export function drained() {
  if (!waiting.length && !sending) return Promise.resolve(true);
  if (held) return Promise.resolve(false);
  return new Promise((tell) => listeners.push(tell));
}

// What needs the server's word comes after what was written.
export async function after(act) {
  if (await drained()) return act();
}

// Drafts --------------------------------------------------------------------------------------------
export function keepDraft() {
  const items = [...waiting, ...unsent()];
  if (!items.length) return localStorage.removeItem(KEY);
  try {
    localStorage.setItem(KEY, JSON.stringify({ items, name: document.querySelector(".top-name")?.textContent, words: textOf(items).slice(0, 200) }));
  } catch { /* the storage is full or shut: what was written is on its way all the same */ }
}

// @returns the drafts of this manuscript that an earlier page left, by key
function left() {
  return Object.keys(localStorage).filter((key) => key.startsWith(`norvel.writing.${manuscript}.`)).map((key) => [key, JSON.parse(localStorage.getItem(key))]);
}

export function offerDraft() {
  const [key, draft] = left()[0] || [];
  if (!draft) return;
  const done = () => { localStorage.removeItem(key); settle(); };
  refuse(`Words written here were not saved yet: “${draft.words.trim().slice(0, 80)}${draft.words.length > 80 ? " …" : ""}”.`, [
    ["Save them", () => { done(); draft.items.forEach(send); }],
    ["Copy them", (button) => navigator.clipboard.writeText(textOf(draft.items)).then(() => { button.textContent = "Copied"; })],
    ["Throw them away", done],
  ]);
}

window.addEventListener("beforeunload", (event) => {
  keepDraft();
  if (waiting.length || unsent().length) event.preventDefault();
});

// Whatever else asks the server for something waits until what was written is there.
document.body.addEventListener("htmx:confirm", (event) => {
  if (event.detail.verb === "get" || (!waiting.length && !unsent().length)) return;
  event.preventDefault();
  document.body.dispatchEvent(new CustomEvent("norvel:hand-over"));
  drained().then((gone) => gone && event.detail.issueRequest());
});
