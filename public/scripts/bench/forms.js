// Shared by all views: what takes long, what is refused, forms that were changed and not saved, the styles' form, files dropped in.
import { base, bench, refuse, settle, stand, say } from "./room.js";
import { startAsking } from "./asking.js";
import { startSaving } from "./saving.js";
import { startLine } from "./line.js";
import { startFocus } from "./focus.js";
import { entriesOf, filesOf } from "./folders.js";
import { startKeysElsewhere } from "./own_keys.js";

// What takes longer than a moment says so, at the top.
let under = 0; // requests on their way
let atWork;
const busy = () => {
  if (++under === 1) atWork = setTimeout(() => document.body.classList.add("busy"), 250);
};
const free = () => {
  under = Math.max(0, under - 1);
  if (under) return;
  clearTimeout(atWork);
  document.body.classList.remove("busy");
};

async function conformity() {
  const answer = await fetch(`${base}/conformity`, {
    method: "POST",
    headers: { "X-CSRF-Token": JSON.parse(document.body.getAttribute("hx-headers"))["X-CSRF-Token"] }
  });
  if (answer.ok) document.getElementById("conformity").innerHTML = await answer.text();
}

function told(change) {
  stand(change);
  say(`${change.sentence} ${change.ripple}`);
  if (!document.getElementById("sheets")) conformity(); // otherwise when the pages are drawn
}

// In the style form a value goes back to the parent; on the specimen page a click opens the style.
function styleClicks(event) {
  const back = event.target.closest("[data-back]");
  if (back) {
    const field = back.parentNode.querySelector("input, select");
    field.value = "";
    field.dispatchEvent(new Event("input", { bubbles: true }));
    return void field.focus();
  }
  const swatch = event.target.closest("[data-swatch]");
  if (swatch) {
    const field = swatch.closest(".field-row").querySelector("input");
    field.value = swatch.dataset.swatch;
    return void field.dispatchEvent(new Event("input", { bubbles: true }));
  }
  const page = event.target.closest(".specimen-pages");
  const found = page && event.target.closest(".para[data-p]");
  if (found)
    htmx.ajax("GET", `${base}/styles/${encodeURIComponent(JSON.parse(page.dataset.styles)[found.dataset.p])}?in=styles`, {
      target: "#slip",
      swap: "innerHTML"
    });
}

// A form that was changed and left is not lost: it is offered again, after a reload too.
const KEPT = `norvel.form.${location.pathname.split("/")[2]}`;
const changedForm = () => document.querySelector("#slip form[data-kept-form]");
const fieldsOf = (form) => [...form.elements].filter((field) => field.name && !["hidden", "submit"].includes(field.type));

function isChanged(field) {
  if (field.tagName === "SELECT")
    return (
      field.selectedIndex !==
      Math.max(
        0,
        [...field.options].findIndex((option) => option.defaultSelected)
      )
    );
  return field.type === "checkbox" ? field.checked !== field.defaultChecked : field.value !== field.defaultValue;
}

function changes(form) {
  return Object.fromEntries(
    fieldsOf(form)
      .filter(isChanged)
      .map((field) => [field.name, field.value])
  );
}

function keepForm() {
  const form = changedForm();
  const values = form ? changes(form) : {};
  if (!form || !Object.keys(values).length) return null;
  const kept = { address: form.dataset.keptForm, name: form.dataset.name, values };
  sessionStorage.setItem(KEPT, JSON.stringify(kept));
  return kept;
}

function offerForm() {
  const kept = JSON.parse(sessionStorage.getItem(KEPT) || "null");
  if (!kept || changedForm()?.dataset.keptForm === kept.address) return;
  refuse(`The changes to “${kept.name}” were not saved.`, [
    ["Go back to them", () => takeForm(kept)],
    ["Throw them away", dropForm]
  ]);
}

function dropForm() {
  sessionStorage.removeItem(KEPT);
  settle();
}

async function takeForm(kept) {
  dropForm();
  const settled = new Promise((done) => document.body.addEventListener("htmx:afterSettle", done, { once: true }));
  await htmx.ajax("GET", kept.address, { target: "#slip", swap: "innerHTML" });
  await settled;
  const form = changedForm();
  if (!form) return;
  fieldsOf(form).forEach((field) => {
    if (!(field.name in kept.values)) return;
    field.value = kept.values[field.name];
    field.dispatchEvent(new Event("input", { bubbles: true }));
  });
}

function keepForms() {
  let saved = false;
  document.body.addEventListener("htmx:configRequest", (event) => {
    const { elt, verb, target } = event.detail;
    if (target?.id === "slip") saved = Boolean(elt.closest?.("[data-leave]") || (verb === "post" && elt.closest?.("form[data-kept-form]")));
  });
  document.body.addEventListener("htmx:beforeSwap", (event) => {
    if (event.detail.target.id === "slip" && event.detail.shouldSwap && !saved) keepForm();
  });
  document.body.addEventListener("htmx:afterSwap", (event) => {
    if (event.detail.target.id !== "slip") return;
    if (saved) sessionStorage.removeItem(KEPT);
    else offerForm();
    saved = false;
  });
  window.addEventListener("beforeunload", (event) => {
    if (keepForm()) event.preventDefault();
  });
  offerForm();
}

