// The bench in the browser: pages are fetched as they come into view and let go when they leave, paragraphs are
// chosen by click and key. What is chosen and what it means is the server's business.
(() => {
  "use strict";
  const bench = document.querySelector("[data-bench]");
  const open = bench?.dataset.bench || document.querySelector("[data-manuscript]")?.dataset.manuscript;
  const base = `/manuscripts/${open}`;
  document.querySelectorAll("[data-drop]").forEach(takeDrops);
  document.addEventListener("keydown", viewKeys);
  document.body.addEventListener("norvel:changed", (event) => told(event.detail));
  document.body.addEventListener("click", styleClicks);
  // What takes longer than a moment says so, at the top.
  let under = 0; // requests on their way
  let atWork;
  const busy = () => { if (++under === 1) atWork = setTimeout(() => document.body.classList.add("busy"), 250); };
  const free = () => {
    under = Math.max(0, under - 1);
    if (under) return;
    clearTimeout(atWork);
    document.body.classList.remove("busy");
  };
  window.addEventListener("beforeunload", busy);
  window.addEventListener("pageshow", () => { under = 0; free(); });
  document.body.addEventListener("htmx:beforeRequest", busy);
  document.body.addEventListener("htmx:afterRequest", free);
  document.body.addEventListener("htmx:sendError", () => refuse("Norvel does not answer; is it still running? Nothing was changed."));
  document.body.addEventListener("htmx:afterSwap", (event) => { if (event.detail.target.id === "slip") document.getElementById("refusal")?.replaceChildren(); });
  if (!bench) return;

  const pages = document.getElementById("pages");
  const KEPT = 10; // pages in the document tree at once
  let chosen = new Set();
  let words = []; // chosen stretches of text: [paragraph, from, to]
  let proposal = null; // what is shown before it is done
  let editing = null; // the editor over a paragraph, when one is open
  let fresh = new Set();
  let drawn = []; // page numbers, oldest first
  let watcher = null;

  const sheets = () => document.getElementById("sheets");
  const sheet = (number) => document.getElementById(`page-${number}`);
  const state = () => document.getElementById("chosen");

  // Pages -------------------------------------------------------------------------------------------
  function watch() {
    if (watcher) watcher.disconnect();
    drawn = [];
    watcher = new IntersectionObserver((entries) => entries.forEach((entry) => entry.isIntersecting && draw(entry.target)), { root: pages, rootMargin: "300px 0px" });
    sheets().querySelectorAll(".sheet").forEach((one) => watcher.observe(one));
  }

  async function draw(place) {
    const number = place.dataset.page;
    if (place.dataset.drawn === sheets().dataset.head + "/") return;
    place.dataset.drawn = sheets().dataset.head + "/";
    const answer = await fetch(`${base}/pages/${number}?${proposal ? `proposal=${proposal}&` : ""}${signs() ? "signs=on" : ""}`);
    if (!answer.ok) return void delete place.dataset.drawn;
    const svg = new DOMParser().parseFromString(await answer.text(), "image/svg+xml").documentElement;
    place.querySelector("svg").replaceWith(document.importNode(svg, true));
    paint(place);
    drawn = drawn.filter((other) => other !== number).concat(number);
    letGo();
  }

  function letGo() {
    const away = drawn.filter((number) => !near(sheet(number)));
    while (drawn.length > KEPT && away.length) {
      const number = away.shift();
      drawn = drawn.filter((other) => other !== number);
      const place = sheet(number);
      if (!place) continue;
      const svg = place.querySelector("svg");
      const paper = svg.querySelector(".paper");
      svg.replaceChildren(paper);
      delete place.dataset.drawn;
      watcher.unobserve(place);
      watcher.observe(place);
    }
  }

  function near(place) {
    if (!place) return false;
    const box = place.getBoundingClientRect();
    return box.bottom > -900 && box.top < window.innerHeight + 900;
  }

  function paint(place) {
    place.querySelectorAll(".para[data-p]").forEach((one) => {
      one.classList.toggle("chosen", chosen.has(one.dataset.p));
      if (fresh.has(one.dataset.p)) one.classList.add("fresh");
    });
    place.querySelectorAll(".picked").forEach((one) => one.remove());
    words.forEach(([id, from, to]) => place.querySelectorAll(`.para[data-p="${id}"] tspan[data-o]`).forEach((piece) => pick(piece, from, to)));
  }

  // A wash behind the chosen words.
  function pick(piece, from, to) {
    const start = Number(piece.dataset.o);
    const length = piece.textContent.trimEnd().length;
    const first = Math.max(0, from - start);
    const last = Math.min(length, to - start);
    if (first >= last) return;
    const box = piece.getExtentOfChar(first);
    const rect = document.createElementNS("http://www.w3.org/2000/svg", "rect");
    rect.setAttribute("class", "picked");
    Object.entries({ x: box.x, y: box.y, width: piece.getEndPositionOfChar(last - 1).x - box.x, height: box.height }).forEach(([name, value]) => rect.setAttribute(name, value));
    piece.closest(".para").prepend(rect);
  }

  function paintAll() {
    sheets().querySelectorAll(".sheet").forEach(paint);
    const number = chosen.size;
    document.getElementById("foot-chosen").textContent = words.length ? (words.length === 1 ? "Words chosen" : `Words chosen in ${words.length} places`) : number === 0 ? "Nothing chosen" : number === 1 ? "1 paragraph chosen" : `${number} paragraphs chosen`;
  }

  // The pages again after a change; what is chosen, or what was at the top, stays where it is.
  async function redraw() {
    const anchor = anchorNow();
    const answer = await fetch(`${base}/sheets${proposal ? `?proposal=${proposal}` : ""}`);
    if (!answer.ok) return;
    sheets().outerHTML = await answer.text();
    bench.classList.toggle("proposing", Boolean(proposal));
    if (proposal) document.getElementById("message").textContent = "The pages show what is proposed; nothing is saved yet.";
    watch();
    const page = state()?.dataset.page || anchor?.page;
    const place = page && sheet(page);
    if (place) {
      await draw(place);
      const found = anchor && pages.querySelector(`.para[data-p="${anchor.id}"]`);
      if (found) pages.scrollTop += found.getBoundingClientRect().top - anchor.top;
      else if (!near(place)) place.scrollIntoView({ block: "center" });
    } else if (anchor) pages.scrollTop = anchor.scroll;
    paintAll();
    tellPage();
    htmx.trigger("#strip", "redraw");
  }

  function anchorNow() {
    const first = pages.querySelector(".para.chosen") || [...pages.querySelectorAll(".para[data-p]")].find((one) => one.getBoundingClientRect().top > 60);
    if (!first) return { scroll: pages.scrollTop };
    return { id: first.dataset.p, page: first.closest(".sheet").dataset.page, top: first.getBoundingClientRect().top, scroll: pages.scrollTop };
  }

  // Choosing ----------------------------------------------------------------------------------------
  function slip(query) {
    const long = query.length > 4000;
    return htmx.ajax(long ? "POST" : "GET", long ? `${base}/slip` : `${base}/slip?${query}`, { target: "#slip", swap: "innerHTML", values: long ? Object.fromEntries(new URLSearchParams(query)) : {} });
  }

  pages.addEventListener("click", (event) => {
    if (event.target.closest(".editor")) return;
    if (editing) return void keepWriting();
    if (String(window.getSelection()).trim().length > 0) return void chooseWords();
    const found = event.target.closest(".para[data-p]");
    if (!found) return void slip("");
    const here = state();
    if (event.shiftKey && here?.dataset.index) slip(`range=${here.dataset.first || here.dataset.index}-${found.dataset.i}`);
    else if (event.ctrlKey || event.metaKey) {
      const several = new Set(chosen);
      several.has(found.dataset.p) ? several.delete(found.dataset.p) : several.add(found.dataset.p);
      slip(`chosen=${[...several].join(",")}`);
    } else slip(`chosen=${found.dataset.p}`);
  });

  // The words of the browser's own selection, also over several paragraphs.
  function chooseWords() {
    const selection = window.getSelection();
    const range = selection.getRangeAt(0);
    const found = new Map();
    pages.querySelectorAll(".para[data-p] tspan[data-o]").forEach((piece) => {
      if (!range.intersectsNode(piece)) return;
      const text = piece.textContent;
      const inside = (node, offset) => (node.parentNode === piece ? offset : null);
      const first = inside(range.startContainer, range.startOffset) ?? 0;
      const last = Math.min(inside(range.endContainer, range.endOffset) ?? text.length, text.trimEnd().length);
      if (first >= last) return;
      const points = (length) => Array.from(text.slice(0, length)).length;
      const id = piece.closest(".para").dataset.p;
      const start = Number(piece.dataset.o);
      const [from, to] = found.get(id) || [Infinity, 0];
      found.set(id, [Math.min(from, start + points(first)), Math.max(to, start + points(last))]);
    });
    if (found.size) slip(`text=${[...found].map(([id, [from, to]]) => `${id}:${from}-${to}`).join(",")}`).then(() => selection.removeAllRanges());
  }

  // Writing -----------------------------------------------------------------------------------------
  // The paragraph's text opens over its place on the page; what was typed is sent when the person goes on.
  async function write(id, at) {
    const para = pages.querySelector(`.para[data-p="${id}"]`);
    if (!para) return;
    const answer = await fetch(`${base}/editor?chosen=${id}`);
    if (!answer.ok) return;
    const place = para.closest(".sheet");
    const box = document.createElement("div");
    box.innerHTML = await answer.text();
    editing = box.firstElementChild;
    editing.was = editing.textContent;
    const svg = place.querySelector("svg");
    const scale = svg.clientWidth / svg.viewBox.baseVal.width;
    const hit = para.querySelector(".hit");
    const number = (name) => Number(editing.dataset[name]) * scale;
    const outer = place.getBoundingClientRect();
    const inner = hit.getBoundingClientRect();
    Object.assign(editing.style, { left: `${inner.left - outer.left}px`, top: `${inner.top - outer.top}px`, width: `${inner.width}px`, minHeight: `${inner.height}px`, fontSize: `${number("size")}px`, lineHeight: `${number("leading")}px`,
      textAlign: editing.dataset.align, textIndent: `${number("indent")}px`, paddingLeft: `${number("start") + 4 * scale}px`, paddingRight: `${number("end") + 4 * scale}px` });
    editing.querySelectorAll("span").forEach((run) => { run.style.fontSize = `${Number(run.dataset.size) * scale}px`; });
    place.append(editing);
    editing.addEventListener("keydown", writingKeys);
    editing.addEventListener("blur", keepWriting);
    editing.focus();
    caret(at ?? editing.textContent.length);
  }

  // Text from the clipboard goes behind the chosen paragraph, in the manuscript's own styles.
  document.addEventListener("paste", (event) => {
    if (event.target.closest?.("input, select, textarea, [contenteditable]") || editing) return;
    if (chosen.size !== 1) return void refuse("Choose the paragraph after which the text shall stand, then paste.");
    event.preventDefault();
    htmx.ajax("POST", `${base}/changes/paste_text`, { target: "#slip", swap: "innerHTML", values: { chosen: [...chosen][0], html: event.clipboardData.getData("text/html"), plain: event.clipboardData.getData("text/plain"), head: bench.dataset.head } });
  });

  function caret(at) {
    const walker = document.createTreeWalker(editing, NodeFilter.SHOW_TEXT);
    let node;
    while ((node = walker.nextNode())) {
      if (at <= node.length) return void window.getSelection().collapse(node, at);
      at -= node.length;
    }
  }

  // @returns the code points before the caret
  function caretPlace() {
    const range = window.getSelection().getRangeAt(0).cloneRange();
    range.setStart(editing, 0);
    return Array.from(range.toString()).length;
  }

  function writingKeys(event) {
    event.stopPropagation();
    const selected = !window.getSelection().isCollapsed;
    const length = Array.from(editing.textContent).length;
    if (event.key === "Escape") closeEditor();
    else if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) keepWriting();
    else if (event.key === "Enter" && !event.shiftKey) {
      if (selected) window.getSelection().deleteFromDocument();
      send({ then: "split", at: caretPlace() }, 0);
    } else if (event.key === "Backspace" && !selected && caretPlace() === 0) send({ then: "join_before" }, -length - 1);
    else if (event.key === "Delete" && !selected && caretPlace() === length) send({ then: "join_after" }, length);
    else return;
    event.preventDefault();
  }

  function closeEditor() {
    const open = editing;
    editing = null;
    open?.remove();
    pages.focus();
  }

  function keepWriting() {
    if (!editing) return;
    if (editing.textContent === editing.was) closeEditor();
    else send({});
  }

  // Strokes follow each other; while one is on its way the editor is closed to more.
  function send(values, at) {
    const open = editing;
    editing = null;
    open.contentEditable = "false";
    goOnAt = at;
    const over = new AbortController();
    let refused = false;
    document.body.addEventListener("htmx:responseError", () => {
      refused = true;
      open.contentEditable = "plaintext-only";
      editing = open;
      open.focus();
    }, { once: true, signal: over.signal });
    document.body.addEventListener("norvel:changed", () => open.remove(), { once: true, signal: over.signal });
    htmx.ajax("POST", `${base}/write`, { target: "#slip", swap: "innerHTML", values: { ...values, chosen: open.dataset.p, written: open.textContent, head: bench.dataset.head } }).then(() => {
      over.abort();
      if (!refused && state()?.dataset.goOn === undefined) open.remove();
    });
  }

  let goOnAt = 0;
  async function goOn() {
    const here = state();
    if (here?.dataset.goOn === undefined) return;
    delete here.dataset.goOn;
    await reveal();
    const length = pages.querySelector(".editor") ? 0 : null;
    if (length === null) await write(here.dataset.chosen, goOnAt < 0 ? undefined : goOnAt);
    if (editing && goOnAt < 0) caret(Math.max(0, editing.textContent.length + goOnAt + 1));
    goOnAt = 0;
  }

  document.getElementById("slip").addEventListener("click", (event) => {
    const button = event.target.closest("[data-edit]");
    if (button) reveal().then(() => write(button.dataset.edit));
  });
  pages.addEventListener("dblclick", (event) => {
    const found = event.target.closest(".para[data-p]");
    if (found && !editing) { window.getSelection().removeAllRanges(); write(found.dataset.p); }
  });

  function move(step, extend) {
    const here = state()?.dataset || {};
    const last = Number(here.last || 0);
    if (here.index === undefined || here.index === "") {
      const seen = [...pages.querySelectorAll(".para[data-p]")].find((one) => one.getBoundingClientRect().top > 60);
      return void slip(`range=${seen ? `${seen.dataset.i}-${seen.dataset.i}` : "0-0"}`);
    }
    const next = Math.max(0, Math.min(last, Number(here.index) + step));
    slip(extend ? `range=${here.first || here.index}-${next}` : `range=${next}-${next}`).then(() => reveal());
  }

  async function reveal() {
    const page = state()?.dataset.page;
    const place = page && sheet(page);
    if (!place) return;
    await draw(place);
    const one = place.querySelector(".picked") || place.querySelector(".para.chosen") || place;
    const box = one.getBoundingClientRect();
    if (box.top < 70 || box.bottom > window.innerHeight - 60) one.scrollIntoView({ block: "center" });
  }

  // What the slip says is chosen: paragraphs, or words of them.
  function takeChoice() {
    const here = state()?.dataset || {};
    words = (here.words || "").split(",").filter(Boolean).map((one) => one.split(/[:-]/).map(Number));
    chosen = new Set(words.length ? [] : (here.chosen || "").split(",").filter(Boolean));
  }

  document.body.addEventListener("htmx:afterSwap", (event) => {
    if (event.detail.target.id !== "slip") return;
    if (state()?.dataset.keep === undefined) takeChoice();
    document.getElementById("slip").scrollTop = 0;
    paintAll();
  });

  document.body.addEventListener("norvel:changed", async (event) => {
    fresh = new Set(event.detail.touched.map(String));
    await redraw();
    fresh = new Set();
    goOn();
  });

  // Sweep -------------------------------------------------------------------------------------------
  // Strokes are sent one after the other, each with what the one before left; a quick hand loses none.
  let sweeping = Promise.resolve();
  const inSweep = () => state()?.dataset.sweep;

  function stroke(values) {
    sweeping = sweeping.then(async () => {
      const bare = document.getElementById("sweep-bare")?.checked === false ? "no" : "yes";
      await htmx.ajax("POST", `${base}/sweep`, { target: "#slip", swap: "innerHTML", values: { ...values, bare, chosen: state().dataset.chosen, head: bench.dataset.head } });
      await reveal();
    });
  }

  function startSweep() {
    const here = state()?.dataset;
    const id = here?.chosen?.split(",")[0] || pages.querySelector(".para[data-p]")?.dataset.p;
    htmx.ajax("GET", `${base}/slip?sweep=yes&chosen=${id}`, { target: "#slip", swap: "innerHTML" }).then(reveal);
  }

  function stepBack() {
    sweeping = sweeping.then(async () => {
      await htmx.ajax("POST", `${base}/undo?sweep=yes`, { target: "#slip", swap: "innerHTML", values: { chosen: state().dataset.chosen, head: bench.dataset.head } });
    });
  }

  function sweepKey(event) {
    const key = event.key.toLowerCase();
    if (event.key === "Escape") return void slip(`chosen=${state().dataset.chosen}`);
    if (event.key === "Enter") return void stroke({ key: "" });
    if (event.key === "Backspace") return void stepBack();
    if (key.length === 1 && inSweep().includes(key)) stroke({ key });
    else return false;
  }

  // Strip, marks, keys ------------------------------------------------------------------------------
  document.getElementById("strip").addEventListener("click", (event) => {
    const number = event.target.closest("[data-page]")?.dataset.page;
    if (number) sheet(number)?.scrollIntoView({ block: "start" });
  });

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

  // Which page is in view, in the foot and on the strip.
  function tellPage() {
    const top = [...sheets().querySelectorAll(".sheet")].find((one) => one.getBoundingClientRect().bottom > 160);
    if (!top) return;
    document.getElementById("foot-page").textContent = `Page ${top.dataset.page} of ${sheets().dataset.pages}`;
    document.querySelectorAll(".strip .here").forEach((one) => one.classList.remove("here"));
    document.querySelector(`.strip [data-page="${top.dataset.page}"]`)?.classList.add("here");
  }
  document.getElementById("strip").addEventListener("htmx:afterSwap", tellPage);

  bench.querySelectorAll("[data-show]").forEach((box) => box.addEventListener("change", () => bench.classList.toggle(`no-${box.dataset.show}`, !box.checked)));
  bench.querySelector("[data-keys]").addEventListener("click", toggleKeys);

  function toggleKeys() {
    const list = document.getElementById("keys");
    list.hidden = !list.hidden;
    bench.querySelector("[data-keys]").setAttribute("aria-expanded", String(!list.hidden));
  }

  function flip(name) {
    const box = bench.querySelector(`[data-show="${name}"]`);
    box.checked = !box.checked;
    box.dispatchEvent(new Event("change"));
  }

  const KEYS = {
    ArrowDown: (event) => move(1, event.shiftKey), ArrowUp: (event) => move(-1, event.shiftKey),
    Escape: () => slip(""), s: () => document.getElementById("style-choice")?.focus(), r: () => document.getElementById("remove-direct")?.click(),
    u: () => document.getElementById("undo").click(), y: () => document.getElementById("redo").click(),
    w: startSweep, e: () => write([...chosen][0]), Enter: () => chosen.size === 1 && write([...chosen][0]), n: () => document.getElementById("insert-after")?.click(), m: () => flip("codes"), h: () => flip("hand"), p: () => bench.querySelector("[data-signs]").click(), o: () => bench.querySelector("[data-original]").click(), f: find, "?": toggleKeys,
  };
  document.addEventListener("keydown", (event) => {
    if (event.altKey && /^Arrow(Up|Down)$/.test(event.key) && !event.target.closest("input, select, textarea")) {
      event.preventDefault();
      return void document.getElementById(event.key === "ArrowUp" ? "move-up" : "move-down")?.click();
    }
    if (event.key === "Enter" && event.target.closest("button, a, summary")) return;
    if (typing(event)) { if (event.key === "Escape") pages.focus(); return; }
    if (inSweep() && sweepKey(event) !== false) return void event.preventDefault();
    const act = KEYS[event.key.length === 1 ? event.key.toLowerCase() : event.key];
    if (!act) return;
    event.preventDefault();
    act(event);
  });

  // Find, signs, the original --------------------------------------------------------------------------
  const signs = () => bench.querySelector("[data-signs]").checked;
  bench.querySelector("[data-signs]").addEventListener("change", redraw);
  bench.querySelector("[data-find]").addEventListener("click", find);

  function find() { htmx.ajax("GET", `${base}/find`, { target: "#slip", swap: "innerHTML" }).then(() => document.getElementById("find").focus()); }

  document.getElementById("slip").addEventListener("click", (event) => { if (event.target.closest("[data-reveal]")) document.body.addEventListener("htmx:afterSettle", () => reveal(), { once: true }); });

  // The pages as they came, beside those of the copy, at the same paragraph.
  const original = document.getElementById("original");
  bench.querySelector("[data-original]").addEventListener("change", async (event) => {
    original.hidden = !event.target.checked;
    bench.classList.toggle("with-original", event.target.checked);
    if (event.target.checked && !original.firstElementChild) {
      original.innerHTML = (await (await fetch(`${base}/sheets?at=original`)).text()).replaceAll('id="', 'data-id="');
      const seen = new IntersectionObserver((entries) => entries.forEach((entry) => entry.isIntersecting && drawOriginal(entry.target)), { root: original, rootMargin: "300px 0px" });
      original.querySelectorAll(".sheet").forEach((one) => seen.observe(one));
    }
    alignOriginal();
  });

  async function drawOriginal(place) {
    if (place.dataset.drawn) return;
    place.dataset.drawn = "yes";
    const answer = await fetch(`${base}/pages/${place.dataset.page}?at=original`);
    if (!answer.ok) return void delete place.dataset.drawn;
    place.querySelector("svg").replaceWith(document.importNode(new DOMParser().parseFromString(await answer.text(), "image/svg+xml").documentElement, true));
  }

  async function alignOriginal() {
    if (original.hidden) return;
    const here = pages.querySelector(".para.chosen") || [...pages.querySelectorAll(".para[data-p]")].find((one) => one.getBoundingClientRect().top > 60);
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

  document.body.addEventListener("htmx:afterSwap", (event) => { if (event.detail.target.id === "slip") requestAnimationFrame(alignOriginal); });

  watch();
  paintAll();
  if (state()?.dataset.chosen) {
    takeChoice();
    reveal().then(paintAll).then(goOn);
  }

  if (state()?.dataset.proposed) { proposal = state().dataset.proposed; redraw(); }

  // Proposals ---------------------------------------------------------------------------------------
  // A change that is being considered is shown on the pages, in the proposal colour, until it is saved or left.
  document.body.addEventListener("norvel:proposed", (event) => { proposal = event.detail.id; redraw(); });
  document.body.addEventListener("htmx:afterSwap", (event) => {
    const trigger = event.detail.xhr.getResponseHeader("HX-Trigger") || "";
    if (event.detail.target.id !== "slip" || !proposal || trigger.includes("norvel:proposed")) return;
    proposal = null;
    if (!trigger) redraw();
  });
  document.body.addEventListener("click", async (event) => {
    const link = event.target.closest("[data-see]");
    if (!link) return;
    event.preventDefault();
    const place = sheet(link.dataset.page);
    if (!place) return;
    await draw(place);
    (place.querySelector(`.para[data-p="${link.dataset.see}"]`) || place).scrollIntoView({ block: "center" });
  });

  // Another window was faster: the pages show what it did, what was typed here stays open.
  document.body.addEventListener("norvel:behind", (event) => {
    stand(event.detail);
    if (!pages.querySelector(".editor")) redraw();
  });

  // Shared with the other views ---------------------------------------------------------------------
  // Where the ledger stands now.
  function stand(change) {
    if (bench) bench.dataset.head = change.head;
    document.querySelectorAll("input[data-head]").forEach((field) => { field.value = change.head; });
    document.getElementById("undo").disabled = !change.can_undo;
    document.getElementById("redo").disabled = !change.can_redo;
  }

  async function told(change) {
    stand(change);
    document.getElementById("message").textContent = `${change.sentence} ${change.ripple}`;
    const answer = await fetch(`${base}/conformity`);
    if (answer.ok) document.getElementById("conformity").innerHTML = await answer.text();
  }

  // In the style form a value goes back to the parent; on the specimen page a click opens the style.
  function styleClicks(event) {
    const back = event.target.closest("[data-back]");
    if (back) {
      const field = back.parentNode.querySelector("input, select");
      field.value = "";
      field.dispatchEvent(new Event("input", { bubbles: true }));
      return void field.focus();
    }
    const page = event.target.closest(".specimen-pages");
    const found = page && event.target.closest(".para[data-p]");
    if (found) htmx.ajax("GET", `${base}/styles/${encodeURIComponent(JSON.parse(page.dataset.styles)[found.dataset.p])}?in=styles`, { target: "#slip", swap: "innerHTML" });
  }

  function refuse(sentence) {
    const line = document.createElement("p");
    line.textContent = sentence;
    document.getElementById("refusal").replaceChildren(line);
  }

  function typing(event) {
    return event.ctrlKey || event.metaKey || event.altKey || event.target.closest("input, select, textarea, [contenteditable]");
  }

  function viewKeys(event) {
    if (event.ctrlKey || event.metaKey || event.altKey || event.target.closest("input, select, textarea")) return;
    if (document.querySelector("#chosen[data-sweep]")) return;
    document.querySelector(`.views [data-key="${CSS.escape(event.key)}"]`)?.click();
  }

  function takeDrops(form) {
    const input = form.querySelector("input[type=file]");
    ["dragover", "dragenter"].forEach((name) => form.addEventListener(name, (event) => { event.preventDefault(); form.classList.add("over"); }));
    ["dragleave", "drop"].forEach((name) => form.addEventListener(name, () => form.classList.remove("over")));
    form.addEventListener("drop", (event) => {
      event.preventDefault();
      if (event.dataTransfer.files.length) { input.files = event.dataTransfer.files; form.requestSubmit(); }
    });
  }
})();
