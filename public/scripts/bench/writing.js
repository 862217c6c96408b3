// Writing in place: the paragraphs being written stand in a box over their place on the page. Everything acts at once here; the
// outbox takes it to the server.
import { pages, state, slip, refuse, say, points, bench } from "./room.js";
import { texts, styles, place, redraw, reveal } from "./pages.js";
import { make, read, like } from "./block.js";
import { newId } from "./new_ids.js";
import { caret, caretPlace, collapsed, atEdge, restAfterCaret } from "./caret.js";
import { anchorOf, putOver, dress, back, pushDown } from "./over_page.js";
import { chooseHere, markFresh } from "./marks.js";
import { connect, send, fresh, pending, isHeld, again, keepDraft, waitsFor, drained } from "./outbox.js";

const SIGN = "\uFFFC"; // holds the place of an image, a note mark, a field
let box = null;
let blocks = []; // { id, el, was, style, ends, container, after: where it is to be put, when it is not there yet }
let current = null; // the block written in last
let run = null;
let ended = true;

export const writing = () => box !== null && !ended;

const MADE = "A list of contents says what the headings say: change those and bring the list up to date.";

function open(id) {
  const data = texts.get(String(id));
  return data && !data.fixed ? make(Number(id), data) : null;
}

// @returns whether the paragraph could be opened
function begin(list, focusOn, at) {
  close();
  box = document.createElement("div");
  box.className = "writing-box";
  pages.append(box);
  blocks = list;
  blocks.forEach((block) => box.append(block.el));
  run = fresh();
  wake();
  lay();
  focus(focusOn, at);
}

function wake() {
  ended = false;
  box.classList.remove("ended");
  blocks.forEach((block) => {
    block.el.contentEditable = "plaintext-only";
  });
  bench.classList.add("at-writing");
}

function close() {
  box?.remove();
  box = null;
  pages.querySelectorAll(".para.written").forEach((one) => one.classList.remove("written"));
  back(pages);
  blocks = [];
  current = null;
  ended = true;
  bench.classList.remove("at-writing");
}

// Opens a paragraph, at the end or at an offset.
export async function write(id, at) {
  if (id === undefined) return;
  const known = blocks.find((block) => String(block.id) === String(id));
  if (known && box) {
    wake();
    run = fresh();
    return focus(known, at);
  }
  if (!texts.has(String(id))) await reveal();
  if (texts.get(String(id))?.fixed) return void refuse(MADE);
  const block = open(id);
  if (block) begin([block], block, at);
}

// A new paragraph behind another, in that one's next style; it is sent once it has a letter.
export async function writeAfter(id) {
  if (id === undefined) return;
  if (!texts.has(String(id))) await reveal();
  const data = texts.get(String(id));
  if (!data) return;
  if (data.fixed === "within") return void refuse(MADE);
  if (data.ends) return void refuse("A section or a run-in heading ends with this paragraph; put the new one before it, or split it.");
  const known = box && blocks.find((block) => String(block.id) === String(id));
  const block = make(newId(), like({ data, container: data.in }, styles()[data.style]?.next || data.style), { after: Number(id) });
  if (!known) return void begin([block], block);
  wake();
  run = fresh();
  insert(block, known);
  focus(block);
}

function insert(block, behind) {
  blocks.splice(blocks.indexOf(behind) + 1, 0, block);
  behind.el.after(block.el);
  lay();
}

// Where it stands -----------------------------------------------------------------------------------
export function lay() {
  if (!box || !blocks.length) return;
  const first = blocks[0];
  const anchor = anchorOf(first);
  if (anchor) putOver(box, anchor, !place(first.id));
  const scale = Number(box.dataset.scale || 1);
  blocks.forEach((block) => dress(block, scale, block === first));
  pushDown(box, blocks);
}

// The caret -----------------------------------------------------------------------------------------
function focus(block, at) {
  current = block;
  block.el.focus({ preventScroll: true });
  caret(block, at ?? points(read(block)));
  const seen = block.el.getBoundingClientRect();
  if (seen.bottom > window.innerHeight - 50 || seen.top < 60) block.el.scrollIntoView({ block: "center" });
}

// Steps ---------------------------------------------------------------------------------------------
// What a block would send: that it is there, and its text.
function stepsOf(block, force = false) {
  const text = read(block);
  const steps = [];
  if (block.after !== undefined && (text || force)) steps.push({ do: "insert", paragraph: block.after, new: block.id, style: block.style });
  if (text !== block.was && (block.after === undefined || text)) steps.push({ do: "edit", paragraph: block.id, text, was: block.was });
  return steps;
}

