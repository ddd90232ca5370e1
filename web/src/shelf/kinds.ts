// The kinds of part on the shelf: what they are called, and which figures stand in the list.
import type { Schemas } from "../api/client";
import { FIELDS } from "../api/fields.gen";

export type Kind = Schemas["PartKind"];
export type Part = Schemas["ShelfPart"];
export type PartLine = Schemas["PartLine"];

export const KINDS: { kind: Kind; many: string; one: string; record: string; columns: string[] }[] = [
  {
    kind: "motor",
    many: "Motors",
    one: "motor",
    record: "Motor",
    columns: ["kv_rpm_per_v", "resistance_ohm", "max_continuous_current_a", "max_voltage_v", "gearbox.ratio"],
  },
  {
    kind: "controller",
    many: "Controllers",
    one: "controller",
    record: "Controller",
    columns: [
      "channels",
      "motor_current_continuous_a",
      "motor_current_peak_a",
      "min_voltage_v",
      "max_voltage_v",
    ],
  },
  {
    kind: "battery",
    many: "Batteries",
    one: "battery",
    record: "Battery",
    columns: ["cells_series", "capacity_ah", "continuous_c", "burst_c", "cell_resistance_ohm"],
  },
  {
    kind: "gearing_stage",
    many: "Gearing",
    one: "gearing stage",
    record: "GearingStage",
    columns: ["ratio", "driver_teeth", "driven_teeth", "efficiency"],
  },
  {
    kind: "wheel",
    many: "Wheels",
    one: "wheel",
    record: "Wheel",
    columns: ["diameter_m", "width_mm", "rolling_resistance", "friction"],
  },
];

export function kindOf(kind: Kind): (typeof KINDS)[number] {
  return KINDS.find((known) => known.kind === kind) ?? (KINDS[0] as (typeof KINDS)[number]);
}

const NESTED: Record<string, string> = {
  gearbox: "Gearbox",
  thermal: "Thermal",
  size_mm: "SizeMm",
  mount: "Mount",
  bec: "Bec",
};

/** The label of a dotted key of a kind. */
export function labelOf(record: string, key: string): string {
  const [outer = "", inner] = key.split(".");
  if (inner === undefined) return FIELDS[record]?.[outer]?.label ?? key;
  const nested = FIELDS[NESTED[outer] ?? ""]?.[inner]?.label.toLowerCase() ?? inner;
  return `${FIELDS[record]?.[outer]?.label ?? outer}: ${nested}`;
}

/** Every figure of a kind by its dotted key, numbers only. */
export function numbersOf(record: string): { key: string; label: string }[] {
  return Object.entries(FIELDS[record] ?? {}).flatMap(([key, meta]) => {
    const nested = NESTED[key];
    if (nested) {
      const inner = Object.entries(FIELDS[nested] ?? {}).filter(([, field]) => field.min !== undefined);
      return inner.map(([name]) => ({ key: `${key}.${name}`, label: labelOf(record, `${key}.${name}`) }));
    }
    return meta.min === undefined ? [] : [{ key, label: meta.label }];
  });
}

/** The value at a dotted key; a stage with teeth has its ratio too. */
export function figureOf(part: Part, key: string): number | null {
  const value = key
    .split(".")
    .reduce<unknown>((at, step) => (at as Record<string, unknown> | null | undefined)?.[step], part);
  if (typeof value === "number") return value;
  if (key === "ratio" && part.part === "gearing_stage" && part.driver_teeth && part.driven_teeth) {
    return part.driven_teeth / part.driver_teeth;
  }
  return null;
}
