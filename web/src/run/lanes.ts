// What is drawn of a run: lanes on one axis, in the units people chose.
import type { Schemas } from "../api/client";
import { spanOf } from "../shared/plots/ruler";
import { csvOf } from "../shared/plots/table";
import { displayUnit } from "../units/quantity";
import type { Quantity, Unit } from "../units/units";
import { LIMITS } from "../api/limits.gen";
import type { DriveRun } from "./runs";

export type LineStyle = "strong" | "accent" | "soft" | "dashed" | "heat" | "third";

export interface LaneLine {
  name: string;
  style: LineStyle;
  /** In the unit of the lane; NaN where there is none. */
  values: number[];
}

export interface Lane {
  key: string;
  title: string;
  unit: string;
  height: number;
  lines: LaneLine[];
  limits: { name: string; value: number }[];
  /** Whether zero is always in view. */
  fromZero: boolean;
  /** The first line of other runs, with their own abscissae. */
  others: { title: string; x: number[]; values: number[] }[];
}

/** The axis all lanes share. */
export interface Axis {
  word: string;
  unit: string;
  /** Seconds or metres for one of the unit. */
  factor: number;
  values: (run: DriveRun) => number[];
}

const inUnit = (unit: Unit) => (value: number | null | undefined) =>
  value == null ? NaN : (value - unit.offset) / unit.factor;

export function timeAxis(end_s: number): Axis {
  const [unit, factor] = end_s > 10_800 ? ["h", 3600] : end_s > 180 ? ["min", 60] : ["s", 1];
  return { word: "time", unit: unit as string, factor: factor as number, values: (run) => run.series.t_s };
}

export function wayAxis(end_m: number): Axis {
  const unit = displayUnit("way", end_m);
  return {
    word: "way",
    unit: unit.symbol,
    factor: unit.factor,
    values: (run) => run.series.distance_m.map((metres) => metres ?? 0),
  };
}

const largest = (columns: (number | null)[][]) =>
  columns.reduce(
    (most, column) => column.reduce<number>((found, value) => Math.max(found, Math.abs(value ?? 0)), most),
    0,
  );

interface Drawn {
  name: string;
  style: LineStyle;
  column: (series: Schemas["Series"], run: DriveRun) => (number | null)[];
}

interface Plan {
  key: string;
  title: string;
  quantity: Quantity;
  height: number;
  fromZero: boolean;
  lines: Drawn[];
  limits?: (run: DriveRun) => { name: string; value: number | null | undefined }[];
}

const speedOf = (rpm: number | null, run: DriveRun, row: number): number | null => {
  const [speed, turns] = [run.series.speed_m_s[row], run.series.output_rpm[row]];
  return rpm === null || speed == null || !turns ? null : (rpm * speed) / turns;
};

/** Metres a turn of the output makes: from a row in which it moves. */
function wantedSpeeds(series: Schemas["Series"], run: DriveRun): (number | null)[] {
  const row = series.output_rpm.findIndex((turns, index) => turns > 0 && series.speed_m_s[index] != null);
  return series.wanted_rpm.map((rpm) => (row < 0 ? null : speedOf(rpm, run, row)));
}

