// In a small window the slip comes to what was chosen, as a sheet from below; its button or Escape puts it away.
const slip = document.getElementById("slip");
const small = window.matchMedia("(max-width: 900px)");
let asked = null; // by whom: there the focus goes back

const up = () => slip.classList.contains("up");

function away() {
  slip.classList.remove("up");
  if (asked?.isConnected) asked.focus({ preventScroll: true });
  else document.getElementById("pages")?.focus({ preventScroll: true });
}

function button() {
  const one = slip.querySelector(":scope > .slip-away") || document.createElement("button");
  Object.assign(one, { type: "button", className: "slip-away button-small", textContent: "Put away" });
  slip.prepend(one);
}

// Whether anything is chosen that the slip speaks of.
function chosen() {
  const here = document.getElementById("chosen");
  if (here?.dataset.chosen || here?.dataset.words) return true;
  return Boolean(document.querySelector("[data-row][aria-selected='true']"));
}

export function startSheet() {
  if (!slip) return;
  document.body.addEventListener("htmx:beforeRequest", ({ detail }) => {
    if (detail.target?.closest?.("#slip") && !up()) asked = document.activeElement;
  });
  document.body.addEventListener("htmx:afterSettle", ({ target }) => {
    if (!small.matches || !target.closest?.("#slip")) return;
    if (target === slip || target.id === "guide-slip") slip.classList.toggle("up", chosen() || up());
    if (up()) button();
  });
  document.addEventListener("click", (event) => event.target.closest(".slip-away") && away());
  window.addEventListener(
    "keydown",
    (event) => {
      if (event.key !== "Escape" || !small.matches || !up() || event.target.closest("#try-line, .editor, .palette, .in-place-form")) return;
      event.preventDefault();
      event.stopPropagation();
      away();
    },
    true
  );
}
