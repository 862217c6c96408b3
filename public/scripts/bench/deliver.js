// What takes a moment to be made: how far it is, while the bench goes on; it can be stopped; kept when it is there. Without this script the
// link does the same in silence.
import { base, token } from "./room.js";

const ASK = 250; // ms between two questions
const MANY = 10; // parts of a work that are worth counting
const said = document.getElementById("message");
const size = (bytes) => (bytes > 1048576 ? `${(bytes / 1048576).toFixed(1)} MB` : `${Math.max(1, Math.round(bytes / 1024))} kB`);
const stopper = () => document.getElementById("stop-making");

function nameOf(answer) {
  const given = answer.headers.get("Content-Disposition") || "";
  const long = given.match(/filename\*=UTF-8''([^;]+)/);
  return long ? decodeURIComponent(long[1]) : "manuscript";
}

// The sentence of a refusal, without its ways out.
function plain(page) {
  const { body } = new DOMParser().parseFromString(page, "text/html");
  body.querySelectorAll("a, script, style").forEach((part) => part.remove());
  return body.textContent.replace(/\s+/g, " ").trim();
}

async function ask(path, method, fields) {
  const headers = { "X-CSRF-Token": token, "HX-Request": "true" };
  const answer = await fetch(path, { method, headers, body: fields && new URLSearchParams(fields) });
  if (!answer.ok) throw new Error(plain(await answer.text()) || "It could not be made.");
  return answer;
}

// A bar under the sentence, with the way out beside it.
function show(making, at) {
  let row = document.getElementById("making");
  if (!row) {
    row = document.createElement("p");
    row.id = "making";
    row.innerHTML = `<progress aria-label="How far it is"></progress> <span></span>
      <button type="button" class="quiet" id="stop-making">Stop</button> <kbd>Esc</kbd>`;
    said.after(row);
    stopper().addEventListener("click", () => {
      making.stopped = true;
    });
  }
  if (!at) return;
  const [done, of] = at;
  Object.assign(row.querySelector("progress"), { max: of, value: done });
  row.querySelector("span").textContent = of > MANY ? `${Math.floor((100 * done) / of)} %` : "";
}

async function finished(making, begun) {
  let state = begun;
  while (!state.done) {
    if (state.refused) throw new Error(state.refused);
    if (state.gone) throw new Error("It was not kept; have it made again.");
    show(making, state.at);
    await new Promise((go) => setTimeout(go, ASK));
    if (making.stopped) {
      await ask(`${base}/making/${begun.key}/stop`, "POST");
      throw new Error("Stopped; nothing was made.");
    }
    state = await (await ask(`${base}/making/${begun.key}`, "GET")).json();
  }
}

async function keep(answer) {
  const bytes = await answer.blob();
  const kept = document.createElement("a");
  kept.href = URL.createObjectURL(bytes);
  kept.download = nameOf(answer);
  kept.click();
  setTimeout(() => URL.revokeObjectURL(kept.href), 60000);
  said.textContent = `Delivered: ${kept.download}, ${size(bytes.size)}.`;
}

async function make(link, making) {
  if (!link.dataset.making) return keep(await ask(link.href, "GET"));
  const name = link.dataset.named && document.getElementById(link.dataset.named).value;
  const record = link.dataset.recorded && document.getElementById(link.dataset.recorded)?.checked ? "yes" : "";
  const fields = name || record ? { name: name || "", record } : undefined;
  const begun = await (await ask(`${base}/making/${link.dataset.making}`, "POST", fields)).json();
  await finished(making, begun);
  if (link.dataset.shown === undefined) return keep(await ask(`${base}/making/${begun.key}/file`, "POST"));
  said.textContent = "";
  location.href = `${link.href}?making=${begun.key}`;
}

async function made(link) {
  const making = { stopped: false };
  const leave = (event) => {
    if (event.key === "Escape") {
      making.stopped = true;
      event.stopPropagation();
    }
  };
  said.className = "deliver-said at-work";
  said.textContent = `Making ${link.dataset.make} …`;
  link.setAttribute("aria-disabled", "true");
  document.addEventListener("keydown", leave, true);
  try {
    await make(link, making);
  } catch (error) {
    said.textContent = error.message === "Failed to fetch" ? "The server does not answer; nothing was delivered." : error.message;
  } finally {
    if (document.activeElement === stopper()) link.focus();
    document.getElementById("making")?.remove();
    document.removeEventListener("keydown", leave, true);
    said.className = "deliver-said";
    link.removeAttribute("aria-disabled");
  }
}

// What comes later to the page is made as well.
export function startDelivering() {
  document.addEventListener("click", (event) => {
    const link = event.target.closest("[data-make]");
    if (!link) return;
    event.preventDefault();
    if (link.getAttribute("aria-disabled") !== "true") made(link);
  });
}
