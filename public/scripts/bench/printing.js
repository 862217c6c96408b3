// Printing the pages: those that were let go are fetched first, all of them, and let go again afterwards.
import { bench, pages, say } from "./room.js";
import { draw, keepAll, letGo, sheets } from "./pages.js";

const AT_ONCE = 4; // pages asked for together

let stopped = false;

async function drawAll() {
  const all = [...sheets().querySelectorAll(".sheet")];
  for (let from = 0; from < all.length && !stopped; from += AT_ONCE) {
    say(`Getting ${Math.min(from + AT_ONCE, all.length)} of ${all.length} pages ready to print; Esc stops.`);
    await Promise.all(all.slice(from, from + AT_ONCE).map(draw));
  }
}

let printing = false;

export async function print() {
  if (printing) return;
  printing = true;
  stopped = false;
  keepAll(true);
  const stop = (event) => {
    if (event.key === "Escape") stopped = true;
  };
  document.addEventListener("keydown", stop, true);
  try {
    await drawAll();
    bench.classList.add("all-drawn");
    say(stopped ? "Nothing is printed." : "");
    if (!stopped) window.print();
  } finally {
    document.removeEventListener("keydown", stop, true);
    bench.classList.remove("all-drawn");
    keepAll(false);
    letGo();
    printing = false;
  }
}

export function startPrinting() {
  if (!pages) return;
  document.addEventListener(
    "keydown",
    (event) => {
      if (event.key.toLowerCase() !== "p" || !(event.ctrlKey || event.metaKey) || event.shiftKey || event.altKey) return;
      event.preventDefault();
      print();
    },
    true
  );
}
