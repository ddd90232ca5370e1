// Round numbers along an axis from zero.

/** Ticks from 0 to at least `highest`, about `wanted` of them, in steps of 1, 2, 2.5 or 5. */
export function niceTicks(highest: number, wanted: number): number[] {
  const rough = highest / Math.max(2, Math.round(wanted));
  const decade = 10 ** Math.floor(Math.log10(rough));
  const step = ([1, 2, 2.5, 5, 10].find((factor) => factor * decade >= rough * 0.999) ?? 10) * decade;
  const count = Math.ceil((highest / step) * 0.999);
  return Array.from({ length: count + 1 }, (_, index) => Number((index * step).toPrecision(12)));
}
