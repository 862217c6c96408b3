// How large the pages are drawn, kept from visit to visit; 0 is as wide as the window.
import { pages } from "./room.js";

const STEPS = [0.5, 0.67, 0.8, 1, 1.25, 1.5, 2, 3, 4];
let now = Number(localStorage.getItem("norvel.zoom")) || 1;

function show(changed) {
  const top = changed && pages.scrollTop / Math.max(1, pages.scrollHeight);
  pages.style.setProperty("--zoom", now);
  document.getElementById("zoom").textContent = `${Math.round(now * 100)} %`;
  localStorage.setItem("norvel.zoom", now);
  if (changed) {
    pages.scrollTop = top * pages.scrollHeight;
    window.dispatchEvent(new Event("resize"));
  }
}

export function zoom(step) {
  const at = STEPS.findIndex((one) => one >= now);
  now = step === 0 ? 1 : STEPS[Math.max(0, Math.min(STEPS.length - 1, at + step))];
  show(true);
}

export function startZoom() {
  show(false);
  document.querySelectorAll("[data-zoom]").forEach((button) => button.addEventListener("click", () => zoom(Number(button.dataset.zoom))));
}
