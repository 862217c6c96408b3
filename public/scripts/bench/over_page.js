// The box that one writes in stands over the paragraphs' place on the page, in their type; what stands below makes room.
import { pages } from "./room.js";
import { place } from "./pages.js";

// Its own place on the page, or that of the paragraph it is to follow.
export const anchorOf = (block) => place(block.id) || (block.after === undefined ? null : place(block.after));

export function putOver(box, anchor, behind) {
  const svg = anchor.closest("svg");
  const hit = area(anchor);
  const outer = pages.getBoundingClientRect();
  box.dataset.scale = svg.clientWidth / svg.viewBox.baseVal.width;
  box.dataset.top = (behind ? hit.bottom : hit.top) - outer.top + pages.scrollTop;
  Object.assign(box.style, { left: `${hit.left - outer.left + pages.scrollLeft}px`, top: `${box.dataset.top}px`, width: `${hit.width}px` });
}

export function dress(block, scale, first) {
  const { size, leading, align, start, end, before, face } = block.data;
  const px = (value) => `${(value * scale).toFixed(2)}px`;
  const top = first ? 0 : before;
  const padding = { paddingLeft: px(start + 4), paddingRight: px(end + 4), paddingTop: px(top) };
  const letters = { fontSize: px(size), lineHeight: px(leading), textAlign: align, textIndent: px(block.data.first) };
  Object.assign(block.el.style, { ...letters, ...padding, minHeight: px(leading) });
  block.el.classList.forEach((name) => name.startsWith("f-") && block.el.classList.remove(name));
  block.el.classList.add(`f-${face}`);
  block.el.querySelectorAll("span[data-size]").forEach((one) => {
    one.style.fontSize = px(Number(one.dataset.size));
  });
}

// Where a paragraph answers to the pointer.
const area = (one) => (one.querySelector(".hit") || one).getBoundingClientRect();

// What made room stands where it stood.
export const back = (within) =>
  within.querySelectorAll(".para[data-p][style]").forEach((one) => {
    one.style.transform = "";
  });

// What stands below on the page, in the same column, makes room while one writes.
export function pushDown(box, blocks) {
  const there = blocks.map((block) => place(block.id)).filter(Boolean);
  const anchor = there[0] || anchorOf(blocks[0]);
  const page = anchor?.closest(".sheet");
  if (!page) return;
  const outer = pages.getBoundingClientRect().top - pages.scrollTop;
  there.forEach((one) => one.classList.add("written"));
  const written = new Set(blocks.map((block) => String(block.id)));
  const below = [...page.querySelectorAll(".para[data-p]")].filter((one) => !written.has(one.dataset.p));
  back(page);
  const top = Number(box.dataset.top);
  const bottoms = there.filter((one) => one.closest(".sheet") === page).map((one) => area(one).bottom);
  const bottom = bottoms.length ? Math.max(...bottoms) - outer : top;
  const more = top + box.offsetHeight - bottom;
  if (Math.abs(more) < 1) return;
  const { left, right } = box.getBoundingClientRect();
  below
    .filter((one) => {
      const its = area(one);
      return its.top - outer >= bottom - 2 && its.left < right - 8 && its.right > left + 8;
    })
    .forEach((one) => {
      one.style.transform = `translateY(${more / Number(box.dataset.scale)}px)`;
    });
}
