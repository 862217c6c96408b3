import { test } from "node:test";
import assert from "node:assert/strict";
import { foldsOf, withFold } from "../../public/scripts/bench/unfolded.js";

test("folds are read from among other cookies, and none from none", () => {
  assert.deepEqual(foldsOf("unit=cm; folds=paper.tables; x=1"), ["paper", "tables"]);
  assert.deepEqual(foldsOf("unit=cm"), []);
  assert.deepEqual(foldsOf("folds="), []);
});

test("a part is in them once while it is open", () => {
  assert.deepEqual(withFold(["paper"], "paper", true), ["paper"]);
  assert.deepEqual(withFold(["paper", "list"], "paper", false), ["list"]);
  assert.deepEqual(withFold([], "list", true), ["list"]);
});
