// The book of pages in a size of the reader's choice; at the largest the pages themselves stand there, to be read.
import { base } from "./room.js";

const SIZES = [70, 100, 150, 220, 420]; // px of a page
const KEPT = "norvel.leaf";
const READ = 420;
const book = () => document.querySelector(".openings");
let watcher = null;

// As large as there is room for, where nobody has said otherwise.
function fitting() {
  const count = book()?.querySelectorAll("[data-number]").length || 0;
  return count <= 12 ? 2 : 1;
}

const kept = () => {
  const said = localStorage.getItem(KEPT);
  return said === null ? fitting() : Math.min(SIZES.length - 1, Math.max(0, Number(said)));
};

async function read(leaf) {
  if (leaf.dataset.read) return;
  leaf.dataset.read = "yes";
  const proposed = leaf.closest("[data-proposal]")?.dataset.proposal;
  const answer = await fetch(`${base}/pages/${leaf.dataset.number}${proposed ? `?proposal=${proposed}` : ""}`);
  if (!answer.ok) return;
  const page = document.importNode(new DOMParser().parseFromString(await answer.text(), "image/svg+xml").documentElement, true);
  page.querySelectorAll("metadata").forEach((one) => one.remove());
  const paper = page.querySelector(".paper"); // without the margins for notes
  page.setAttribute("viewBox", `0 0 ${paper.getAttribute("width")} ${paper.getAttribute("height")}`);
  page.setAttribute("aria-hidden", "true");
  page.classList.add("leaf-read");
  leaf.querySelector(".leaf-page")?.replaceWith(page);
}

function show() {
  const size = SIZES[kept()];
  book()?.style.setProperty("--leaf", `${size}px`);
  document.querySelector("[data-leaf-size='1']")?.toggleAttribute("disabled", kept() === SIZES.length - 1);
  document.querySelector("[data-leaf-size='-1']")?.toggleAttribute("disabled", kept() === 0);
  watcher?.disconnect();
  if (size < READ) return;
  watcher = new IntersectionObserver((seen) => seen.forEach((one) => one.isIntersecting && read(one.target)), { rootMargin: "200px" });
  book()
    ?.querySelectorAll("[data-number]")
    .forEach((one) => watcher.observe(one));
}

function step(by) {
  localStorage.setItem(KEPT, String(Math.min(SIZES.length - 1, Math.max(0, kept() + by))));
  show();
}

export function startBook() {
  show();
  document.addEventListener("click", (event) => {
    const button = event.target.closest("[data-leaf-size]");
    if (button) step(Number(button.dataset.leafSize));
  });
  document.addEventListener("keydown", (event) => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.target.closest("input, select, textarea")) return;
    if (event.key === "+" || event.key === "-") step(event.key === "+" ? 1 : -1);
  });
  document.body.addEventListener("htmx:afterSettle", ({ target }) => target.querySelector?.(".openings") && show());
}
