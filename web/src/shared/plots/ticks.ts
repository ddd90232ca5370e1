// Round numbers along an axis.

/** A round step that divides a length into about `wanted` parts: 1, 2, 2.5 or 5 times a power of ten. */
function niceStep(length: number, wanted: number): number {
  const rough = length / Math.max(2, Math.round(wanted));
  const decade = 10 ** Math.floor(Math.log10(rough));
  return ([1, 2, 2.5, 5, 10].find((factor) => factor * decade >= rough * 0.999) ?? 10) * decade;
}

/** Round numbers that reach from at most `least` to at least `most`, about `wanted` of them. */
export function ticksBetween(least: number, most: number, wanted: number): number[] {
  const length = most - least || Math.abs(most) || 1;
  const step = niceStep(length, wanted);
  const first = Math.floor(least / step + 0.001);
  const last = Math.max(first + 1, Math.ceil(most / step - 0.001));
  return Array.from({ length: last - first + 1 }, (_, index) =>
    Number(((first + index) * step).toPrecision(12)),
  );
}

/** Ticks from 0 to at least `highest`, about `wanted` of them, in steps of 1, 2, 2.5 or 5. */
export function niceTicks(highest: number, wanted: number): number[] {
  const step = niceStep(highest, wanted);
  const count = Math.ceil((highest / step) * 0.999);
  return Array.from({ length: count + 1 }, (_, index) => Number((index * step).toPrecision(12)));
}
