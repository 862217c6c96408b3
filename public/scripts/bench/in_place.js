// A value that stands in a sentence is written where it stands: a click, or Enter on its row, makes a field of it; Tab goes to the next
// one, Enter and leaving it save, Escape leaves it as it was.
const valuesOf = (row) => [...row.querySelectorAll(".in-place")];
const before = new WeakMap(); // the value that a form stands in for
const waiting = new Set(); // values that are on their way to the guide

function fieldOf({ dataset }) {
  const name = { name: "value", className: "field" };
  if (!dataset.offered) return Object.assign(document.createElement("input"), name, { value: dataset.written, autocomplete: "off" });
  const list = Object.assign(document.createElement("select"), name);
  JSON.parse(dataset.offered).forEach(([value, words]) => list.add(new Option(words, value, false, value === dataset.written)));
  return list;
}

// One after the other, and as all that is written of a guide (hx-sync of its place).
async function save(rows, value, written) {
  const place = document.getElementById("guide-editor");
  const { path, seen } = value.dataset;
  waiting.add(value);
  try {
    await htmx.ajax("POST", rows.dataset.draft, { source: place, target: place, values: { show: "rules", path, seen, value: written } });
  } catch {
    undone(); // which is told where all failures are
  }
  waiting.delete(value);
}

// What did not come to the guide does not stay in its sentence.
const undone = () => waiting.forEach((value) => value.replaceChildren(value.dataset.stood));

export function open(value) {
  const rows = value.closest("[data-draft]");
  const form = Object.assign(document.createElement("span"), { className: "in-place-form" });
  const field = fieldOf(value);
  field.setAttribute("aria-label", value.getAttribute("aria-label"));
  if (field.matches("input")) field.size = Math.max(6, field.value.length + 1);
  field.addEventListener("change", () => {
    save(rows, value, field.value);
    if (field.matches("select")) form.closest("[data-row]").focus(); // chosen is chosen
  });
  form.append(field);
  value.dataset.stood ??= value.textContent;
  before.set(form, value);
  value.replaceWith(form);
  field.focus();
  field.select?.();
}

// What was written there is shown until the guide says it itself.
function shut(form, words) {
  const value = before.get(form);
  if (!value || !form.isConnected) return;
  if (words !== undefined) value.textContent = words;
  form.replaceWith(value);
}

const words = (field) => (field.matches("select") ? field.selectedOptions[0]?.text : field.value);

function keyed(event) {
  const field = event.target.closest?.(".in-place-form .field");
  const row = event.target.closest?.("[data-draft] [data-row]");
  if (!field) {
    if (event.key !== "Enter" || event.ctrlKey || event.target !== row || row.getAttribute("aria-selected") !== "true") return;
    const first = valuesOf(row)[0];
    if (!first) return;
    event.preventDefault();
    event.stopPropagation();
    return void open(first);
  }
  const form = field.parentNode;
  if (event.key === "Escape") {
    field.value = before.get(form)?.dataset.written ?? "";
    row.focus();
    shut(form);
  } else if (event.key === "Enter" && !event.isComposing) row.focus(); // which saves it
  else if (event.key === "Tab") {
    const all = [...row.querySelectorAll(".in-place, .in-place-form")];
    const next = all[all.indexOf(form) + (event.shiftKey ? -1 : 1)];
    if (!next) return;
    if (next.matches(".in-place")) open(next);
    else next.querySelector(".field").focus();
  } else return;
  event.preventDefault();
  event.stopPropagation();
}

export function startInPlace() {
  document.addEventListener("click", (event) => {
    const value = event.target.closest?.("[data-draft] .in-place");
    if (value) open(value);
  });
  document.addEventListener("keydown", keyed, true);
  document.body.addEventListener("htmx:responseError", undone);
  // What is left has its words again.
  document.addEventListener("focusout", (event) => {
    const form = event.target.closest?.(".in-place-form");
    if (form) setTimeout(() => form.contains(document.activeElement) || shut(form, words(event.target)), 0);
  });
}
