// What is told of each candidate: the columns of its effect, in the units people chose.
import { computed, type Ref } from "vue";
import type { Schemas } from "../api/client";
import { shownInColumn } from "../units/quantity";
import type { Quantity } from "../units/units";
import { useBench } from "../workbench/bench";

export type Effect = Schemas["Effect"];

export interface Column {
  key: keyof Effect;
  head: string;
  quantity: Quantity;
  scale?: number;
}

/** The field whose units a column is typed in. */
export const FIELD: Partial<Record<keyof Effect, string>> = {
  worst_utilisation: "max_duty",
  climb_utilisation: "max_duty",
  speed_m_s: "target_speed_m_s",
  output_rpm: "target_rpm",
  winding_c: "ambient_c",
  runtime_min: "runtime_min",
  hardware_mass_kg: "mass_kg",
};
/** What tells parts of a kind apart. */
const OF_KIND: Record<Schemas["PartKind"], Column[]> = {
  motor: [
    { key: "motor_a", head: "amps each", quantity: "current" },
    { key: "time_to_speed_s", head: "up to speed", quantity: "time" },
    { key: "start_pull_n", head: "pull at start", quantity: "force" },
    { key: "start_torque_nm", head: "torque at start", quantity: "torque" },
    { key: "motor_stall_nm", head: "each held still", quantity: "torque" },
  ],
  battery: [
    { key: "battery_a", head: "amps wanted", quantity: "current" },
    { key: "battery_c", head: "C wanted", quantity: "plain" },
    { key: "battery_rated_a", head: "amps it gives", quantity: "current" },
    { key: "sag_v_per_cell", head: "sag of a cell", quantity: "voltage" },
  ],
  controller: [
    { key: "motor_a", head: "motor amps", quantity: "current" },
    { key: "controller_battery_a", head: "battery amps, each", quantity: "current" },
    { key: "battery_a", head: "battery amps, all", quantity: "current" },
  ],
  gearing_stage: [{ key: "time_to_speed_s", head: "up to speed", quantity: "time" }],
  wheel: [{ key: "start_pull_n", head: "pull at start", quantity: "force" }],
};

/** What tells machines that are turned apart. */
const OF_GENERATOR: Column[] = [
  { key: "generated_w", head: "gives", quantity: "power" },
  { key: "generated_v", head: "volts", quantity: "voltage" },
  { key: "runaway_v", head: "runs away to", quantity: "voltage" },
];

/** A range may be any number. */
export const ANY = { label: "", required: false, min: -1e12, max: 1e12 };

export function useEffectColumns(
  found: Readonly<Ref<Schemas["Candidates"] | null>>,
  kind: () => Schemas["PartKind"],
) {
  const bench = useBench();
  const vehicle = computed(() => found.value?.now.speed_m_s != null);
  const hill = computed(() => bench.caseAt("climb", 0.5) !== undefined);

  const effects = computed(() => [
    ...(found.value ? [found.value.now] : []),
    ...(found.value?.candidates ?? []).map(({ effect }) => effect),
  ]);
  const all = computed<Column[]>(() => [
    { key: "worst_utilisation", head: "weakest link", quantity: "percent", scale: 100 },
    ...(hill.value
      ? [{ key: "climb_utilisation" as const, head: "climb used", quantity: "percent" as const, scale: 100 }]
      : []),
    ...(found.value?.now.generated_w == null ? OF_KIND[kind()] : OF_GENERATOR).filter(({ key }) =>
      vehicle.value ? key !== "start_torque_nm" : key !== "start_pull_n",
    ),
    vehicle.value
      ? { key: "speed_m_s", head: "flat out", quantity: "speed" }
      : { key: "output_rpm", head: "flat out", quantity: "rotation" },
    { key: "winding_c", head: "winding", quantity: "temperature" },
    ...(kind() === "motor"
      ? [{ key: "flat_out_s" as const, head: "held flat out", quantity: "time" as const }]
      : []),
    { key: "runtime_min", head: "runs", quantity: "minutes" },
    { key: "hardware_mass_kg", head: "parts weigh", quantity: "mass" },
    { key: "price", head: "parts cost", quantity: "plain" },
  ]);
  /** A figure that no part has is no column. */
  const columns = computed(() =>
    all.value.filter(
      ({ key }) => effects.value.length === 0 || effects.value.some((effect) => effect[key] !== null),
    ),
  );

  const number = (effect: Effect, column: Column) => {
    const value = effect[column.key];
    return typeof value === "number" ? value * (column.scale ?? 1) : null;
  };
  const figure = (effect: Effect, column: Column) => {
    const value = number(effect, column);
    return value === null && column.key === "worst_utilisation" && effect.failing > 0
      ? { text: "cannot", unit: "" }
      : shownInColumn(column.quantity, value);
  };

  return { columns, figure };
}
