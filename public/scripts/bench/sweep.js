// The sweep: one key a style. Strokes are sent one after the other, each with what the one before left; a quick hand loses none.
import { base, bench, pages, state, slip } from "./room.js";
import { reveal } from "./pages.js";

let strokes = Promise.resolve();
export const inSweep = () => state()?.dataset.sweep;

function queued(work) {
  strokes = strokes.then(work, work);
  return strokes;
}

const stroke = (values) => queued(async () => {
  const bare = document.getElementById("sweep-bare")?.checked === false ? "no" : "yes";
  await htmx.ajax("POST", `${base}/sweep`, { target: "#slip", swap: "innerHTML", values: { ...values, bare, chosen: state().dataset.chosen, head: bench.dataset.head } });
  await reveal();
});

const stepBack = () => queued(() => htmx.ajax("POST", `${base}/undo?sweep=yes`, { target: "#slip", swap: "innerHTML", values: { chosen: state().dataset.chosen, head: bench.dataset.head } }));

export function startSweep() {
  const id = state()?.dataset?.chosen?.split(",")[0] || pages.querySelector(".para[data-p]")?.dataset.p;
  return htmx.ajax("GET", `${base}/slip?sweep=yes&chosen=${id}`, { target: "#slip", swap: "innerHTML" }).then(reveal);
}

// @returns false where the key means nothing in a sweep
export function sweepKey(name) {
  const key = name.toLowerCase();
  if (name === "Escape") return slip(`chosen=${state().dataset.chosen}`);
  if (name === "Enter") return stroke({ key: "" });
  if (name === "Backspace") return stepBack();
  return key.length === 1 && inSweep().includes(key) ? stroke({ key }) : false;
}
