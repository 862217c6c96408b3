// Forms that save as one goes: each acts at once, requests go out in order (hx-sync), and of what comes back only what changed is put in;
// never in the field that has the focus, nor in one whose words were not sent yet.
import { Idiomorph } from "../idiomorph.js";

const FORMS = "form[data-saves]";
const EDITOR = "guide-editor";

const unsent = (node) => node.nodeType === Node.ELEMENT_NODE && node.dataset?.unsent !== undefined;
const openValues = (node) => node.nodeType === Node.ELEMENT_NODE && node.id.startsWith("values-") && node.childElementCount > 0;
const inSentence = (node) => node.nodeType === Node.ELEMENT_NODE && node.matches(".rule-sentence, .rule-strict") && writtenIn(node);
const text = (field) => field.matches?.("textarea, input:not([type=checkbox]):not([type=radio]):not([type=hidden]), select");

const writtenIn = (node) => text(document.activeElement) && node.contains?.(document.activeElement);

const CALLBACKS = {
  beforeNodeMorphed: (old) => !unsent(old) && !openValues(old) && !inSentence(old),
  beforeNodeRemoved: (old) => !writtenIn(old),
  beforeAttributeUpdated: (name, node) => !(name === "open" && node.tagName === "DETAILS"),
  // A value that the person sees is a property of the field, beside its attribute.
  afterNodeMorphed: (old, fresh) => {
    if (old.nodeType !== Node.ELEMENT_NODE || !text(old) || old === document.activeElement) return;
    if (old.value !== fresh.value) old.value = fresh.value;
  }
};

// A field that is being written in is let alone; a button that has the focus says what it does now.
// @param target [Element] @param html [String] what it holds now, and in templates what is beside it, by the id of its place
export function put(target, html) {
  const come = Object.assign(document.createElement("template"), { innerHTML: html }).content;
  for (const beside of come.querySelectorAll("template[data-beside]")) {
    beside.remove();
    const place = document.getElementById(beside.dataset.beside);
    const now = document.querySelector(beside.dataset.where)?.value; // something else may have been chosen meanwhile
    if (place && now === beside.dataset.said) morph(place, beside.innerHTML);
  }
  morph(target, come.childNodes);
}

function morph(target, now) {
  const writing = Boolean(document.activeElement && text(document.activeElement));
  Idiomorph.morph(target, now, { morphStyle: "innerHTML", ignoreActive: writing, callbacks: CALLBACKS });
  // Not the target itself: what waits for its turn there would be forgotten.
  for (const part of target.children) htmx.process(part);
}

const saves = (elt, target) => Boolean(elt?.closest?.(FORMS)) || target?.id === EDITOR;

export function startSaving() {
  // Seen before its form sends it, or lets it wait for its turn.
  const written = (event) => {
    if (text(event.target) && event.target.closest(FORMS)) event.target.dataset.unsent = "";
  };
  document.addEventListener("input", written, true);
  document.addEventListener("change", written, true);
  document.body.addEventListener("htmx:beforeRequest", (event) => {
    const form = event.detail.elt?.closest?.(FORMS);
    form?.querySelectorAll("[data-unsent]").forEach((field) => delete field.dataset.unsent);
  });
  document.body.addEventListener("htmx:beforeSwap", (event) => {
    const { detail } = event;
    const elt = detail.requestConfig?.elt || detail.elt;
    if (!detail.shouldSwap || !saves(elt, detail.target)) return;
    detail.shouldSwap = false;
    const values = elt.closest?.("[id^='values-']"); // a style that was saved value by value
    values?.replaceChildren();
    if (values?.closest("details")) values.closest("details").open = false;
    put(detail.target, detail.xhr.responseText);
    ["htmx:afterSwap", "htmx:afterSettle"].forEach((name) => detail.target.dispatchEvent(new CustomEvent(name, { bubbles: true, detail })));
  });
}