function plans(run: DriveRun, turned: boolean): Plan[] {
  const series = run.series;
  const travels = series.speed_m_s.some((speed) => speed != null);
  const has = (column: (number | null)[]) => column.some((value) => value != null);
  const speed: Plan = travels
    ? {
        key: "speed",
        title: "speed",
        quantity: "speed",
        height: 104,
        fromZero: true,
        lines: [
          { name: "wanted", style: "dashed", column: wantedSpeeds },
          { name: "speed", style: "accent", column: ({ speed_m_s }) => speed_m_s },
        ],
      }
    : {
        key: "speed",
        title: turned ? "source" : "output",
        quantity: "rotation",
        height: 104,
        fromZero: true,
        lines: [
          { name: "wanted", style: "dashed", column: ({ wanted_rpm }) => wanted_rpm },
          { name: turned ? "source" : "output", style: "accent", column: ({ output_rpm }) => output_rpm },
        ],
      };
  const all: Plan[] = [speed];
  if (series.grade_percent.some((grade) => grade !== 0)) {
    all.push({
      key: "grade",
      title: "grade",
      quantity: "percent",
      height: 52,
      fromZero: true,
      lines: [{ name: "grade", style: "soft", column: ({ grade_percent }) => grade_percent }],
    });
  }
  all.push(
    {
      key: "volts",
      title: turned ? "at the load" : "battery",
      quantity: "voltage",
      height: 72,
      fromZero: turned,
      lines: [{ name: "volts", style: "strong", column: ({ supply_voltage_v }) => supply_voltage_v }],
      limits: () => (turned ? [] : [{ name: "stop voltage", value: run.limits.stop_v }]),
    },
    {
      key: "current",
      title: "current",
      quantity: "current",
      height: 96,
      fromZero: true,
      lines: [
        { name: "each motor", style: "heat", column: ({ motor_current_a }) => motor_current_a },
        { name: "battery", style: "strong", column: ({ supply_current_a }) => supply_current_a },
      ],
    },
  );
  const hot: Drawn[] = [
    { name: "winding", style: "heat" as const, column: (s: Schemas["Series"]) => s.winding_c },
    { name: "case", style: "strong" as const, column: (s: Schemas["Series"]) => s.case_c },
    { name: "controller", style: "third" as const, column: (s: Schemas["Series"]) => s.controller_c },
    { name: "battery", style: "soft" as const, column: (s: Schemas["Series"]) => s.battery_c },
  ].filter(({ column }) => has(column(series)));
  if (hot.length > 0) {
    all.push({
      key: "heat",
      title: "temperature",
      quantity: "temperature",
      height: 112,
      fromZero: false,
      lines: hot,
      limits: () => [
        { name: "winding", value: run.limits.winding_c },
        { name: "magnets", value: run.limits.magnet_c },
        { name: "controller", value: run.limits.controller_c },
        { name: "battery", value: run.limits.battery_c },
      ],
    });
  }
  all.push({
    key: "charge",
    title: "charge",
    quantity: "percent",
    height: 60,
    fromZero: true,
    lines: [
      {
        name: "left",
        style: "strong",
        column: ({ state_of_charge }) => state_of_charge.map((share) => 100 * share),
      },
    ],
  });
  return all;
}

/** Limits further away than this many times the span of the lines are not drawn: they would press them flat. */
const NEAR = 2.2;

export function lanesOf(
  run: DriveRun,
  others: { title: string; run: DriveRun }[],
  axis: Axis,
  turned: boolean,
): Lane[] {
  return plans(run, turned).map((plan) => {
    const columns = plan.lines.map((line) => line.column(run.series, run));
    const unit = displayUnit(plan.quantity, largest(columns));
    const convert = inUnit(unit);
    const lines = plan.lines.flatMap((line, index) => {
      const column = columns[index] ?? [];
      if (column.every((value) => value == null)) return [];
      return [{ name: line.name, style: line.style, values: column.map(convert) }];
    });
    const main = plan.lines.find(({ name }) => name !== "wanted") ?? plan.lines[0];
    const [least, most] = spanOf(lines.flatMap(({ values }) => values));
    const span = Math.max(most - least, Math.abs(most) * 0.05, 1e-9);
    const beside = main
      ? others.map((other) => ({
          title: other.title,
          x: axis.values(other.run),
          values: main.column(other.run.series, other.run).map(convert),
        }))
      : [];
    const reach = Math.max(most, spanOf(beside.flatMap(({ values }) => values))[1]);
    const limits = (plan.limits?.(run) ?? [])
      .filter(({ value }) => value != null)
      .map(({ name, value }) => ({ name, value: convert(value) }))
      .filter(({ value }) => value <= reach + NEAR * span && value >= least - NEAR * span);
    return {
      key: plan.key,
      title: plan.title,
      unit: unit.symbol,
      height: plan.height,
      lines,
      limits,
      fromZero: plan.fromZero,
      others: beside,
    };
  });
}

