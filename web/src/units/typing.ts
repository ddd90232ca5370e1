// What people type into a figure: numbers, fractions, sums, with any sensible unit. A unit library does the sums and
// watches the dimensions; the table of units knows the ways makers write them.
import { shallowRef } from "vue";
import type { MathUnit } from "./algebra";
import { type Quantity, type Unit, UNITS } from "./units";

/** What does the sums: loaded once somebody types into a figure, and needed only for more than a number with its unit. */
const algebra = shallowRef<typeof import("./algebra") | null>(null);
let loading: Promise<void> | undefined;

/** Whether sums are read by now; what came out as wrong before is to be read again. */
export const readsSums = () => algebra.value !== null;

/** Fetches what does the sums; tried again at the next call where it did not come. */
export function loadAlgebra(): Promise<void> {
  loading ??= import("./algebra").then(
    (loaded) => {
      algebra.value = loaded;
    },
    () => {
      loading = undefined;
    },
  );
  return loading;
}

/** What is thrown where a sum is asked for before its library is there. */
class NotYet extends Error {}

function sums(): typeof import("./algebra") {
  if (algebra.value) return algebra.value;
  void loadAlgebra();
  throw new NotYet();
}

export type Typed =
  { kind: "number"; value: number } | { kind: "quantity"; value: number } | { kind: "wrong"; why: string };

/** A unit without what people leave out or put in as they like. */
function squashed(text: string): string {
  return text
    .toLowerCase()
    .replace(/[ωΩΩ]/gu, "ohm")
    .replaceAll("²", "2")
    .replace(/[\s.·⋅\-*^]/gu, "");
}

/** The unit written so, among those of a quantity. */
export function unitWritten(quantity: Quantity, written: string): Unit | undefined {
  const exact = UNITS[quantity].find(({ symbol }) => symbol === written.trim());
  if (exact) return exact;
  const wanted = squashed(written);
  return UNITS[quantity].find(
    ({ symbol, also }) => squashed(symbol) === wanted || also.some((other) => squashed(other) === wanted),
  );
}

/** A symbol of the table as the library writes it. */
function forLibrary(symbol: string): string {
  const named: Record<string, string> = { "°": "deg", "1/s": "rps", "°C": "degC", "°F": "degF" };
  return named[symbol] ?? symbol.replace(/Ω/gu, "ohm").replaceAll("²", "^2").replace(/[·⋅]/gu, " ");
}

/** Quantities in words, for what has the wrong dimension; the first that fits is named. */
const DIMENSIONS: [Quantity, string][] = [
  ["speed", "a speed"],
  ["length", "a length"],
  ["area", "an area"],
  ["mass", "a mass"],
  ["torque", "a torque"],
  ["rotation", "a rotational speed"],
  ["power", "a power"],
  ["voltage", "a voltage"],
  ["current", "a current"],
  ["resistance", "a resistance"],
  ["capacity", "a charge"],
  ["minutes", "a time"],
  ["inertia", "a moment of inertia"],
  ["force", "a force"],
  ["kv", "a speed constant"],
];

const NAMES: Partial<Record<Quantity, string>> = {
  ...Object.fromEntries(DIMENSIONS),
  fastSpeed: "a speed",
  smallLength: "a length",
  wireArea: "an area",
  time: "a time",
  longTime: "a time",
  energy: "an energy",
  temperature: "a temperature",
  angle: "an angle",
  thermalResistance: "a thermal resistance",
  heatCapacity: "a heat capacity",
  rate: "a rate",
  cRate: "a C rating",
};

