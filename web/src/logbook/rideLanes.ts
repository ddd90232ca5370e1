// What is drawn of a ride: a lane for each channel, measured over foretold, or how far they are apart.
import type { Schemas } from "../api/client";
import { displayUnit } from "../units/quantity";
import type { Quantity, Unit } from "../units/units";

export interface RideLane {
  key: string;
  title: string;
  unit: string;
  height: number;
  /** Measured, every peak kept; in the unit of the lane. */
  measured: Line;
  /** Measured and foretold at the same moments; empty where nothing is foretold. */
  both: { t_s: number[]; measured: number[]; foretold: number[] };
}

export interface Line {
  t_s: number[];
  values: number[];
}

const LANES: { key: string; title: string; quantity: Quantity; height: number }[] = [
  { key: "speed_m_s", title: "speed", quantity: "speed", height: 50 },
  { key: "supply_current_a", title: "battery current", quantity: "current", height: 66 },
  { key: "motor_current_a", title: "motor current", quantity: "current", height: 56 },
  { key: "supply_voltage_v", title: "battery", quantity: "voltage", height: 48 },
  { key: "winding_c", title: "winding", quantity: "temperature", height: 48 },
  { key: "case_c", title: "motor case", quantity: "temperature", height: 48 },
  { key: "controller_c", title: "controller", quantity: "temperature", height: 42 },
  { key: "battery_c", title: "battery", quantity: "temperature", height: 42 },
  { key: "grade_percent", title: "grade", quantity: "percent", height: 28 },
  { key: "altitude_m", title: "height", quantity: "length", height: 28 },
];

const largest = (values: (number | null)[]) =>
  values.reduce<number>((most, value) => Math.max(most, Math.abs(value ?? 0)), 0);
const inUnit = (unit: Unit) => (value: number | null) =>
  value === null ? NaN : (value - unit.offset) / unit.factor;

export function rideLanes(
  drawn: Schemas["DrawnChannel"][],
  channels: Schemas["ComparedChannel"][],
): RideLane[] {
  return LANES.flatMap(({ key, title, quantity, height }) => {
    const own = drawn.find(({ name }) => name === key);
    const compared = channels.find(({ name }) => name === key);
    if (!own && !compared) return [];
    const unit = displayUnit(quantity, largest(own?.values ?? compared?.lines.measured ?? []));
    const read = inUnit(unit);
    const line = own
      ? { t_s: own.t_s, values: own.values.map(read) }
      : { t_s: compared?.lines.t_s ?? [], values: (compared?.lines.measured ?? []).map(read) };
    const both = {
      t_s: compared?.lines.t_s ?? [],
      measured: (compared?.lines.measured ?? []).map(read),
      foretold: (compared?.lines.computed ?? []).map(read),
    };
    return [{ key, title, unit: unit.symbol, height, measured: line, both }];
  });
}

/** Least and most of what a lane shows between two moments, with a little room. */
export function rangeOf(lane: RideLane, apart: boolean, from: number, to: number): [number, number] {
  let [low, high] = [Infinity, -Infinity];
  const see = (t_s: number[], values: number[]) => {
    t_s.forEach((time, row) => {
      const value = values[row] ?? NaN;
      if (time < from || time > to || !Number.isFinite(value)) return;
      low = Math.min(low, value);
      high = Math.max(high, value);
    });
  };
  if (apart) see(lane.both.t_s, differences(lane));
  else {
    see(lane.measured.t_s, lane.measured.values);
    see(lane.both.t_s, lane.both.foretold);
  }
  if (apart) [low, high] = [Math.min(low, 0), Math.max(high, 0)];
  if (!Number.isFinite(low)) return [0, 1];
  const room = 0.06 * Math.max(high - low, 1e-3 * Math.max(Math.abs(high), 1), 0.02);
  return [low - room, high + room];
}

/** Measured less foretold, moment by moment. */
export const differences = (lane: RideLane): number[] =>
  lane.both.measured.map((value, row) => value - (lane.both.foretold[row] ?? NaN));