// The address says which style's form is open.
function tellStyle() {
  const style = document.querySelector("#slip form[data-kept-form] input[name=style]")?.value;
  if (!style) return;
  const query = new URLSearchParams(location.search);
  query.set("style", style);
  history.replaceState(null, "", `${location.pathname}?${query}`);
}

function takeDrops(form) {
  const input = form.querySelector("input[type=file]");
  ["dragover", "dragenter"].forEach((name) =>
    form.addEventListener(name, (event) => {
      event.preventDefault();
      form.classList.add("over");
    })
  );
  ["dragleave", "drop"].forEach((name) => form.addEventListener(name, () => form.classList.remove("over")));
  form.addEventListener("drop", (event) => {
    event.preventDefault();
    const entries = entriesOf(event.dataTransfer.items);
    if (entries.some((entry) => !entry.isFile)) return void dropFolders(form, input, entries);
    if (event.dataTransfer.files.length) {
      input.files = event.dataTransfer.files;
      form.requestSubmit();
    }
  });
}

async function dropFolders(form, input, entries) {
  try {
    const files = await filesOf(entries);
    if (!files.length) return refuse("There is no file in it.");
    const all = new DataTransfer();
    files.forEach((file) => all.items.add(file));
    input.files = all.files;
    form.requestSubmit();
  } catch (error) {
    refuse(`The folder could not be read: ${error.message}`);
  }
}

// What is pasted keeps its mark-up, as long as its words are the ones that were pasted.
function takePastes(form) {
  const [text, html] = [form.querySelector("textarea"), form.querySelector("[name=html]")];
  let words = null;
  text.addEventListener("paste", (event) => {
    const markup = event.clipboardData?.getData("text/html") ?? "";
    html.value = text.value.trim() ? "" : markup;
    words = null;
  });
  text.addEventListener("input", () => {
    if (html.value && words === null) words = text.value;
    else if (text.value !== words) html.value = "";
  });
}

// On the desk: what was written and is not saved yet.
function unsavedWords() {
  Object.keys(localStorage)
    .filter((key) => key.startsWith("norvel.writing."))
    .forEach((key) => {
      const folder = document.querySelector(`.folder-open[href="/manuscripts/${CSS.escape(key.split(".")[2])}"]`);
      if (!folder) return;
      const line = document.createElement("span");
      line.className = "folder-unsaved";
      const words = JSON.parse(localStorage.getItem(key)).words.trim().slice(0, 60);
      line.textContent = `Words written here are not saved yet: “${words}”. Open it to save them.`;
      folder.append(line);
    });
}

// What an image shows is typed and kept by Enter; the next that says nothing yet has the focus then.
function describeByEnter(event) {
  const field = event.target.closest?.(".image-act textarea");
  if (!field || event.key !== "Enter" || event.shiftKey || event.isComposing) return;
  event.preventDefault();
  const fields = [...document.querySelectorAll(".image-act textarea")];
  const place = fields.indexOf(field);
  const next = [...fields.slice(place + 1), ...fields.slice(0, place)].find((one) => !one.value.trim());
  field.form.requestSubmit(field.form.querySelector("button:not([name])"));
  next?.focus();
}

// A form that has just come, and is sent off before htmx has read it, would leave the page.
function sentEarly(event) {
  const form = event.target;
  if (!event.isTrusted || !form.matches("[hx-get], [hx-post]") || form["htmx-internal-data"]?.initHash) return;
  event.preventDefault();
  event.stopPropagation();
  htmx.process(form);
  htmx.trigger(form, "submit");
}

export function startForms() {
  document.addEventListener("submit", sentEarly, true);
  document.addEventListener("keydown", describeByEnter);
  document.querySelectorAll("[data-drop]").forEach(takeDrops);
  document.querySelectorAll("[data-pastes]").forEach(takePastes);
  startAsking();
  startLine();
  startFocus();
  unsavedWords();
  window.addEventListener("beforeunload", busy);
  window.addEventListener("pageshow", () => {
    under = 0;
    free();
  });
  document.body.addEventListener("norvel:changed", (event) => told(event.detail));
  document.body.addEventListener("norvel:said", (event) => say(event.detail.sentence));
  document.body.addEventListener("norvel:conformity", conformity);
  if (document.querySelector("#conformity[data-unknown]"))
    document.getElementById("sheets") ? document.body.addEventListener("norvel:drawn", conformity, { once: true }) : conformity();
  document.body.addEventListener("click", styleClicks);
  document.body.addEventListener("htmx:beforeRequest", busy);
  document.body.addEventListener("htmx:afterRequest", free);
  document.body.addEventListener("htmx:sendError", () => refuse("Norvel does not answer; is it still running? Nothing was changed."));
  document.body.addEventListener("htmx:beforeSwap", (event) => {
    if (event.detail.target.id === "slip") settle();
  });
  if (document.getElementById("slip")) keepForms();
  if (!bench) startKeysElsewhere();
  if (location.pathname.endsWith("/styles")) document.body.addEventListener("htmx:afterSettle", tellStyle);
  startSaving(); // the last to hear of an answer
}
