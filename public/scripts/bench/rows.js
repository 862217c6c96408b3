// Rows that are chosen, one or several, by mouse and by keys; what is chosen is shown on the slip, which acts on it.
import { refuse } from "./room.js";

const rowsOf = (list) => [...list.querySelectorAll("[data-row]")];
const chosen = (row) => row.getAttribute("aria-selected") === "true";
let from = null; // where a choice with Shift begins
let last = -1; // the place of what was chosen last, among the rows

// Nobody is anywhere, or has just acted on the slip.
const free = (list, target) => {
  const here = document.activeElement;
  if (!here || here === document.body) return true;
  return last >= 0 && (target === list || list.contains(target)) && here.closest("#slip") && !here.matches("input, select, textarea");
};

function mark(list, wanted, focus) {
  for (const row of rowsOf(list)) {
    row.setAttribute("aria-selected", String(wanted.has(row)));
    row.tabIndex = row === focus ? 0 : -1;
  }
  const writing = list.contains(document.activeElement) && document.activeElement.matches("input, select, textarea");
  if (!writing) focus.focus({ preventScroll: true });
  focus.scrollIntoView({ block: "nearest" });
  last = rowsOf(list).indexOf(focus);
  const names = rowsOf(list)
    .filter(chosen)
    .map((row) => encodeURIComponent(row.dataset.row));
  // what was asked for before is not wanted any more (hx-sync on the list)
  htmx
    .ajax("GET", `${list.dataset.rows}${names.join(list.dataset.between || ",")}`, {
      source: list,
      target: list.dataset.slip || "#slip",
      swap: "innerHTML"
    })
    .catch((error) => refuse(error.message));
}

function choose(list, row, { extend, toggle }) {
  const rows = rowsOf(list);
  if (extend && from && rows.includes(from)) {
    const [first, end] = [rows.indexOf(from), rows.indexOf(row)].sort((one, other) => one - other);
    return mark(list, new Set(rows.slice(first, end + 1)), row);
  }
  from = row;
  if (!toggle) return mark(list, new Set([row]), row);
  const now = new Set(rows.filter(chosen));
  if (!now.delete(row)) now.add(row);
  return mark(list, now, row);
}

const STEPS = { ArrowDown: 1, ArrowUp: -1 };

export function startRows() {
  document.addEventListener("click", (event) => {
    const row = event.target.closest("[data-rows] [data-row]");
    if (!row || event.target.closest("a, button:not(.in-place), input, select")) return;
    choose(row.closest("[data-rows]"), row, { extend: event.shiftKey, toggle: event.ctrlKey || event.metaKey });
  });
  document.addEventListener("keydown", (event) => {
    const row = event.target.closest?.("[data-rows] [data-row]");
    if (!row || event.altKey || event.target.matches("input, select, textarea")) return;
    const list = row.closest("[data-rows]");
    const rows = rowsOf(list);
    const at = rows.indexOf(row);
    if (event.key === " " || (event.key === "Enter" && !event.ctrlKey)) choose(list, row, { toggle: event.ctrlKey });
    else if (event.key in STEPS) {
      const next = rows[at + STEPS[event.key]];
      if (next) choose(list, next, { extend: event.shiftKey });
    } else if (event.key === "a" && event.ctrlKey) mark(list, new Set(rows), row);
    else return;
    event.preventDefault();
  });
  // What the slip lets go of is not chosen any more.
  document.addEventListener("click", (event) => {
    if (!event.target.closest("[data-unchoose]")) return;
    last = -1;
    for (const row of document.querySelectorAll("[data-row][aria-selected='true']")) row.setAttribute("aria-selected", "false");
  });
  // Whoever acted on the slip goes on where the choice is, or where it was: on the next one, where what was chosen is done with.
  document.body.addEventListener("htmx:afterSettle", ({ target }) => {
    const list = target.matches("[data-rows]") ? target : target.querySelector("[data-rows]") || target.closest("[data-rows]");
    if (!list || !free(list, target)) return;
    const rows = rowsOf(list);
    const row = list.querySelector("[data-row][tabindex='0']") || rows[Math.min(Math.max(last, 0), rows.length - 1)];
    if (!row) return;
    row.tabIndex = 0;
    row.focus({ preventScroll: true });
  });
}
