// What a person folded or unfolded stays so when its list is drawn again; the parts of a slip, over every page and visit.
const said = new Map(); // whether it is open, by name
const YEAR = 31536000; // seconds

export function foldsOf(cookies) {
  const found = cookies.split("; ").find((one) => one.startsWith("folds="));
  return found ? found.slice(6).split(".").filter(Boolean) : [];
}

export function withFold(folds, name, open) {
  const others = folds.filter((one) => one !== name);
  return open ? [...others, name] : others;
}

function keep(name, open) {
  const folds = withFold(foldsOf(document.cookie), name, open);
  document.cookie = `folds=${folds.join(".")}; path=/; max-age=${YEAR}; samesite=strict`;
}

export function startUnfolded() {
  document.addEventListener(
    "toggle",
    (event) => {
      const { unfold, fold } = event.target.dataset ?? {};
      if (unfold) said.set(unfold, event.target.open);
      if (fold) keep(fold, event.target.open);
    },
    true
  );
  // Once what is asked for on unfolding is listened for.
  document.body.addEventListener("htmx:afterSettle", () => {
    for (const part of document.querySelectorAll("details[data-unfold]")) {
      if (said.has(part.dataset.unfold)) part.open = said.get(part.dataset.unfold);
      // It may have been opened before anything listened.
      if (part.open && part.querySelector(":scope > .at-work")) htmx.trigger(part, "toggle");
    }
  });
}
