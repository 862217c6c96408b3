// What the line of values and styles goes on with. Seen: the parent's name after "from" was not completed.
import test from "node:test";
import assert from "node:assert/strict";
import { completion, stretches } from "../../public/scripts/bench/completion.js";

const KNOWN = { words: ["centred", "space after", "bold"], families: ["Alegreya Sans"], styles: ["Block quotation", "Heading 1"] };
const rest = (text) => completion(KNOWN, text);

test("completes the words at the caret", () => {
  assert.equal(rest("13 pt, cent"), "red");
  assert.equal(rest("space a"), "fter");
  assert.equal(rest("13 pt alegr"), "eya Sans");
});

test("completes a style at the beginning of a line, after from and after then", () => {
  assert.equal(rest("Block"), " quotation");
  assert.equal(rest("Note from head"), "ing 1");
  assert.equal(rest("bold\nhead"), "ing 1");
});

test("says nothing of a measure, a single letter, or what is whole", () => {
  assert.equal(rest("13 p"), "");
  assert.equal(rest("c"), "");
  assert.equal(rest("centred"), "");
  assert.equal(rest(""), "");
});

test("marks faults by code points, and none in a word that is being completed", () => {
  assert.deepEqual(stretches("𝔸 blod", [[2, 6]]), [
    { fault: false, text: "𝔸 " },
    { fault: true, text: "blod" }
  ]);
  assert.deepEqual(stretches("bol", [[0, 3]], "d"), [{ fault: false, text: "bol" }]);
  assert.deepEqual(stretches("", [[0, 1]]), []);
});
