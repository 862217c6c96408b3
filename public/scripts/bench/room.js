// What every module of the bench knows: the manuscript, where the ledger stands, what the slip says is chosen.
export const bench = document.querySelector("[data-bench]");
export const manuscript = bench?.dataset.bench || document.querySelector("[data-manuscript]")?.dataset.manuscript;
export const base = `/manuscripts/${manuscript}`;
export const pages = document.getElementById("pages");
export const token = JSON.parse(document.body.getAttribute("hx-headers") || "{}")["X-CSRF-Token"];

// What the server proposed before the bench was there to show it.
let early = null;
const hearEarly = (event) => {
  early = event.detail;
};
document.body.addEventListener("norvel:proposed", hearEarly);
export function proposedEarly() {
  document.body.removeEventListener("norvel:proposed", hearEarly);
  return early;
}

// The change that is being considered, by its id.
let proposed = null;
export const proposal = () => proposed;
export const propose = (id) => {
  proposed = id;
};
export const letProposalGo = () => {
  proposed = null;
}; // it is made, or another change was

export const state = () => document.getElementById("chosen");
export const head = () => bench.dataset.head;

// Where the ledger stands now.
export function stand(change) {
  if (bench) bench.dataset.head = change.head;
  document.querySelectorAll("input[data-head]").forEach((field) => {
    field.value = change.head;
  });
  document.getElementById("undo").disabled = !change.can_undo;
  document.getElementById("redo").disabled = !change.can_redo;
}

export function say(sentence) {
  const line = document.getElementById("message");
  if (line) line.textContent = sentence;
}

// A refusal, or a question, where the eyes are.
// @param acts [Array<[String, Function]>] buttons
export function refuse(sentence, acts = []) {
  const line = document.createElement("p");
  line.textContent = sentence;
  const buttons = acts.map(([label, act]) => {
    const button = document.createElement("button");
    button.type = "button";
    button.className = "button-small";
    button.textContent = label;
    button.addEventListener("click", () => act(button));
    return button;
  });
  document.getElementById("refusal")?.replaceChildren(line, ...buttons);
}

export const settle = () => document.getElementById("refusal")?.replaceChildren();

// The slip for what a query names; a long one is posted, since it would not fit into an address.
export function slip(query, view = "slip") {
  const long = query.length > 4000;
  return htmx.ajax(long ? "POST" : "GET", long ? `${base}/slip` : `${base}/${view}?${query}`, {
    target: "#slip",
    swap: "innerHTML",
    values: long ? Object.fromEntries(new URLSearchParams(query)) : {}
  });
}

export const points = (text) => Array.from(text).length;
