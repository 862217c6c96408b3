// A change that is being considered is shown on the pages, in the proposal colour, until it is saved or left.
import { proposedEarly, state, proposal, propose, letProposalGo } from "./room.js";
import { redraw, sheet, draw } from "./pages.js";

export function startProposals() {
  const show = (detail) => {
    propose(detail.id);
    redraw(detail);
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
    if (event.detail.target.id !== "slip" || !proposal() || trigger.includes("norvel:proposed")) return;
    letProposalGo();
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
