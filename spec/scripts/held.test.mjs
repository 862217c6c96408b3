// Where a measure in the hand catches, and what the line then says.
import assert from "node:assert/strict";
import { test } from "node:test";

import { caught, stepped, words, written } from "../../public/scripts/bench/held_values.js";

const data = { least: "0", step: "0.1", guide: "0.8", line: "indent % cm", minus: "hanging % cm", zero: "no indent" };

test("catches on the guide's value, else on a round one", () => {
  assert.equal(caught(data, 0.83, 0.1), 0.8);
  assert.equal(caught(data, 1.234, 0.1), 1.2);
  assert.equal(caught(data, 0.834, 0.1, true), 0.83);
  assert.equal(caught(data, -3, 0.1), 0);
});

test("is stepped to round values, and to the guide's where it is passed", () => {
  assert.equal(stepped(data, 2.54, 0.1), 2.6);
  assert.equal(stepped(data, 2.6, 0.1), 2.7);
  assert.equal(stepped(data, 2.54, -0.1), 2.5);
  assert.equal(stepped(data, 0.05, -0.1), 0);
  assert.equal(stepped(data, 0, -0.1), 0);
  assert.equal(stepped({ ...data, guide: "3.81" }, 3.8, 0.5), 3.81);
  assert.equal(stepped({ ...data, guide: "3.81" }, 3.81, 0.5), 4);
  assert.equal(stepped({ ...data, guide: "0.8" }, 0.7, 0.1), 0.8);
});

test("says what a person would write", () => {
  assert.equal(words(data, 1.2), "indent 1.2 cm");
  assert.equal(words(data, -0.5), "hanging 0.5 cm");
  assert.equal(words(data, 0), "no indent");
});

test("takes the place of what it said before, and leaves the rest of the line alone", () => {
  assert.equal(written("", undefined, "12 pt before"), "12 pt before");
  assert.equal(written("bold", undefined, "12 pt before"), "bold, 12 pt before");
  assert.equal(written("bold, 12 pt before, red", "12 pt before", "13 pt before"), "bold, 13 pt before, red");
});
