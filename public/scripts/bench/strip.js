// The whole manuscript as drawn ink. What has not changed is not sent again.
import { base, bench } from "./room.js";

const box = document.getElementById("strip");
let shown = null; // the state whose strip stands there

export async function drawStrip() {
  const head = bench.dataset.head;
  const answer = await fetch(`${base}/strip${shown === null ? "" : `?known=${shown}`}`);
  if (!answer.ok) return;
  const svg = document.importNode(new DOMParser().parseFromString(await answer.text(), "image/svg+xml").documentElement, true);
  const before = new Map([...box.querySelectorAll("g[data-page]")].map((one) => [one.dataset.page, one]));
  const like = [...svg.querySelectorAll("g[data-like]")];
  if (like.some((one) => !before.has(one.dataset.like))) return void ((shown = null), await drawStrip());
  like.forEach((one) => one.append(...[...before.get(one.dataset.like).children].map((part) => part.cloneNode(true))));
  box.replaceChildren(svg);
  shown = head;
  document.body.dispatchEvent(new CustomEvent("norvel:strip"));
}
