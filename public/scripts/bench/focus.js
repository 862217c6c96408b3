// After every answer the focus is where the person was: on the same control, or on what has come in its place.
let was = null;

const control = (one) => one?.closest("button, a, input, select, textarea, summary");

// What a control is known by, when all of it is made anew.
function signs(one) {
  const form = one.closest("form");
  return {
    id: one.id,
    name: one.name || "",
    value: one.type === "submit" ? one.value : "",
    text: (one.getAttribute("aria-label") || one.textContent || "").trim().slice(0, 60),
    asks: one.getAttribute("hx-get") || form?.getAttribute("hx-post") || form?.getAttribute("hx-get") || ""
  };
}

function alike(place, wanted) {
  if (wanted.id && place.ownerDocument.getElementById(wanted.id)) return place.ownerDocument.getElementById(wanted.id);
  const all = [...place.querySelectorAll("button, a, input:not([type=hidden]), select, textarea, summary")];
  const same = all.map((one) => [one, signs(one)]);
  return (same.find(([, one]) => one.asks === wanted.asks && one.name === wanted.name && one.text === wanted.text) ||
    same.find(([, one]) => one.text && one.text === wanted.text) ||
    [])[0];
}

export function startFocus() {
  document.body.addEventListener("htmx:beforeSwap", (event) => {
    const target = event.detail.target;
    const here = control(document.activeElement);
    if (here && target.contains(here)) was = { target: target.id, signs: signs(here) };
    else if (document.activeElement && document.activeElement !== document.body) was = null;
    // otherwise another answer has just taken it away
  });
  document.body.addEventListener("htmx:afterSettle", () => {
    if (!was || (document.activeElement && document.activeElement !== document.body)) return;
    const place = document.getElementById(was.target) || document.getElementById("slip") || document.getElementById("main");
    const one = place && (alike(place, was.signs) || place);
    was = null;
    if (!one) return;
    if (one === place && !place.hasAttribute("tabindex")) place.setAttribute("tabindex", "-1");
    one.focus({ preventScroll: true });
  });
}
