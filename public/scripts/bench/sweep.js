// The sweep: one key a style. Strokes are sent one after the other, each with what the one before left; a quick hand loses none.
import { base, bench, pages, say, state, slip } from "./room.js";
import { reveal } from "./pages.js";

let strokes = Promise.resolve();
let steps = []; // what this sweep did: the paragraph, and where the ledger stood afterwards
export const inSweep = () => state()?.dataset.sweep;

function queued(work) {
  strokes = strokes.then(work, work);
  return strokes;
}

const stroke = (values) =>
  queued(async () => {
    const bare = document.getElementById("sweep-bare")?.checked === false ? "no" : "yes";
    const [paragraph, before] = [state().dataset.chosen, bench.dataset.head];
    await htmx.ajax("POST", `${base}/sweep`, {
      target: "#slip",
      swap: "innerHTML",
      values: { ...values, bare, chosen: paragraph, head: before }
    });
    steps.push({ paragraph, before, after: bench.dataset.head });
    await reveal();
  });

// Back to the paragraph before, and what the sweep did to it is undone; what was done outside of the sweep is not its to undo.
const stepBack = () =>
  queued(async () => {
    const step = steps.pop();
    if (!step) return void say("The sweep began here; there is nothing of it to take back.");
    if (step.after === step.before) await slip(`sweep=yes&chosen=${step.paragraph}`);
    else if (step.after === bench.dataset.head)
      await htmx.ajax("POST", `${base}/undo?sweep=yes`, {
        target: "#slip",
        swap: "innerHTML",
        values: { chosen: step.paragraph, head: bench.dataset.head }
      });
    else return void say("Something else was changed since; take that back first, with U after the sweep.");
    await reveal();
  });

export function startSweep() {
  steps = [];
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