/** Not the exponent of a number: 1.1e-7 has no unit e. */
const UNIT_PHRASE =
  /(?!(?<=[\d.])[eE][+-]?\d)[A-Za-zµμΩΩ°%"'](?:[A-Za-z0-9µμΩΩ°²³]|\^\d|[·⋅.\-*/ ](?=[A-Za-zµμΩΩ°])|(?<=[A-Za-z])\^\d)*/gu;
const ARITHMETIC = /^[\d\s.+\-*/()e]+$/i;

/** Spellings that would read as arithmetic. */
function tidied(text: string): string {
  return text
    .trim()
    .replaceAll("−", "-")
    .replace(/×|(?<=[\d)])\s*x\s*(?=[\d(])/gu, "*")
    .replace(/\b1\s*\/\s*min\b/giu, "rpm")
    .replace(/(\d)\s*\/\s*min\b/giu, "$1 rpm")
    .replace(/(\d)\s+1\s*\/\s*s\b/giu, "$1 rps")
    .replace(/(^|[^\d.])(\d+)\s+(\d+)\s*\/\s*(\d+)/gu, "$1($2+$3/$4)");
}

const NUMBER = /^[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?$/i;

function sum(text: string): number | undefined {
  const plain = text.trim();
  if (NUMBER.test(plain)) return Number.isFinite(Number(plain)) ? Number(plain) : undefined;
  if (!ARITHMETIC.test(text) || !/\d/u.test(text)) return undefined;
  const { evaluate } = sums();
  try {
    const value = evaluate(text);
    return typeof value === "number" && Number.isFinite(value) ? value : undefined;
  } catch {
    return undefined;
  }
}

/**
 * A number belongs to the unit behind it, as strongly as a reader takes it to: 10 m / 0.3 s is 10 m over 0.3 s. A unit behind
 * a bracket multiplies it; figures that stand side by side add up.
 */
function bound(formula: string): string {
  return (
    formula
      .replace(/((?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s+(\(1 [^()]*(?:\([^()]*\)[^()]*)*\))/giu, "($1 * $2)")
      .replace(/\)\s+\(1 /gu, ") * (1 ")
      // 3 lb 4 oz, 5 ft 3 in.
      .replace(/\)\)\s*\((?=[\d.])/gu, ")) + (")
  );
}

/** The dimension of a value in words. */
function dimension(value: MathUnit): string {
  const found = DIMENSIONS.find(([quantity]) => {
    const [own] = UNITS[quantity];
    return own !== undefined && value.equalBase(sums().unit(forLibrary(own.symbol)));
  });
  return found?.[1] ?? "something else";
}

/** "at": so much for each of what follows, 180 rpm at 12 V; or times it, 5 A at 12 V. */
const AT = /\s+at\s+|\s*@\s*/iu;

/**
 * Reads what was typed, commas already read (`grouped.ts`). A plain number or sum is left to the unit shown beside the
 * field.
 */
export function typed(quantity: Quantity, text: string): Typed {
  try {
    return read(quantity, text);
  } catch (error) {
    if (error instanceof NotYet) return { kind: "wrong", why: "is read in a moment" };
    throw error;
  }
}

function read(quantity: Quantity, text: string): Typed {
  const sides = text.split(AT);
  if (sides.length === 2) {
    const [what, of] = sides as [string, string];
    const divided = read(quantity, `(${what}) / (${of})`);
    const times = divided.kind === "quantity" ? divided : read(quantity, `(${what}) * (${of})`);
    return times.kind === "quantity" ? times : divided;
  }
  const plain = tidied(text);
  if (!/\d/u.test(plain)) return { kind: "wrong", why: "is no number" };
  const alone = sum(plain);
  if (alone !== undefined) return { kind: "number", value: alone };
  const phrases = [...plain.matchAll(UNIT_PHRASE)].map(([phrase]) => phrase);
  if (phrases.length === 0) return { kind: "wrong", why: "is no number" };

  // The usual: a number or a sum, then one unit of this very quantity.
  const [first = ""] = phrases;
  const unit = unitWritten(quantity, first);
  if (phrases.length === 1 && unit && plain.endsWith(first)) {
    const value = sum(plain.slice(0, plain.length - first.length));
    if (value !== undefined) return { kind: "quantity", value: value * unit.factor + unit.offset };
  }

  // Anything else: the library does the sum and watches the dimension.
  const math = sums();
  const unknown: string[] = [];
  const formula = plain.replace(UNIT_PHRASE, (phrase) => {
    const known =
      unitWritten(quantity, phrase) ??
      Object.keys(UNITS)
        .map((name) => unitWritten(name as Quantity, phrase))
        .find(Boolean);
    const written = known ? forLibrary(known.symbol) : forLibrary(phrase.replace(/[.\-*]/gu, " "));
    try {
      if (written.trim() === "") throw new Error("no unit");
      math.unit(written);
      return ` (1 ${written}) `;
    } catch {
      unknown.push(phrase.trim());
      return " ";
    }
  });
  if (unknown.length > 0) return { kind: "wrong", why: `“${unknown.join(", ")}” is no unit` };
  const [own] = UNITS[quantity];
  let value: unknown;
  try {
    // Written out, so that 5 mph + 1 km/h is a sum of products.
    value = math.evaluate(bound(formula));
  } catch {
    return { kind: "wrong", why: "mixes figures with and without units, or of different kinds" };
  }
  const needed = NAMES[quantity] ?? "a plain number";
  if (typeof value === "number" && Number.isFinite(value)) return { kind: "number", value };
  if (!math.isUnit(value) || !own) return { kind: "wrong", why: "is no number" };
  let target: MathUnit | undefined;
  try {
    target = own.symbol ? math.unit(forLibrary(own.symbol)) : undefined;
  } catch {
    target = undefined;
  }
  if (!target || !value.equalBase(target)) {
    return { kind: "wrong", why: `is ${dimension(value)}; ${needed} is needed` };
  }
  return { kind: "quantity", value: value.toNumber(forLibrary(own.symbol)) };
}
