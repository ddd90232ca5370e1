// What hits are drawn and told apart by.
import { displayUnit, shownText, figures, lasting } from "../units/quantity";
import { checkWords } from "../workbench/words";
import type { Hit } from "./searches";

export interface Axis {
  key: string;
  word: string;
  value: (hit: Hit) => number | null;
  said: (value: number) => string;
  /** What one of the unit that is said is, beside values up to one, in the values. */
  unit?: (most: number) => number;
}

const percent = (value: number) => `${figures(100 * value, 3)} %`;
const plain = (value: number) => figures(value, 3);
const kept = (quantity: "mass" | "length") => ({
  said: (value: number) => shownText(quantity, value),
  unit: (most: number) => displayUnit(quantity, most).factor,
});

export const AXES: Axis[] = [
  { key: "price", word: "price", value: ({ price }) => price, said: plain },
  { key: "to_buy", word: "to buy", value: ({ to_buy }) => to_buy, said: plain },
  {
    key: "mass",
    word: "parts weigh",
    value: ({ hardware_mass_kg }) => hardware_mass_kg,
    ...kept("mass"),
  },
  {
    key: "runtime",
    word: "runs, min",
    value: ({ runtime_min }) => runtime_min,
    said: plain,
  },
  {
    key: "flat_out",
    word: "held flat out",
    value: ({ flat_out_s }) => flat_out_s,
    said: lasting,
    unit: (most) => (most >= 7200 ? 3600 : most >= 120 ? 60 : 1),
  },
  {
    key: "margin",
    word: "weakest link used",
    value: ({ worst_utilisation }) => worst_utilisation,
    said: percent,
    unit: () => 0.01,
  },
  {
    key: "ratio",
    word: "teeth ratio",
    value: ({ driver_teeth: few, driven_teeth: many }) => (few && many ? many / few : null),
    said: plain,
  },
  {
    key: "wheel",
    word: "wheel",
    value: ({ wheel_diameter_m }) => wheel_diameter_m,
    ...kept("length"),
  },
];

export interface Colouring {
  key: string;
  word: string;
  of: (hit: Hit) => string;
}

export const COLOURINGS: Colouring[] = [
  { key: "motor", word: "motor", of: ({ motor }) => motor ?? "no name" },
  { key: "battery", word: "battery", of: ({ battery }) => battery ?? "no name" },
  { key: "controller", word: "controller", of: ({ controller }) => controller ?? "plain switch" },
  { key: "weakest", word: "weakest link", of: ({ weakest_link }) => checkWords(weakest_link?.code) },
  {
    key: "count",
    word: "number of motors",
    of: ({ motor_count }) => (motor_count === 1 ? "one motor" : `${motor_count} motors`),
  },
];
