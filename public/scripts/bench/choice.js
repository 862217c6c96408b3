// Choosing: paragraphs by click and arrow key, words by the browser's own selection.
import { pages, state, slip, points } from "./room.js";
import { chosenOnes, chosenWords } from "./marks.js";
import { texts, firstSeen, place, reveal } from "./pages.js";
import { writing, end } from "./writing.js";
import { after } from "./outbox.js";

// @returns the stretches of text that the browser's selection covers: paragraph to [from, to]
function selected() {
  const selection = window.getSelection();
  const found = new Map();
  if (!selection.rangeCount || selection.isCollapsed) return found;
  const range = selection.getRangeAt(0);
  pages.querySelectorAll(".para[data-p] tspan[data-o]").forEach((piece) => {
    if (!range.intersectsNode(piece)) return;
    const text = piece.textContent;
    const inside = (node, offset) => (node.parentNode === piece ? offset : null);
    const first = inside(range.startContainer, range.startOffset) ?? 0;
    const last = Math.min(inside(range.endContainer, range.endOffset) ?? text.length, text.trimEnd().length);
    if (first >= last) return;
    const id = piece.closest(".para").dataset.p;
    const start = Number(piece.dataset.o);
    const [from, to] = found.get(id) || [Infinity, 0];
    found.set(id, [Math.min(from, start + points(text.slice(0, first))), Math.max(to, start + points(text.slice(0, last)))]);
  });
  return found;
}

// The selection stays the browser's own, so that it can be copied.
function chooseWords() {
  const found = selected();
  if (found.size) slip(`text=${[...found].map(([id, [from, to]]) => `${id}:${from}-${to}`).join(",")}`);
}

// Running text: without marks in the margin, lines not cut.
document.addEventListener("copy", (event) => {
  if (event.target.closest?.("input, select, textarea, [contenteditable]")) return;
  const found = selected();
  if (!found.size && String(window.getSelection()).trim()) return;
  if (!found.size) chosenWords().forEach(([id, from, to]) => found.set(String(id), [from, to]));
  const parts = [...found]
    .filter(([id]) => texts.has(id))
    .map(([id, [from, to]]) =>
      Array.from(
        texts
          .get(id)
          .text.map(([text]) => text)
          .join("")
      )
        .slice(from, to)
        .join("")
    );
  if (!parts.length) return;
  event.preventDefault();
  event.clipboardData.setData("text/plain", parts.join("\n").replaceAll("\uFFFC", ""));
});

pages.addEventListener("click", (event) => {
  if (event.target.closest(".writing-box")) return;
  if (writing()) return void end();
  if (String(window.getSelection()).trim().length > 0) return void chooseWords();
  const heard = event.target.closest(".heard [data-p]");
  const found = heard ? place(heard.dataset.p) : event.target.closest(".para[data-p]");
  const query = found ? `${clicked(found, event)}${state()?.dataset.sweep ? "&sweep=yes" : ""}` : "";
  after(() => slip(query));
});

function clicked(found, event) {
  const here = state();
  if (event.shiftKey && here?.dataset.index) return `range=${here.dataset.first || here.dataset.index}-${found.dataset.i}`;
  if (!event.ctrlKey && !event.metaKey) return `chosen=${found.dataset.p}`;
  const several = new Set(chosenOnes());
  several.has(found.dataset.p) ? several.delete(found.dataset.p) : several.add(found.dataset.p);
  return `chosen=${[...several].join(",")}`;
}

export async function move(step, extend) {
  const here = state()?.dataset || {};
  const last = Number(here.last || 0);
  if (here.index === undefined || here.index === "") {
    const seen = firstSeen();
    return slip(`range=${seen ? `${seen.dataset.i}-${seen.dataset.i}` : "0-0"}`);
  }
  const next = Math.max(0, Math.min(last, Number(here.index) + step));
  await slip(extend ? `range=${here.first || here.index}-${next}` : `range=${next}-${next}`);
  return reveal();
}
