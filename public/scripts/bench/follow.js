// Two rows of pages, of which one follows the other: where paragraphs stand in both says what is beside what.

// Anchors are [here, there], ascending in here; between two of them there is as far along as here.
export function follow(anchors, at) {
  if (!anchors.length) return at;
  let low = 0;
  let high = anchors.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (anchors[middle][0] <= at) low = middle + 1;
    else high = middle;
  }
  const before = anchors[low - 1];
  const after = anchors[low];
  if (!before) return after[1] + (at - after[0]);
  if (!after) return before[1] + (at - before[0]);
  return before[1] + ((at - before[0]) * (after[1] - before[1])) / (after[0] - before[0] || 1);
}

// Paragraphs that were moved lead nowhere: the longest row that goes down in both is left.
export function goingDown(pairs) {
  const sorted = [...pairs].sort((one, other) => one[0] - other[0] || one[1] - other[1]);
  const tails = [];
  const back = new Array(sorted.length).fill(-1);
  sorted.forEach(([, there], index) => {
    let low = 0;
    let high = tails.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (sorted[tails[middle]][1] < there) low = middle + 1;
      else high = middle;
    }
    back[index] = low ? tails[low - 1] : -1;
    tails[low] = index;
  });
  const row = [];
  for (let index = tails.at(-1) ?? -1; index >= 0; index = back[index]) row.unshift(sorted[index]);
  return row;
}

// The next place after, or the last before, where one is.
export function nextPlace(places, at, step) {
  const near = 2; // pixels: where one stands already
  return step > 0 ? places.find((place) => place > at + near) : places.findLast((place) => place < at - near);
}
