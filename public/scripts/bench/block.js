// One paragraph that is written in: its element, its text, what it was. `ends`: a part ends with it; `container`: where it stands;
// `after`: where it is to be put, when it is not there yet.
import { styles } from "./pages.js";

// The block's text; the browser ends a text that ends with a line break with one more.
export function read(block) {
  const text = block.el.textContent;
  return text.endsWith("\n") && block.filler ? text.slice(0, -1) : text;
}

const AS_FIELD = { role: "textbox", "aria-multiline": "true", "aria-label": "The paragraph's text" };

export function make(id, data, more = {}) {
  const el = document.createElement("div");
  el.className = `editor f-${data.face}`;
  el.contentEditable = "plaintext-only";
  el.spellcheck = false;
  el.dataset.p = id;
  Object.entries(AS_FIELD).forEach(([name, value]) => el.setAttribute(name, value));
  data.text.forEach(([text, face, size]) => el.append(span(text, face, size)));
  const block = { id, el, data, style: data.style, ends: data.ends, container: data.in, ...more };
  block.was = el.textContent;
  el.block = block;
  return block;
}

function span(text, face, size) {
  const one = document.createElement("span");
  one.className = `f-${face}`;
  one.dataset.size = size;
  one.textContent = text;
  return one;
}

// A paragraph that is not there yet, like its neighbour but in another style.
export const like = (block, style) => ({
  ...block.data,
  ...styles()[style],
  style,
  text: [],
  ends: false,
  fixed: null,
  in: block.container
});
