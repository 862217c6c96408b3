// Where the caret stands in a block, in code points, and putting it there.
import { points } from "./room.js";
import { read } from "./block.js";

export function caret(block, at) {
  const walker = document.createTreeWalker(block.el, NodeFilter.SHOW_TEXT);
  let node;
  while ((node = walker.nextNode())) {
    const length = points(node.data);
    if (at <= length) return void window.getSelection().collapse(node, Array.from(node.data).slice(0, at).join("").length);
    at -= length;
  }
  const range = document.createRange();
  range.selectNodeContents(block.el);
  range.collapse(false);
  window.getSelection().removeAllRanges();
  window.getSelection().addRange(range);
}

// @returns the code points before the caret
export function caretPlace(block) {
  const selection = window.getSelection();
  if (!selection.rangeCount) return points(read(block));
  const range = selection.getRangeAt(0).cloneRange();
  range.setStart(block.el, 0);
  return Math.min(points(range.toString()), points(read(block)));
}

export const collapsed = () => window.getSelection().isCollapsed;

// Whether the caret stands on the first or the last line.
export function atEdge(block, up) {
  const range = window.getSelection().getRangeAt(0);
  const rects = range.getClientRects();
  const line = rects.length ? rects[rects.length - 1] : null;
  if (!line || !read(block)) return true;
  const outer = block.el.getBoundingClientRect();
  const height = parseFloat(block.el.style.lineHeight) || line.height;
  return up ? line.top - outer.top - parseFloat(block.el.style.paddingTop || 0) < height * 0.9 : outer.bottom - line.bottom < height * 0.9;
}

// What stands behind it, taken out.
export function restAfterCaret(block) {
  const range = window.getSelection().getRangeAt(0).cloneRange();
  range.setEnd(block.el, block.el.childNodes.length);
  return [...range.extractContents().childNodes].filter((node) => node.textContent);
}
