// What a view, or the form that one writes in, is there for: its one action that a key makes (Ctrl+Enter), wherever the focus is.
const ACTION = ".button:not([disabled]), [data-main]:not([disabled])";
const IN_FORM = `${ACTION}, [data-form-main]:not([disabled])`; // of a form that one is in, and never from elsewhere
const seen = (element) => element.checkVisibility({ visibilityProperty: true });
const first = (root, what = ACTION) => [...(root?.querySelectorAll(what) ?? [])].find(seen);
const FIELDS = "input:not([type=checkbox]):not([type=radio]), textarea, select";

// In a field it is the action of its form, and none where that has none: what is written there was meant for it.
export function mainAction(from) {
  const form = from?.closest?.("form");
  if (form && from.matches(FIELDS)) return first(form, IN_FORM);
  return (form && first(form, IN_FORM)) || first(document.getElementById("slip")) || first(document.getElementById("main"));
}

// @param run what waits until all that was asked for before is there
export function startMainAction(run = (act) => act()) {
  document.addEventListener("click", (event) => {
    if (!event.target.closest("[data-to-action]")) return;
    event.preventDefault();
    mainAction(null)?.focus();
  });
  document.addEventListener(
    "keydown",
    (event) => {
      if (event.key !== "Enter" || !(event.ctrlKey || event.metaKey) || event.isComposing || event.repeat) return;
      if (event.target.closest(".editor, .palette")) return;
      event.preventDefault();
      event.stopPropagation();
      run(() => mainAction(event.target)?.click());
    },
    true
  );
}
