import assert from "node:assert";
import test from "node:test";
import { entriesOf, filesOf } from "../../public/scripts/bench/folders.js";

const file = (name) => ({ name, isFile: true, file: (done) => done({ name }) });

// A reader gives two at a time, as browsers give a hundred.
const folder = (name, ...inside) => ({
  name,
  isFile: false,
  createReader: () => {
    let at = 0;
    return { readEntries: (done) => done(inside.slice(at, (at += 2))) };
  }
});

test("files of folders in folders come in their order, hidden ones and locks do not", async () => {
  const inner = folder("Anhang", file("plan.png"), file(".hidden"), file("~lock.docx"));
  const dropped = folder("Hausarbeiten", file("Überblick.docx"), file("b.odt"), inner, folder("__MACOSX", file("b.odt")), file("c.md"));
  const items = [{ webkitGetAsEntry: () => file("first.docx") }, { webkitGetAsEntry: () => dropped }, { webkitGetAsEntry: () => null }];
  const names = (await filesOf(entriesOf(items))).map(({ name }) => name);
  assert.deepEqual(names, ["first.docx", "Überblick.docx", "b.odt", "plan.png", "c.md"]);
});

test("what cannot be read says so", async () => {
  const broken = { name: "x.docx", isFile: true, file: (done, failed) => failed(new Error("gone")) };
  await assert.rejects(filesOf([folder("a", broken)]), /gone/);
});
