// What is written goes out in order and is never lost: node --test spec/scripts
import test from "node:test";
import assert from "node:assert/strict";
import { Queue } from "../../public/scripts/bench/queue.js";

// A server that answers when it is told to.
function server() {
  const asked = [];
  const post = (item) => new Promise((answer) => asked.push({ item, answer }));
  const settle = () => new Promise((done) => setImmediate(done));
  return {
    post,
    got: () => asked.map((one) => one.item),
    async answers(place, confirmed) {
      asked[place].answer(confirmed);
      await settle();
    }
  };
}

test("sends one at a time, in the order in which it came", async () => {
  const far = server();
  const queue = new Queue(far);
  const left = [];
  ["a", "b", "c"].forEach((item) => queue.add(item));
  assert.deepEqual(far.got(), ["a"]);
  await far.answers(0, (count) => left.push(count));
  assert.deepEqual(far.got(), ["a", "b"]);
  await far.answers(1, (count) => left.push(count));
  await far.answers(2, (count) => left.push(count));
  assert.deepEqual(far.got(), ["a", "b", "c"]);
  assert.deepEqual(left, [2, 1, 0]);
  assert.deepEqual(queue.items, []);
});

test("keeps what was not confirmed, sends nothing past it, and sends the same again when told to", async () => {
  const far = server();
  const queue = new Queue(far);
  queue.add("a");
  queue.add("b");
  await far.answers(0, null);
  queue.add("c");
  assert.ok(queue.held);
  assert.deepEqual(far.got(), ["a"]);
  assert.deepEqual(queue.items, ["a", "b", "c"]);
  queue.again();
  assert.deepEqual(far.got(), ["a", "a"]);
  await far.answers(1, () => {});
  await far.answers(2, () => {});
  await far.answers(3, () => {});
  assert.deepEqual(far.got(), ["a", "a", "b", "c"]);
});

test("says that it has gone out when it has, and that it has not as soon as something is held", async () => {
  const far = server();
  const queue = new Queue(far);
  assert.equal(await queue.drained(), true);
  queue.add("a");
  const first = queue.drained();
  await far.answers(0, () => {});
  assert.equal(await first, true);
  queue.add("b");
  const second = queue.drained();
  await far.answers(1, null);
  assert.equal(await second, false);
  assert.equal(await queue.drained(), false);
});

test("lets go what it is told to, and goes on with what comes after", async () => {
  const far = server();
  const queue = new Queue(far);
  queue.add("a");
  await far.answers(0, null);
  queue.drop();
  assert.deepEqual(queue.items, []);
  assert.ok(queue.held);
  queue.again();
  queue.add("b");
  assert.deepEqual(far.got(), ["a", "b"]);
});

test("tells of every change of what waits, so that a draft of it can be kept", async () => {
  const far = server();
  const kept = [];
  const queue = new Queue({ post: far.post, keep: () => kept.push(queue.items.join("")) });
  queue.add("a");
  queue.add("b");
  await far.answers(0, () => {});
  queue.drop();
  assert.deepEqual(kept, ["a", "ab", "b", ""]);
});

test("is not shut by a fault in what was to be done after", async () => {
  const far = server();
  const faults = [];
  const queue = new Queue({ post: far.post, fault: (error) => faults.push(error.message) });
  queue.add("a");
  await far.answers(0, () => {
    throw new Error("a fault");
  });
  queue.add("b");
  assert.deepEqual(faults, ["a fault"]);
  assert.deepEqual(far.got(), ["a", "b"]);
});
