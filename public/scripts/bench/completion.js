// What a line of values and styles would go on with, and where its faults stand. Text in, text out.

// What would complete the words before the caret: the longest that are the beginning of something.
// @param known [Object] words, families, styles: Array<String> each
// @returns [String] the rest of the word, "" where nothing completes it
export function completion({ words, families, styles }, text) {
  const line = text.slice(text.lastIndexOf("\n") + 1);
  const heads = [/^.*\b(?:from|then) ([^:,]*)$/, /^([^:,]*)$/].map((form) => line.match(form)?.[1]).filter((head) => head?.length > 1);
  const begins = (one, part) => one.length > part.length && one.toLowerCase().startsWith(part.toLowerCase());
  const names = line.includes(":") ? [] : heads.map((head) => styles.find((one) => begins(one, head))?.slice(head.length));
  const part = line.match(/[^,:]*$/)[0].trimStart();
  if (/\d[\d.,]*\s*\p{L}*$/u.test(part)) return ""; // a measure and its unit
  for (let rest = part; rest.length > 1; rest = rest.replace(/^\S+\s*/, "")) {
    const found = [...words, ...families].find((one) => begins(one, rest));
    if (found) return found.slice(rest.length);
    if (!/\s/.test(rest)) break;
  }
  return names.find((rest) => rest) ?? "";
}

// The line in stretches, counted by code points as the server counts them.
// @param faults [Array<[Number, Number]>] from, to @param ghost [String] what completes the last word, which is no fault then
// @returns [Array<{fault: Boolean, text: String}>]
export function stretches(line, faults, ghost = "") {
  const letters = Array.from(line);
  const unfinished = ([, to]) => ghost && to === letters.length;
  const marked = (index) => faults.some((fault) => index >= fault[0] && index < fault[1] && !unfinished(fault));
  return letters.reduce((found, letter, index) => {
    const fault = marked(index);
    if (found.at(-1)?.fault !== fault) found.push({ fault, text: "" });
    found.at(-1).text += letter;
    return found;
  }, []);
}
