// What is chosen, and how the pages show it: paragraphs, or words of them. What it means is the server's business.
import { state } from "./room.js";

let chosen = new Set();
let words = []; // chosen stretches of text: [paragraph, from, to]
let fresh = new Set();

export const chosenOnes = () => chosen;
export const chosenWords = () => words;
export const markFresh = (ids) => {
  fresh = new Set(ids.map(String));
};

// A paragraph chosen here before the server has told anything of it.
export function chooseHere(id) {
  chosen = new Set([String(id)]);
  words = [];
  paintAll();
}

// What the slip says is chosen: paragraphs, or words of them.
export function takeChoice() {
  const here = state()?.dataset || {};
  words = (here.words || "")
    .split(",")
    .filter(Boolean)
    .map((one) => one.split(/[:-]/).map(Number));
  chosen = new Set(words.length ? [] : (here.chosen || "").split(",").filter(Boolean));
}

export function paint(place) {
  place.querySelectorAll(".para[data-p]").forEach((one) => {
    one.classList.toggle("chosen", chosen.has(one.dataset.p));
    if (fresh.has(one.dataset.p)) one.classList.add("fresh");
  });
  place.querySelectorAll(".heard [data-p]").forEach((one) => {
    if (chosen.has(one.dataset.p)) one.setAttribute("aria-current", "true");
    else one.removeAttribute("aria-current");
  });
  place.querySelectorAll(".picked").forEach((one) => one.remove());
  const piecesOf = (id) => place.querySelectorAll(`.para[data-p="${id}"] tspan[data-o]`);
  words.forEach(([id, from, to]) => piecesOf(id).forEach((piece) => pick(piece, from, to)));
}

export function paintAll() {
  document.getElementById("sheets").querySelectorAll(".sheet").forEach(paint);
  document.getElementById("foot-chosen").textContent = words.length ? wordsSaid(words.length) : paragraphsSaid(chosen.size);
  hear();
}

// What is chosen, as it is heard: how many, the text, the style, the page.
const said = (selector) => document.querySelector(selector)?.textContent.replace(/\s+/g, " ").trim() || "";
function hear() {
  const line = document.getElementById("heard-choice");
  const place = said("#slip .slip-place");
  const text = said("#slip .slip-text");
  const style = document.getElementById("style-choice")?.selectedOptions[0]?.text || "";
  const found = said("#findings-here .found-list li"); // there once it was asked for
  const several = document.getElementById("foot-chosen").textContent;
  const sought = document.querySelector("#slip [data-heard]")?.dataset.heard; // how many places, and which
  const here = chosen.size || words.length ? [sought, several, text, style, place, found] : [sought || "Nothing chosen"];
  const sentence = here.filter(Boolean).join(", ");
  if (line && line.textContent !== sentence) line.textContent = sentence;
}
document.body?.addEventListener("htmx:afterSettle", ({ target }) => {
  if (["slip", "findings-here"].includes(target.id)) hear();
});

const wordsSaid = (places) => (places === 1 ? "Words chosen" : `Words chosen in ${places} places`);
const paragraphsSaid = (number) => (number === 0 ? "Nothing chosen" : `${number} ${number === 1 ? "paragraph" : "paragraphs"} chosen`);

// A wash behind the chosen words.
function pick(piece, from, to) {
  const start = Number(piece.dataset.o);
  const length = piece.textContent.trimEnd().length;
  const first = Math.max(0, from - start);
  const last = Math.min(length, to - start);
  if (first >= last) return;
  const box = piece.getExtentOfChar(first);
  const rect = document.createElementNS("http://www.w3.org/2000/svg", "rect");
  rect.setAttribute("class", "picked");
  const sides = { x: box.x, y: box.y, width: piece.getEndPositionOfChar(last - 1).x - box.x, height: box.height };
  Object.entries(sides).forEach(([name, value]) => rect.setAttribute(name, value));
  piece.closest(".para").prepend(rect);
}
