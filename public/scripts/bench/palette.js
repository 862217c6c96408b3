// The styles under the cursor while one writes: one key gives one, and the writing goes on.
import { styles } from "./pages.js";
import { giveStyle } from "./writing.js";

let list = null;

function close() {
  const shown = list;
  list = null; // taking it away takes the focus from it, which closes it
  shown?.remove();
  shown?.back.focus({ preventScroll: true });
}

function open({ el, style }) {
  close();
  const all = styles();
  list = document.createElement("ul");
  Object.assign(list, { className: "palette", tabIndex: -1, back: el });
  list.setAttribute("role", "listbox");
  list.setAttribute("aria-label", "Style of this paragraph");
  Object.entries(all)
    .filter(([, one]) => one.key)
    .forEach(([id, one]) => {
      const item = document.createElement("li");
      Object.assign(item, { role: "option", id: `palette-${id}` });
      Object.assign(item.dataset, { key: one.key, style: id });
      item.setAttribute("aria-selected", String(id === style));
      const key = document.createElement("kbd");
      key.textContent = one.key.toUpperCase();
      item.append(key, ` ${one.name}`);
      list.append(item);
    });
  const at = el.getBoundingClientRect();
  Object.assign(list.style, { left: `${at.left + 24}px`, top: `${Math.min(at.bottom + 4, window.innerHeight - 320)}px` });
  list.addEventListener("keydown", keys);
  list.addEventListener("click", (event) => {
    const item = event.target.closest("[data-style]");
    if (item) choose(item.dataset.style);
  });
  list.addEventListener("blur", () => list && !list.contains(document.activeElement) && close());
  document.body.append(list);
  list.focus();
}

function choose(id) {
  close();
  giveStyle(id);
}

function keys(event) {
  event.stopPropagation();
  event.preventDefault();
  const items = [...list.querySelectorAll("li")];
  const now = items.findIndex((item) => item.getAttribute("aria-selected") === "true");
  if (event.key === "Escape" || event.key === "F8") return close();
  if (event.key === "Enter") return items[now] && choose(items[now].dataset.style);
  const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (step) {
    items[now]?.setAttribute("aria-selected", "false");
    const next = items[(now + step + items.length) % items.length];
    next.setAttribute("aria-selected", "true");
    return next.scrollIntoView({ block: "nearest" });
  }
  const item = items.find((one) => one.dataset.key === event.key.toLowerCase());
  if (item) choose(item.dataset.style);
}

export function startPalette() {
  document.body.addEventListener("norvel:palette", (event) => open(event.detail));
}
