// What a person folded or unfolded stays so when its list is drawn again.
const said = new Map(); // whether it is open, by name

export function startUnfolded() {
  document.addEventListener(
    "toggle",
    (event) => {
      const name = event.target.dataset?.unfold;
      if (name) said.set(name, event.target.open);
    },
    true
  );
  document.body.addEventListener("htmx:afterSwap", () => {
    for (const part of document.querySelectorAll("details[data-unfold]")) {
      if (said.has(part.dataset.unfold)) part.open = said.get(part.dataset.unfold);
    }
  });
}