const items = () =>
  blocks
    .map((block) => stepsOf(block))
    .filter((steps) => steps.length)
    .map((steps) => ({ number: fresh(), run, steps }));

// Hands over what a block has, with what was done at its end.
function handOver(block, more = [], force = more.length > 0) {
  const steps = [...stepsOf(block, force), ...more];
  if (steps.length) {
    if (block.after !== undefined && steps[0].do === "insert") delete block.after;
    block.was = read(block);
    keepText(block);
    dispatch(steps);
  }
}

// What is shown here is newer than the page until the server has confirmed it.
function keepText(block) {
  const text = read(block);
  block.data = { ...block.data, style: block.style, ends: block.ends, text: text ? [[text, block.data.face, block.data.size]] : [] };
  texts.set(String(block.id), block.data);
}

// One request, or a part of the one that is being put together.
let together = null;
const dispatch = (steps) => (together ? together.push(...steps) : send({ number: fresh(), run, steps }));

function asOne(work) {
  together = [];
  work();
  const steps = together;
  together = null;
  if (steps.length) send({ number: fresh(), run, steps });
}

const handOverAll = () => blocks.forEach((block) => handOver(block));

function split(block) {
  if (!collapsed()) window.getSelection().deleteFromDocument();
  const text = read(block);
  const at = caretPlace(block);
  const rest = restAfterCaret(block);
  const id = newId();
  handOverSplit(block, text, at, id);
  const ending = at === points(text) && text.length > 0;
  const style = ending && !block.ends ? styles()[block.style]?.next || block.style : block.style;
  if (block.ends) return splitAbove(block, rest, id);
  const next = make(id, like(block, style));
  next.el.append(...rest);
  next.was = next.el.textContent;
  keepText(block);
  keepText(next);
  insert(next, block);
  focus(next, 0);
}

// A section's end stays on what comes last: the new paragraph is the one above.
function splitAbove(block, rest, id) {
  const above = make(id, { ...like(block, block.style), text: [] });
  above.el.append(...block.el.childNodes);
  block.el.append(...rest);
  [above, block].forEach((one) => {
    one.was = one.el.textContent;
    keepText(one);
  });
  blocks.splice(blocks.indexOf(block), 0, above);
  block.el.before(above.el);
  lay();
  focus(block, 0);
}

function handOverSplit(block, text, at, id) {
  const steps = stepsOf(block, true).filter((step) => step.do !== "edit");
  if (text !== block.was) steps.push({ do: "edit", paragraph: block.id, text, was: block.was });
  delete block.after;
  steps.push({ do: "split", paragraph: block.id, at, new: id });
  block.was = Array.from(text).slice(0, at).join("");
  dispatch(steps);
}

// The block before or after, opened where it was not yet.
function neighbour(block, step) {
  const beside = blocks[blocks.indexOf(block) + step];
  if (beside) return beside;
  const id = step < 0 && block.after !== undefined ? String(block.after) : besideOnPage(block, step);
  const found = id && open(id);
  if (!found || found.container !== block.container) return null;
  step < 0 ? blocks.unshift(found) : blocks.push(found);
  step < 0 ? box.prepend(found.el) : box.append(found.el);
  lay();
  return found;
}

function besideOnPage(block, step) {
  const order = [...new Set([...pages.querySelectorAll(".para[data-p]")].map((one) => one.dataset.p))];
  const index = order.indexOf(String(block.id));
  return index < 0 ? null : order[index + step];
}

function joinBefore(block) {
  const before = neighbour(block, -1);
  if (!before) return;
  if (before.ends) return void refuse("A section ends between these two; they cannot be joined.");
  join(before, block);
}

function joinAfter(block) {
  const following = neighbour(block, 1);
  if (following && !block.ends) join(block, following);
}

function join(first, second) {
  const at = points(read(first));
  const there = second.after === undefined;
  if (there) {
    handOver(second);
    handOver(first, [{ do: "join", paragraph: first.id, bare: true }]);
  }
  blocks.splice(blocks.indexOf(second), 1);
  first.el.append(...second.el.childNodes);
  second.el.remove();
  if (there) {
    texts.delete(String(second.ends ? first.id : second.id));
    if (second.ends) Object.assign(first, { id: second.id, ends: true });
    first.el.dataset.p = first.id;
    first.was = first.el.textContent;
    keepText(first);
  }
  lay();
  focus(first, at);
}

