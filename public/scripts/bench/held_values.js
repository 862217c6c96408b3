// The values of a measure in the hand: where they catch, and how a line says them.
export const number = (text) => Number(text);
export const shown = (value) => String(Math.round(value * 1000) / 1000);

// @param data [DOMStringMap] of a measure @param value [number] where the hand is @param near [number] how far it catches, in its unit
export function caught(data, value, near, fine = false) {
  const least = Math.max(value, number(data.least));
  if (!fine && data.guide !== undefined && Math.abs(least - number(data.guide)) <= near) return number(data.guide);
  const step = number(data.step) / (fine ? 10 : 1);
  return Math.max(number(data.least), Math.round(Math.round(least / step) * step * 1000) / 1000);
}

// An arrow key goes to the next round value, or to the guide's where that is nearer.
// @param by [number] a step, below zero for one back
export function stepped(data, value, by) {
  const size = Math.abs(by);
  const next = by > 0 ? Math.floor(value / size + 1 + 1e-6) : Math.ceil(value / size - 1 - 1e-6);
  const round = Math.max(number(data.least), Math.round(next * size * 1000) / 1000);
  const guide = data.guide === undefined ? NaN : number(data.guide);
  return (guide - value) * (guide - round) < 0 ? guide : round;
}

// What a line says of it.
export function words(data, value) {
  if (value === 0 && data.zero !== undefined) return data.zero;
  if (value < 0 && data.minus !== undefined) return data.minus.replace("%", shown(-value));
  return data.line.replace("%", shown(value));
}

// The line with what a measure says now, in the place of what it said before.
export function written(line, before, now) {
  if (before && line.includes(before)) return line.replace(before, now);
  return line.trim() ? `${line.replace(/[\s,]+$/, "")}, ${now}` : now;
}
