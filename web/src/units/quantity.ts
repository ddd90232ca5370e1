// Showing and reading quantities: `formatted` for the eye, `parsed` for what was typed.
import type { FieldMeta } from "../api/fields";
import { preferences } from "./preferences";
import { cellsWritten, chemistry, multipleWritten } from "./cells";
import { readings } from "./grouped";
import { type Typed, typed } from "./typing";
import { type Quantity, quantityOf, type Unit, UNITS } from "./units";

export interface Shown {
  text: string;
  unit: string;
}

function unit(quantity: Quantity, symbol: string): Unit {
  const found = UNITS[quantity].find((candidate) => candidate.symbol === symbol);
  return found ?? (UNITS[quantity][0] as Unit);
}

/** The unit a value is shown in: the preferred one, in a size that keeps the figures short. */
export function displayUnit(quantity: Quantity, value: number | null): Unit {
  const size = Math.abs(value ?? 0);
  switch (quantity) {
    case "speed":
      return unit(quantity, preferences.speed);
    case "fastSpeed":
      return unit(quantity, preferences.speed === "mph" ? "ft/s" : "m/s");
    case "torque":
      // A feeder's 4 mN·m and a hub's 40 N·m both read short.
      if (size > 0 && size < 0.05) {
        return unit(quantity, { "N·m": "mN·m", "kgf·cm": "gf·cm", "ozf·in": "ozf·in" }[preferences.torque]);
      }
      return unit(quantity, preferences.torque);
    case "mass":
      if (preferences.mass === "lb") return unit(quantity, size > 0 && size < 0.1 ? "oz" : "lb");
      return unit(quantity, size > 0 && size < 0.1 ? "g" : "kg");
    case "way":
      return unit(quantity, preferences.length === "in" ? "mi" : size >= 1000 ? "km" : "m");
    case "length":
      if (preferences.length === "in") return unit(quantity, size >= 3 ? "ft" : "in");
      return unit(quantity, size > 0 && size < 1 ? "mm" : "m");
    case "smallLength":
      return unit(quantity, preferences.length);
    case "resistance":
      return unit(quantity, size > 0 && size < 0.1 ? "mΩ" : "Ω");
    case "inertia":
      return unit(quantity, size > 0 && size < 1e-3 ? "g·cm²" : "kg·m²");
    case "time":
      return unit(quantity, size >= 120 ? "min" : "s");
    case "longTime":
      return unit(quantity, "min");
    case "energy":
      return unit(quantity, size >= 10_000 ? "kWh" : "Wh");
    default:
      return UNITS[quantity][0] as Unit;
  }
}

/** A number with so many significant figures, without an exponent where that reads well. */
export function figures(value: number, significant = 4): string {
  if (!Number.isFinite(value)) return "–";
  if (value === 0) return "0";
  const size = Math.abs(value);
  if (size >= 10 ** significant) return Math.round(value).toString();
  if (size < 1e-4) return value.toExponential(significant - 1).replace(/\.?0+e/u, "e");
  const text = value.toPrecision(significant);
  return text.includes(".") ? text.replace(/\.?0+$/, "") : text;
}

function inUnit(value: number, shownIn: Unit): number {
  return (value - shownIn.offset) / shownIn.factor;
}

/** A value of a quantity for reading: short figures, unit beside. */
export function shown(quantity: Quantity, value: number | null | undefined, significant = 3): Shown {
  if (value === null || value === undefined) return { text: "–", unit: "" };
  const chosen = displayUnit(quantity, value);
  // Of a loss of some hundredths of a watt nobody knows a third figure.
  const known = quantity === "power" && Math.abs(value) < 1 ? Math.min(significant, 2) : significant;
  return { text: figures(inUnit(value, chosen), known), unit: chosen.symbol };
}

/** A time in seconds as a maker says it. */
export function lasting(seconds: number): string {
  if (seconds < 120) return `${figures(seconds, 3)} s`;
  if (seconds < 7200) return `${figures(seconds / 60, 3)} min`;
  return `${figures(seconds / 3600, 3)} h`;
}

/** How a figure stands against a baseline: signed, with a direction, and in words for those who listen. */
export interface Difference {
  text: string;
  words: string;
  direction: "more" | "less" | "same";
}