// A style without leaving the editor.
export function giveStyle(id) {
  const style = styles()[id];
  if (!current || !style || !writing()) return;
  const at = caretPlace(current);
  current.data = { ...current.data, ...style, style: id };
  current.style = id;
  if (current.after === undefined) handOver(current, [{ do: "style", paragraphs: [current.id], style: id }]);
  current.el.querySelectorAll("span[data-size]").forEach((one) => {
    one.dataset.size = style.size;
    one.className = `f-${style.face}`;
  });
  lay();
  focus(current, at);
  say(`This paragraph is “${style.name}” now.`);
}

// Ends the writing and keeps it; the paragraph written last is the chosen one at once.
let ending = Promise.resolve();
export const endingDone = () => ending;

export function end() {
  if (!writing()) return;
  const last = current || blocks[blocks.length - 1];
  handOverAll();
  const gone = last.after !== undefined; // nothing was written in it
  const id = gone ? last.after : last.id;
  ended = true;
  box.classList.add("ended");
  blocks.forEach((block) => {
    block.el.contentEditable = "false";
  });
  bench.classList.remove("at-writing");
  chooseHere(id);
  pages.focus({ preventScroll: true });
  if (isHeld()) again();
  ending = drained().then((done) => {
    if (!done || writing()) return null;
    return drawing
      .then(() => slip(`chosen=${id}`))
      .then(() => {
        if (!writing() && !pending()) close();
      });
  });
}

// Keys ----------------------------------------------------------------------------------------------
// @returns whether the key did something of ours
function act(key, { shift, control, alt }) {
  const block = current;
  const at = caretPlace(block);
  if (key === "Escape" || (key === "Enter" && control)) end();
  else if (key === "Enter" && shift) lineBreak(block);
  else if (key === "Enter") split(block);
  else if (key === "Backspace" && collapsed() && at === 0) joinBefore(block);
  else if (key === "Delete" && collapsed() && at === points(read(block))) joinAfter(block);
  else if (key === "ArrowUp" && !shift && !alt && atEdge(block, true)) return over(block, -1, true);
  else if (key === "ArrowDown" && !shift && !alt && atEdge(block, false)) return over(block, 1, true);
  else if (key === "ArrowLeft" && !shift && collapsed() && at === 0) return over(block, -1, false);
  else if (key === "ArrowRight" && !shift && collapsed() && at === points(read(block))) return over(block, 1, false);
  else if (key === "Tab" && shift) end();
  else if (key === "Tab" && !control && !alt) tab(block);
  else if (key === "F8") document.body.dispatchEvent(new CustomEvent("norvel:palette", { detail: { el: block.el, style: block.style } }));
  else return false;
  return true;
}

// To the paragraph beside; straight up or down where one comes by line.
function over(block, step, byLine) {
  const rect = window.getSelection().getRangeAt(0).getBoundingClientRect();
  const x = rect.left || block.el.getBoundingClientRect().left + 8;
  const other = neighbour(block, step);
  if (!other) return false;
  handOver(block);
  focus(other, step < 0 ? undefined : 0);
  if (byLine) {
    const outer = other.el.getBoundingClientRect();
    const found = document.caretRangeFromPoint(x, step < 0 ? outer.bottom - 4 : outer.top + 4 + parseFloat(other.el.style.paddingTop || 0));
    if (found && other.el.contains(found.startContainer)) window.getSelection().collapse(found.startContainer, found.startOffset);
  }
  return true;
}

function lineBreak(block) {
  const last = caretPlace(block) === points(read(block));
  document.execCommand("insertText", false, "\n");
  block.filler = last && block.el.textContent.endsWith("\n\n");
  typed(block);
}

function tab(block) {
  document.execCommand("insertText", false, "\t");
  typed(block);
}

function typed(block) {
  if (block.filler && !block.el.textContent.endsWith("\n")) block.filler = false;
  keepDraft();
  lay();
}

pages.addEventListener("keydown", (event) => {
  const el = event.target.closest?.(".editor");
  if (!el || !writing() || event.isComposing) return;
  event.stopPropagation();
  current = el.block;
  if (act(event.key, { shift: event.shiftKey, control: event.ctrlKey || event.metaKey, alt: event.altKey })) event.preventDefault();
});

// A key that came before the editor was there.
export function feed({ key, shift, control, alt }) {
  if (!current) return;
  if (document.activeElement !== current.el) current.el.focus({ preventScroll: true });
  if (act(key, { shift, control, alt })) return;
  if (key.length === 1 && !control) document.execCommand("insertText", false, key);
  else if (key === "Backspace") document.execCommand("delete");
  else if (key === "Delete") document.execCommand("forwardDelete");
  else if (/^Arrow(Left|Right)$/.test(key))
    window.getSelection().modify(shift ? "extend" : "move", key === "ArrowLeft" ? "backward" : "forward", "character");
  else if (/^(Home|End)$/.test(key))
    window
      .getSelection()
      .modify(shift ? "extend" : "move", key === "Home" ? "backward" : "forward", control ? "documentboundary" : "lineboundary");
  typed(current);
}

