// The pages as they came, beside those of the copy, at the same paragraph.
import { base, bench, pages } from "./room.js";
import { firstSeen } from "./pages.js";

const original = document.getElementById("original");

async function drawOriginal(place) {
  if (place.dataset.drawn) return;
  place.dataset.drawn = "yes";
  const answer = await fetch(`${base}/pages/${place.dataset.page}?at=original`);
  if (!answer.ok) return void delete place.dataset.drawn;
  place
    .querySelector("svg")
    .replaceWith(document.importNode(new DOMParser().parseFromString(await answer.text(), "image/svg+xml").documentElement, true));
}

async function align() {
  if (original.hidden) return;
  const here = pages.querySelector(".para.chosen") || firstSeen();
  if (!here) return;
  const answer = await fetch(`${base}/original-page?chosen=${here.dataset.p}`);
  const number = answer.ok && (await answer.text());
  const place = number && original.querySelector(`.sheet[data-page="${number}"]`);
  if (!place) return;
  await drawOriginal(place);
  const same = place.querySelector(`.para[data-p="${here.dataset.p}"]`) || place;
  original.querySelectorAll(".chosen").forEach((one) => one.classList.remove("chosen"));
  if (same !== place) same.classList.add("chosen");
  original.scrollTop += same.getBoundingClientRect().top - here.getBoundingClientRect().top;
}

async function toggle(event) {
  original.hidden = !event.target.checked;
  bench.classList.toggle("with-original", event.target.checked);
  if (event.target.checked && !original.firstElementChild) {
    original.innerHTML = (await (await fetch(`${base}/sheets?at=original`)).text()).replaceAll('id="', 'data-id="');
    const seen = new IntersectionObserver((entries) => entries.forEach((entry) => entry.isIntersecting && drawOriginal(entry.target)), {
      root: original,
      rootMargin: "300px 0px"
    });
    original.querySelectorAll(".sheet").forEach((one) => seen.observe(one));
  }
  align();
}

export function startOriginal() {
  bench.querySelector("[data-original]").addEventListener("change", toggle);
  document.body.addEventListener("htmx:afterSwap", (event) => {
    if (event.detail.target.id === "slip") requestAnimationFrame(align);
  });
}