/** The difference of two values of a quantity; null when there is nothing to compare. */
export function difference(
  quantity: Quantity,
  value: number | null | undefined,
  base: number | null | undefined,
  significant = 3,
): Difference | null {
  const [now, then] = [value ?? null, base ?? null];
  if (now === null && then === null) return null;
  if (then === null) return { text: "was –", words: "had no figure when pinned", direction: "more" };
  if (now === null)
    return {
      text: `was ${figures(then, significant)}`,
      words: "had a figure when pinned",
      direction: "less",
    };
  const chosen = displayUnit(quantity, now || then);
  const moved = (now - then) / chosen.factor;
  // What does not show in the figure itself is no difference.
  const step = 10 ** (Math.floor(Math.log10(Math.max(Math.abs(now / chosen.factor), 1e-12))) - significant);
  if (Math.abs(moved) < step) return { text: "=", words: "the same as pinned", direction: "same" };
  const size = figures(Math.abs(moved), 2);
  const more = moved > 0;
  return {
    text: `${more ? "▲ +" : "▼ −"}${size}`,
    words: `${size} ${chosen.symbol} ${more ? "more" : "less"} than pinned`,
    direction: more ? "more" : "less",
  };
}

/** Sizes that stand for a column: its figures are compared, so they share a unit. */
const COLUMN_SIZE: Partial<Record<Quantity, number>> = {
  mass: 1,
  resistance: 0.05,
  length: 0.2,
  torque: 1,
  inertia: 1e-4,
};

/** A value among others of its kind in a column. */
export function shownInColumn(quantity: Quantity, value: number | null): Shown {
  if (value === null) return { text: "–", unit: "" };
  const chosen = displayUnit(quantity, COLUMN_SIZE[quantity] ?? value);
  return { text: figures(inUnit(value, chosen), 3), unit: chosen.symbol };
}

/** The same as one text. */
export function shownText(quantity: Quantity, value: number | null | undefined, significant = 3): string {
  const { text, unit: symbol } = shown(quantity, value, significant);
  return symbol ? `${text} ${symbol}` : text;
}

/** A stored value as it stands in its field: exact enough to read back the same, and no more than what was once given. */
export function fieldText(key: string, value: number): Shown {
  const quantity = quantityOf(key);
  const chosen =
    MASSES_OF_A_MACHINE.includes(key) && value > 0 && value < SMALL_MACHINE_KG && preferences.mass !== "lb"
      ? unit(quantity, "g")
      : displayUnit(quantity, value);
  // A figure that is short in another unit was given in that one: its figures are all there is to know.
  const given = UNITS[quantity].map((other) => digitsOf(figures(inUnit(value, other), EXACT)));
  const text = figures(inUnit(value, chosen), EXACT);
  const endless = digitsOf(text) === EXACT && Math.min(...given) <= ROUND;
  return { text: endless ? figures(inUnit(value, chosen), ENOUGH) : text, unit: chosen.symbol };
}

/** What a machine weighs is asked in grams where it is small. */
const MASSES_OF_A_MACHINE = ["base_mass_kg", "payload_kg", "towed_mass_kg"];
const SMALL_MACHINE_KG = 3;

/** Figures that tell two entries apart. */
const EXACT = 6;
/** What was given was given with no more than so many. */
const ROUND = 4;
/** Enough to read that back. */
const ENOUGH = 5;
const digitsOf = (text: string) =>
  text
    .replace(/e.*$/u, "")
    .replace(/\D/gu, "")
    .replace(/^0+|0+$/gu, "").length;

/** One way to read an entry. */
export interface Reading {
  /** In the unit of the document. */
  value: number;
  /** As it is told back. */
  text: string;
}

export type Parsed =
  | { kind: "value"; value: number; suggests: Reading[]; unusual: boolean }
  /** Two readings, and nothing tells which is meant. */
  | { kind: "either"; readings: Reading[] }
  | { kind: "empty" }
  | { kind: "wrong"; why: string };

/** Reads what was typed into a field. Without a unit it counts in the unit shown beside the field. */
export function parsed(key: string, meta: FieldMeta, text: string, shownUnit: string): Parsed {
  const entry = text.trim();
  if (!entry) return meta.required ? { kind: "wrong", why: `${meta.label} is needed` } : { kind: "empty" };
  const written = readings(entry, quantityOf(key));
  const grouped = one(key, meta, written.text, entry, shownUnit);
  if (written.pointed !== undefined) {
    const thousands = one(key, meta, written.pointed, entry, shownUnit);
    const usual = (read: Parsed) => read.kind === "value" && !read.unusual;
    return usual(thousands) && !usual(grouped) ? thousands : grouped;
  }
  if (written.decimal === undefined) return grouped;
  const decimal = one(key, meta, written.decimal, entry, shownUnit);
  if (grouped.kind !== "value" || decimal.kind !== "value")
    return grouped.kind === "value" ? grouped : decimal;
  // A comma and three digits: as is usual for the field; where both are, the reader says.
  if (grouped.unusual !== decimal.unusual) return grouped.unusual ? decimal : grouped;
  return { kind: "either", readings: [grouped, decimal].map(({ value }) => told(key, value)) };
}

