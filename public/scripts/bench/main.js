// The bench in the browser: each module is one idea; here they are put together.
import { bench, pages, state, stand, base, refuse, letProposalGo } from "./room.js";
import { startForms } from "./forms.js";
import { startUnfolded } from "./unfolded.js";
import { startMainAction } from "./main_action.js";
import { startSheet } from "./sheet.js";

const MARKED = /^(#{1,6}\s+\S|>\s?\S|\s*[-*+•]\s+\S|\s*\d{1,3}[.)]\s+\S)/; // as Norvel::Formats::Pasted::MARKS

startForms();
startUnfolded();
startSheet();
if (document.querySelector("[data-rows], [data-guide]")) (await import("./rows.js")).startRows();
if (document.querySelector(".openings")) (await import("./book.js")).startBook();
if (document.querySelector(".parts-box")) (await import("./held.js")).startHeld();
if (document.querySelector("[data-beside-pages]")) (await import("./beside.js")).startBeside();
if (document.querySelector("[data-make]")) (await import("./deliver.js")).startDelivering();
if (document.querySelector("[data-guide]")) (await import("./guide.js")).startGuide();
if (bench) await startBench();
else startMainAction();

const LONGEST = 1500; // letters of an address

// Back, reload and a bookmark return to what is chosen.
function tellAddress() {
  const here = state()?.dataset;
  if (!here || here.keep !== undefined) return;
  const query = here.words ? `?text=${here.words}` : here.chosen ? `?chosen=${here.chosen}` : "";
  history.replaceState(null, "", query.length > LONGEST ? base : `${base}${query}`);
}

async function startBench() {
  const names = [
    "pages",
    "marks",
    "choice",
    "writing",
    "outbox",
    "keys",
    "original",
    "proposals",
    "palette",
    "strip",
    "zoom",
    "own_keys",
    "printing",
    "measures",
    "held"
  ];
  const parts = Object.fromEntries(await Promise.all(names.map(async (name) => [name, await import(`./${name}.js`)])));
  const { pages: pagesOf, marks, writing } = parts;
  const { offerDraft, after } = parts.outbox;
  const { startKeys, find, there } = parts.keys;
  const { startOriginal } = parts.original;
  const { startProposals } = parts.proposals;
  const { startPalette } = parts.palette;
  const { drawStrip } = parts.strip;
  const { startZoom } = parts.zoom;
  const { startOwnKeys, toggleKeys } = parts.own_keys;
  const { startPrinting } = parts.printing;
  const { watch, redraw, reveal, tellPage, letGo, sheet, heldNewer, askLater } = pagesOf;
  heldNewer(writing.isNewer);
  watch();
  marks.paintAll();
  startZoom();
  startOwnKeys();
  startMainAction(there);
  startKeys();
  startPrinting();
  parts.measures.startMeasures();
  parts.held.startHeld();
  startOriginal();
  startPalette();
  offerDraft();
  askLater();

  bench
    .querySelectorAll("[data-show]")
    .forEach((box) => box.addEventListener("change", () => bench.classList.toggle(`no-${box.dataset.show}`, !box.checked)));
  bench.querySelector("[data-keys]").addEventListener("click", toggleKeys);
  bench.querySelector("[data-find]").addEventListener("click", find);
  bench.querySelector("[data-signs]").addEventListener("change", redraw);

  document.getElementById("strip").addEventListener("click", (event) => {
    const number = event.target.closest("[data-page]")?.dataset.page;
    if (number) sheet(number)?.scrollIntoView({ block: "start" });
  });
  document.body.addEventListener("norvel:drawn", drawStrip, { once: true });

  let waiting = false;
  pages.addEventListener("scroll", () => {
    if (waiting) return;
    waiting = true;
    requestAnimationFrame(() => {
      waiting = false;
      tellPage();
      letGo();
    });
  });
  window.addEventListener("resize", () => writing.lay());

  const slip = document.getElementById("slip");
  slip.addEventListener("click", (event) => {
    const button = event.target.closest("[data-edit]");
    if (button) reveal().then(() => writing.write(button.dataset.edit));
    if (event.target.closest("[data-insert]"))
      reveal().then(() => writing.writeAfter(event.target.closest("[data-insert]").dataset.insert));
    if (event.target.closest("[data-reveal]")) document.body.addEventListener("htmx:afterSettle", () => reveal(), { once: true });
  });

  document.body.addEventListener("htmx:afterSwap", (event) => {
    if (event.detail.target.id !== "slip") return;
    if (state()?.dataset.keep === undefined) marks.takeChoice();
    slip.scrollTop = 0;
    tellAddress();
    marks.paintAll();
  });
  document.body.addEventListener("htmx:afterSettle", (event) => {
    if (event.detail.target.id === "slip") askLater();
  }); // before that nobody would hear it

  document.body.addEventListener("norvel:changed", async (event) => {
    letProposalGo();
    marks.markFresh(event.detail.touched);
    await redraw(event.detail);
    marks.markFresh([]);
    writing.settled();
  });

  // Another window was faster: the pages show what it did, what was typed here stays open.
  document.body.addEventListener("norvel:behind", (event) => {
    stand(event.detail);
    redraw().then(writing.settled);
  });

  // Text from the clipboard goes behind the chosen paragraph, in the manuscript's own styles.
  document.addEventListener("paste", (event) => {
    if (event.target.closest?.("input, select, textarea, [contenteditable]")) return;
    const [id, ...others] = marks.chosenOnes();
    if (id === undefined || others.length) return void refuse("Choose the paragraph after which the text shall stand, then paste.");
    event.preventDefault();
    const values = { chosen: id, html: event.clipboardData.getData("text/html"), plain: event.clipboardData.getData("text/plain") };
    const put = (more = {}) =>
      after(() =>
        htmx.ajax("POST", `${base}/changes/paste_text`, {
          target: "#slip",
          swap: "innerHTML",
          values: { ...values, ...more, head: bench.dataset.head }
        })
      );
    const marked = values.html.trim() ? 0 : values.plain.split("\n").filter((line) => MARKED.test(line)).length;
    if (!marked) return void put();
    refuse(
      `${marked === 1 ? "1 line begins" : `${marked} lines begin`} with a mark (#, -, 1., >). ` +
        "Do the marks mean headings, lists and quotations?",
      [
        ["They do: make them so", () => put({ marks: "yes" })],
        ["Keep them as typed", () => put()]
      ]
    );
  });

  if (state()?.dataset.chosen) {
    marks.takeChoice();
    await reveal();
    marks.paintAll();
    if (state()?.dataset.goOn !== undefined) writing.write(state().dataset.chosen);
  }
  startProposals();
}
