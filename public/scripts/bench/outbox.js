// What was written goes to the server in order, one at a time, while the person writes on. Each request has its own number, so
// that sent twice it counts once. What is not confirmed yet is kept in the browser's storage, over a reload as well.
import { base, bench, manuscript, token, stand, refuse, settle } from "./room.js";
import { Queue } from "./queue.js";
import { newId } from "./new_ids.js";

const queue = new Queue({ post, keep: () => keepDraft() }); // of { number, run, steps }
let unsent = () => []; // what is in the editor and was not handed over yet
let confirmed = () => {};
const AGAIN = 3000; // ms until a server that does not answer is asked once more
const TAB = (sessionStorage.norvelTab ||= crypto.randomUUID());
const KEY = `norvel.writing.${manuscript}.${TAB}`;

export const fresh = () => crypto.randomUUID();
export const pending = () => queue.items.length > 0;
export const isHeld = () => queue.held;
export const waitsFor = (id) =>
  queue.items.some((item) =>
    item.steps.some((step) => [step.paragraph, step.new, ...(step.paragraphs || [])].some((one) => String(one) === String(id)))
  );

// @param hooks [Object] unsent: the items that the editor would send; confirmed: told after each
export function connect(hooks) {
  unsent = hooks.unsent;
  confirmed = hooks.confirmed;
}

export const send = (item) => queue.add(item);

// @returns what is to be done once the item is confirmed; null where it is held
async function post(item) {
  let answer;
  try {
    answer = await fetch(`${base}/write`, {
      method: "POST",
      headers: { "Content-Type": "application/json", "X-CSRF-Token": token },
      body: JSON.stringify({ head: bench.dataset.head, ...item })
    });
  } catch {
    hold("Norvel does not answer; is it still running? What you wrote stays here and is sent again.");
    setTimeout(again, AGAIN);
    return null;
  }
  const data = await answer.json().catch(() => ({ sentence: "A fault of Norvel: this was not saved. What you wrote stays here." }));
  if (!answer.ok) {
    if (data.head !== undefined) stand(data);
    if (!overwrites(item, data.texts || {})) hold(data.sentence);
    return null;
  }
  return (count) => {
    if (!data.nothing) stand(data);
    confirmed(item, data, count);
  };
}

function hold(sentence) {
  refuse(sentence, [
    ["Save again", again],
    ["Copy what was written", copy],
    ["Leave it out", leaveOut]
  ]);
}

// The same paragraph was written in another window: both are shown, and one is chosen, or both are kept.
// @returns whether it is so
function overwrites(item, texts) {
  const step = item.steps.find(
    (one) =>
      one.do === "edit" &&
      texts[one.paragraph] !== undefined &&
      one.was !== undefined &&
      texts[one.paragraph] !== one.was &&
      texts[one.paragraph] !== one.text
  );
  if (!step) return false;
  const short = (words) => (words.length > 90 ? `${words.slice(0, 90)} …` : words || "nothing");
  const both = () => {
    const made = newId();
    item.steps.splice(
      item.steps.indexOf(step),
      1,
      { do: "insert", paragraph: step.paragraph, new: made },
      { do: "edit", paragraph: made, text: step.text }
    );
    again();
  };
  refuse(`Another window wrote in this paragraph meanwhile. Here: “${short(step.text)}” – there: “${short(texts[step.paragraph])}”`, [
    [
      "Keep mine",
      () => {
        step.was = texts[step.paragraph];
        again();
      }
    ],
    ["Keep the other", leaveOut],
    ["Keep both, mine behind it", both],
    ["Copy what was written", copy]
  ]);
  return true;
}

export function again() {
  if (!queue.held) return;
  settle();
  queue.again();
}

function leaveOut() {
  queue.drop();
  settle();
  document.body.dispatchEvent(new CustomEvent("norvel:left-out"));
  queue.again();
}

const textOf = (items) => items.flatMap((item) => item.steps.filter((step) => step.do === "edit").map((step) => step.text)).join("\n");
const copy = (button) =>
  navigator.clipboard.writeText(textOf([...queue.items, ...unsent()])).then(() => {
    button.textContent = "Copied";
  });

// @returns whether everything has gone out
export const drained = () => queue.drained();

// What needs the server's word comes after what was written.
export async function after(act) {
  if (await drained()) return act();
}

// Drafts --------------------------------------------------------------------------------------------
export function keepDraft() {
  const items = [...queue.items, ...unsent()];
  if (!items.length) return localStorage.removeItem(KEY);
  try {
    localStorage.setItem(
      KEY,
      JSON.stringify({ items, name: document.querySelector(".top-name")?.textContent, words: textOf(items).slice(0, 200) })
    );
  } catch {
    /* the storage is full or shut: what was written is on its way all the same */
  }
}

// @returns the drafts of this manuscript that an earlier page left, by key
function left() {
  return Object.keys(localStorage)
    .filter((key) => key.startsWith(`norvel.writing.${manuscript}.`))
    .map((key) => [key, JSON.parse(localStorage.getItem(key))]);
}

export function offerDraft() {
  const [key, draft] = left()[0] || [];
  if (!draft) return;
  const done = () => {
    localStorage.removeItem(key);
    settle();
  };
  refuse(`Words written here were not saved yet: “${draft.words.trim().slice(0, 80)}${draft.words.length > 80 ? " …" : ""}”.`, [
    [
      "Save them",
      () => {
        done();
        draft.items.forEach(send);
      }
    ],
    [
      "Copy them",
      (button) =>
        navigator.clipboard.writeText(textOf(draft.items)).then(() => {
          button.textContent = "Copied";
        })
    ],
    ["Throw them away", done]
  ]);
}

window.addEventListener("beforeunload", (event) => {
  keepDraft();
  if (pending() || unsent().length) event.preventDefault();
});

// Whatever else asks the server for something waits until what was written is there.
document.body.addEventListener("htmx:confirm", (event) => {
  if (event.detail.verb === "get" || (!pending() && !unsent().length)) return;
  event.preventDefault();
  document.body.dispatchEvent(new CustomEvent("norvel:hand-over"));
  drained().then((gone) => gone && event.detail.issueRequest());
});