const told = (key: string, value: number): Reading => {
  const { text, unit: symbol } = fieldText(key, value);
  return { value, text: `${text} ${symbol}`.trim() };
};

/** One reading of an entry, its commas already read. */
function one(key: string, meta: FieldMeta, text: string, entry: string, shownUnit: string): Parsed {
  const quantity = quantityOf(key);
  const beside = unit(quantity, shownUnit);
  const read = printed(quantity, text) ?? typed(quantity, text);
  if (read.kind === "wrong") return { kind: "wrong", why: wrongWords(quantity, entry, read.why) };
  const raw = read.kind === "number" ? read.value * beside.factor + beside.offset : read.value;
  // Rounding of the unit factor must not push 100 % to 1.0000000000000002.
  const value = Number(raw.toPrecision(14));
  if (meta.whole && !Number.isInteger(value))
    return { kind: "wrong", why: `${figures(value)} came, a whole number is needed` };
  if (meta.min !== undefined && meta.max !== undefined && !(value >= meta.min && value <= meta.max)) {
    const bound = (limit: number) => figures(inUnit(limit, beside), 4);
    const range = `${bound(meta.min)} to ${bound(meta.max)} ${beside.symbol}`.trim();
    return { kind: "wrong", why: `${entry} is out of range: ${range} is possible` };
  }
  const unusual = !isUsual(meta, value);
  const suggests = unusual && read.kind === "number" ? otherUnits(quantity, beside, read.value, meta) : [];
  return { kind: "value", value, suggests, unusual };
}

/** What is printed on packs and motors instead of the quantity of the field: cells, C, or amperes. */
function printed(quantity: Quantity, text: string): Typed | null {
  if (quantity === "voltage") {
    const cells = cellsWritten(text);
    if (cells === null) return null;
    if (chemistry.cellNominalV === null) {
      return { kind: "wrong", why: "counts cells, and no battery says of what kind; give the volts" };
    }
    return { kind: "quantity", value: cells * chemistry.cellNominalV };
  }
  const capacity = chemistry.capacityAh;
  if (quantity === "current") {
    const multiple = multipleWritten(text);
    if (multiple === null) return null;
    if (!capacity) return { kind: "wrong", why: "needs a capacity; give the amperes" };
    return { kind: "quantity", value: multiple * capacity };
  }
  if (quantity === "cRate" && /[a-z]/iu.test(text)) {
    const amperes = typed("current", text);
    if (amperes.kind !== "quantity") return null;
    if (!capacity) return { kind: "wrong", why: "needs a capacity; give the C rating" };
    return { kind: "quantity", value: amperes.value / capacity };
  }
  return null;
}

const isUsual = ({ usual }: FieldMeta, value: number) =>
  !usual || value === 0 || (value >= (usual[0] ?? 0) && value <= (usual[1] ?? Infinity));

/** The same number in the units of the quantity in which it would be usual. */
const otherUnits = (quantity: Quantity, beside: Unit, written: number, meta: FieldMeta): Reading[] =>
  UNITS[quantity]
    .filter(({ symbol }) => symbol !== beside.symbol)
    .map(({ factor, offset, symbol }) => ({
      value: Number((written * factor + offset).toPrecision(14)),
      text: `${figures(written, 6)} ${symbol}`,
    }))
    .filter(({ value }) => isUsual(meta, value))
    .slice(0, 2);

function wrongWords(quantity: Quantity, entry: string, why: string): string {
  if (why === "is no number") return `“${entry}” is no number; something like ${example(quantity)} would do`;
  if (!why.endsWith("is no unit")) return `“${entry}” ${why}`;
  const known = UNITS[quantity].map((candidate) => candidate.symbol).filter(Boolean);
  return `${why} here; ${known.length > 0 ? `${known.join(", ")} would do` : "a plain number is needed"}`;
}

/** Whether an entry is a bare number, which needs no telling back; a mark with three digits behind may be read in two ways. */
export function isPlainNumber(text: string): boolean {
  return (
    /^\s*[+\-−]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:e[+-]?\d+)?\s*$/i.test(text) && !/\d[.,]\d{3}\s*$/.test(text)
  );
}

function example(quantity: Quantity): string {
  const examples: Partial<Record<Quantity, string>> = {
    speed: "15 km/h or 4.6 ft/s",
    length: "0.26 m or 6 in",
    smallLength: "8 mm or 1/8 in",
    torque: "0.4 N·m or 12 ozf·in",
    mass: "2.1 kg or 300 g",
    capacity: "12 Ah or 2200 mAh",
    resistance: "0.32 Ω or 52 mΩ",
  };
  return examples[quantity] ?? "12.5";
}