/** Stretches in which one thing limits. */
export function limitStretches(run: DriveRun, axis: Axis): { from: number; to: number; words: string }[] {
  const x = axis.values(run);
  const found: { from: number; to: number; words: string; limit: string }[] = [];
  run.series.limited_by.forEach((limit, row) => {
    if (!limit) return;
    const last = found.at(-1);
    const [here, next] = [x[row] ?? 0, x[row + 1] ?? x[row] ?? 0];
    if (last && last.limit === limit && last.to >= here) last.to = next;
    else found.push({ from: here, to: next, words: LIMITS[limit].word, limit });
  });
  return found;
}

/** A winding that has long burnt must not press the rest flat: nothing beyond this many times its limit is drawn. */
const BURNT = 1.5;

/** Least and most of what a lane draws between two places, with room, limits that are near included. */
export function rangeOf(lane: Lane, x: number[], from: number, to: number): [number, number] {
  let [least, most] = [Infinity, -Infinity];
  const take = (value: number) => {
    if (!Number.isFinite(value)) return;
    least = Math.min(least, value);
    most = Math.max(most, value);
  };
  for (const line of lane.lines) {
    line.values.forEach((value, row) => {
      const at = x[row] ?? 0;
      if (at >= from && at <= to) take(value);
    });
  }
  for (const other of lane.others) {
    other.values.forEach((value, row) => {
      const at = other.x[row] ?? 0;
      if (at >= from && at <= to) take(value);
    });
  }
  for (const { value } of lane.limits) take(value);
  if (lane.fromZero) take(0);
  if (least > most) return [0, 1];
  const highest = Math.max(...lane.limits.map(({ value }) => value));
  if (lane.key === "heat" && lane.limits.length > 0) most = Math.min(most, BURNT * highest);
  const room = (most - least || Math.abs(most) || 1) * 0.06;
  return [least < 0 || !lane.fromZero ? least - room : 0, most + room];
}

/** A line through the points in view, never more than two a pixel: least and most of each stay. */
export function thinned(
  x: number[],
  y: number[],
  from: number,
  to: number,
  pixels: number,
): [number, number][] {
  const inView: [number, number][] = [];
  let before: [number, number] | null = null;
  for (let row = 0; row < x.length; row += 1) {
    const [at, value] = [x[row] ?? 0, y[row] ?? NaN];
    if (at < from) before = [at, value];
    else if (at > to) {
      inView.push([at, value]);
      break;
    } else {
      if (before) inView.push(before);
      before = null;
      inView.push([at, value]);
    }
  }
  if (inView.length <= 2 * pixels) return inView;
  const width = inView.length / pixels;
  const kept: [number, number][] = [];
  for (let bucket = 0; bucket < pixels; bucket += 1) {
    const points = inView.slice(Math.floor(bucket * width), Math.floor((bucket + 1) * width));
    if (points.length === 0) continue;
    const low = points.reduce((found, point) => (point[1] < found[1] ? point : found));
    const high = points.reduce((found, point) => (point[1] > found[1] ? point : found));
    kept.push(...(low[0] <= high[0] ? [low, high] : [high, low]));
  }
  return kept;
}

/** The columns of a run as CSV, with the names of the format as heading. */
export function seriesCsv(series: Schemas["Series"]): string {
  const columns = Object.entries(series) as [string, (number | string | null)[]][];
  return csvOf({
    columns: columns.map(([name]) => name),
    rows: series.t_s.map((_, row) => columns.map(([, column]) => String(column[row] ?? ""))),
  });
}
