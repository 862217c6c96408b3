// A change that is being considered is shown on the pages, in the proposal colour, until it is saved or left.
import { proposedEarly, say, state, proposal, propose, letProposalGo } from "./room.js";
import { redraw, sheet, draw } from "./pages.js";
import { keysOn, meant } from "./own_keys.js";

// The strip marks the pages that it changes.
let changes = [];
function markStrip() {
  document.querySelectorAll(".strip .changes").forEach((one) => one.classList.remove("changes"));
  if (proposal()) changes.forEach((number) => document.querySelector(`.strip [data-page="${number}"]`)?.classList.add("changes"));
}

// While its key is held the pages show what is; let go of, what would be.
let away = null;
function look(event) {
  const key = event.key.length === 1 && meant(event.key).toLowerCase();
  if (key !== "b" || event.repeat || event.ctrlKey || event.metaKey || event.altKey || !keysOn()) return;
  if (event.target.closest("input, select, textarea, [contenteditable]:not([contenteditable=false])") || !proposal()) return;
  event.preventDefault();
  event.stopPropagation();
  away = proposal();
  letProposalGo();
  redraw().then(() => away && say("As it is now; let go of the key to see what would be."));
}

function back(event) {
  if (!away || (event.key?.length === 1 && meant(event.key).toLowerCase() !== "b")) return;
  if (!proposal()) propose(away);
  away = null;
  redraw();
}

export function startProposals() {
  window.addEventListener("keydown", look, true);
  window.addEventListener("keyup", back, true);
  window.addEventListener("blur", back); // the key is let go of elsewhere
  document.body.addEventListener("norvel:strip", markStrip);
  const show = (detail) => {
    changes = detail.pages || [];
    propose(detail.id);
    redraw(detail);
    markStrip();
  };
  const early = proposedEarly();
  if (early) show(early);
  else if (state()?.dataset.proposed) {
    propose(state().dataset.proposed);
    redraw();
  }
  document.body.addEventListener("norvel:proposed", (event) => show(event.detail));
  document.body.addEventListener("htmx:afterSwap", (event) => {
    const trigger = event.detail.xhr.getResponseHeader("HX-Trigger") || "";
    if (event.detail.target.id !== "slip" || !(proposal() || away) || trigger.includes("norvel:proposed")) return;
    letProposalGo();
    away = null;
    markStrip();
    if (!trigger) redraw();
  });
  document.body.addEventListener("click", async (event) => {
    const link = event.target.closest("[data-see]");
    if (!link) return;
    event.preventDefault();
    const one = sheet(link.dataset.page);
    if (!one) return;
    await draw(one);
    (one.querySelector(`.para[data-p="${link.dataset.see}"]`) || one).scrollIntoView({ block: "center" });
  });
}
