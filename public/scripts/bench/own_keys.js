// Keys of one's own: single keys can be switched off, and each can be another (WCAG 2.2, 2.1.4). Kept in this browser.
import { fieldOr } from "./asking.js";

const KEPT = "norvel.keys";
const read = () => JSON.parse(localStorage.getItem(KEPT) || "{}");
let own = read();

export const keysOn = () => own.on !== false;

// @returns the key that a pressed one stands for; nothing where it was given up for another
export function meant(key) {
  if (key.length !== 1) return key;
  const name = key.toLowerCase();
  const others = own.keys || {};
  if (others[name]) return others[name];
  return Object.values(others).includes(name) ? "" : key;
}

function keep(changed) {
  own = { ...own, ...changed };
  localStorage.setItem(KEPT, JSON.stringify(own));
}

export function toggleKeys() {
  const list = document.getElementById("keys");
  if (!list) return;
  list.hidden = !list.hidden;
  document.querySelector("[data-keys]")?.setAttribute("aria-expanded", String(!list.hidden));
}

// A row is chosen by the same key that comes to it.
const enter = (row) => row?.click();

// From one finding to the next in their list; closed rules are opened on the way, and those that are not there yet are got.
function stepRow(back) {
  const stops = [...document.querySelectorAll("#rules .found-row, #rules details > .at-work")];
  if (!stops.length) return;
  const here = stops.indexOf(document.activeElement?.closest("#rules .found-row"));
  const next = stops[(here + (back ? -1 : 1) + stops.length + (here < 0 && back ? 1 : 0)) % stops.length];
  const part = next.closest("details");
  if (!part) return enter(next);
  if (next.matches(".found-row")) {
    part.open = true;
    return enter(next);
  }
  if (part.open) return; // they are on their way
  const got = () => {
    const rows = part.querySelectorAll(".found-row");
    if (!rows.length) return;
    document.body.removeEventListener("htmx:afterSettle", got);
    enter(rows[back ? rows.length - 1 : 0]);
  };
  document.body.addEventListener("htmx:afterSettle", got);
  part.open = true;
}

// In the views beside the page: the views themselves, undo and redo, the line, findings, this list.
const ELSEWHERE = {
  q: (event) => {
    const button = document.querySelector(`[data-next="${event.shiftKey ? -1 : 1}"]`); // of what differs
    return button ? button.click() : stepRow(event.shiftKey);
  },
  u: () => document.getElementById("undo")?.click(),
  y: () => document.getElementById("redo")?.click(),
  "?": toggleKeys,
  t: () =>
    document.getElementById("v-line")
      ? document.getElementById("v-line").focus()
      : fieldOr("try-line", "There is no line here: choose what it shall be about first. What was typed was not done.")
};

export function startKeysElsewhere() {
  startOwnKeys();
  document.addEventListener("keydown", (event) => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.target.closest("input, select, textarea")) return;
    if (event.key === "Escape" && document.getElementById("keys")?.hidden === false) return void toggleKeys();
    const name = meant(event.key);
    if (!name || !keysOn()) return;
    const act = ELSEWHERE[name.toLowerCase()];
    if (act) event.preventDefault();
    act ? act(event) : document.querySelector(`.views [data-key="${CSS.escape(name)}"]`)?.click();
  });
}

export function startOwnKeys() {
  if (!document.getElementById("keys-on")) return;
  const box = document.getElementById("keys-on");
  const form = document.getElementById("own-key");
  const said = document.getElementById("own-said");
  box.checked = keysOn();
  box.addEventListener("change", () => keep({ on: box.checked }));
  const tell = () => {
    said.textContent = Object.entries(own.keys || {})
      .map(([to, from]) => `${to.toUpperCase()} for ${from.toUpperCase()}`)
      .join(", ");
  };
  form.addEventListener("submit", (event) => {
    event.preventDefault();
    const [from, to] = [form.querySelector("#own-from"), form.querySelector("#own-to")].map((field) => field.value.toLowerCase());
    const others = Object.fromEntries(Object.entries(own.keys || {}).filter(([, meaning]) => meaning !== from));
    keep({ keys: from === to ? others : { ...others, [to]: from } });
    form.reset();
    tell();
  });
  document.getElementById("own-none").addEventListener("click", () => {
    keep({ keys: {} });
    tell();
  });
  tell();
}
