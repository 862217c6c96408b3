// Which place of one row of pages is beside which of the other: node --test spec/scripts
import test from "node:test";
import assert from "node:assert/strict";
import { follow, goingDown, nextPlace } from "../../public/scripts/bench/follow.js";

test("between two paragraphs it goes as far along as the other does", () => {
  const anchors = [
    [100, 200],
    [200, 500],
    [300, 600]
  ];
  assert.equal(follow(anchors, 100), 200);
  assert.equal(follow(anchors, 150), 350);
  assert.equal(follow(anchors, 250), 550);
  assert.equal(follow(anchors, 40), 140);
  assert.equal(follow(anchors, 350), 650);
  assert.equal(follow([], 70), 70);
});

test("a paragraph that was moved does not lead the other away", () => {
  const pairs = [
    [10, 10],
    [20, 90],
    [30, 30],
    [40, 40]
  ];
  assert.deepEqual(goingDown(pairs), [
    [10, 10],
    [30, 30],
    [40, 40]
  ]);
  assert.deepEqual(goingDown([]), []);
});

test("the next place is one after where one stands", () => {
  assert.equal(nextPlace([10, 50, 90], 50, 1), 90);
  assert.equal(nextPlace([10, 50, 90], 50, -1), 10);
  assert.equal(nextPlace([10, 50, 90], 90, 1), undefined);
});
