// An axis: from values to pixels and back, with round ticks.
import { extent } from "d3-array";
import { scaleLinear } from "d3-scale";

export interface Ruler {
  from: number;
  to: number;
  ticks: number[];
  /** Pixel of a value. */
  at: (value: number) => number;
  /** Value at a pixel. */
  back: (pixel: number) => number;
}

export interface RulerOptions {
  /** About so many ticks. */
  wanted: number;
  /** Whether the axis ends at round numbers. */
  round?: boolean;
  /** What one of the unit that is read is, in the values: ticks are round in that unit. */
  factor?: number;
}

/** A linear axis over a range of values, drawn between two pixels. A range of no length is given one. */
export function ruler(
  [least, most]: [number, number],
  [start, end]: [number, number],
  { wanted, round = true, factor = 1 }: RulerOptions,
): Ruler {
  const count = Math.max(2, Math.round(wanted));
  const long = most > least ? most : least + (Math.abs(least) || 1);
  const scale = scaleLinear()
    .domain([least / factor, long / factor])
    .range([start, end]);
  if (round) scale.nice(count);
  const [from, to] = scale.domain() as [number, number];
  return {
    from: from * factor,
    to: to * factor,
    ticks: scale.ticks(count).map((tick) => tick * factor),
    at: (value) => scale(value / factor),
    back: (pixel) => scale.invert(pixel) * factor,
  };
}

/** Least and most of what is finite; 0 to 1 where nothing is. */
export function spanOf(values: Iterable<number | null | undefined>): [number, number] {
  const finite = function* () {
    for (const value of values) if (value != null && Number.isFinite(value)) yield value;
  };
  const [least, most] = extent(finite());
  return least === undefined || most === undefined ? [0, 1] : [least, most];
}