pages.addEventListener("input", (event) => {
  const block = event.target.closest?.(".editor")?.block;
  if (block) typed(block);
});

// The signs of images, notes and fields are not deleted by writing over them.
pages.addEventListener("beforeinput", (event) => {
  const block = event.target.closest?.(".editor")?.block;
  if (!block) return;
  const going = event
    .getTargetRanges()
    .map((one) => {
      const range = document.createRange();
      range.setStart(one.startContainer, one.startOffset);
      range.setEnd(one.endContainer, one.endOffset);
      return range.toString();
    })
    .join("");
  if (!going.includes(SIGN)) return;
  event.preventDefault();
  refuse("An image, a note mark or the like stands in these words and would be lost; leave its sign where it is.");
});

// Several lines that are pasted are several paragraphs.
pages.addEventListener("paste", (event) => {
  const block = event.target.closest?.(".editor")?.block;
  if (!block) return;
  event.preventDefault();
  event.stopPropagation();
  const lines = event.clipboardData
    .getData("text/plain")
    .replaceAll(SIGN, "")
    .split(/\r\n?|\n/);
  asOne(() => {
    lines.forEach((line, index) => {
      if (index) split(current);
      if (line) document.execCommand("insertText", false, line);
      typed(current);
    });
    if (lines.length > 1) handOverAll();
  });
});

pages.addEventListener("focusin", (event) => {
  const block = event.target.closest?.(".editor")?.block;
  if (block) current = block;
});
pages.addEventListener("focusout", (event) => {
  const block = event.target.closest?.(".editor")?.block;
  if (writing() && blocks.includes(block)) {
    block.caret = caretPlace(block);
    handOver(block);
  }
});

// What the server confirmed ---------------------------------------------------------------------------
let drawnAt = 0;
let drawing = Promise.resolve();
let touched = [];
connect({
  unsent: () => (writing() ? items() : []),
  confirmed: (item, data, left) => {
    if (data.nothing) return;
    touched.push(...(data.touched || []));
    say(`${data.sentence} ${data.ripple}`);
    if (left && Date.now() - drawnAt < 1500) return;
    drawnAt = Date.now();
    markFresh(touched);
    touched = [];
    drawing = redraw(data).then(() => {
      markFresh([]);
      settled();
    });
  }
});
// @returns whether what stands here of a paragraph is newer than the page
export const isNewer = (id) =>
  waitsFor(id) ||
  (writing() && blocks.some((block) => String(block.id) === id && (block.after !== undefined || read(block) !== block.was)));

// On the new pages: what is confirmed and not written in any more leaves the box.
export function settled() {
  if (!box) return;
  if (!pending() && writing()) {
    const unsaved = blocks.filter((block) => block === current || block.after !== undefined || read(block) !== block.was);
    const from = blocks.indexOf(unsaved[0]);
    const to = blocks.indexOf(unsaved[unsaved.length - 1]);
    blocks.filter((_, index) => index < from || index > to).forEach((block) => block.el.remove());
    blocks = blocks.slice(from, to + 1);
    blocks.forEach((block) => {
      const data = texts.get(String(block.id));
      if (data && block.after === undefined) Object.assign(block, { data: { ...data }, style: data.style, ends: data.ends });
    });
    const inSlip = document.getElementById("slip").contains(document.activeElement);
    if (!inSlip && place(current.id) && state()?.dataset.chosen !== String(current.id)) slip(`chosen=${current.id}`);
  }
  lay();
}

document.body.addEventListener("norvel:hand-over", handOverAll);
document.body.addEventListener("norvel:left-out", () => {
  close();
  redraw();
});

// The slip was swapped while one writes: the cursor is where it was.
document.body.addEventListener("htmx:afterSettle", (event) => {
  if (event.detail.target.id !== "slip" || !writing() || !current) return;
  if (box.contains(document.activeElement)) return;
  if (event.detail.requestConfig?.verb === "get" && document.getElementById("slip").contains(document.activeElement)) return;
  focus(current, current.caret);
});

pages?.addEventListener("dblclick", (event) => {
  const found = event.target.closest(".para[data-p]");
  if (!found || writing()) return;
  window.getSelection().removeAllRanges();
  write(found.dataset.p);
});
