<script setup lang="ts">
// The figures of runs side by side, and where the energy went.
import { computed } from "vue";
import { figures, shownText } from "../units/quantity";
import { momentWords } from "./momentWords";
import { driveRun, type ShownRun } from "./runs";

const props = defineProps<{ runs: ShownRun[]; drive: string }>();

const columns = computed(() =>
  props.runs.map((run) => ({ ...run, own: driveRun(run.simulated, props.drive) })),
);
type Column = (typeof columns.value)[number];

const optional = (value: number | null | undefined, say: (value: number) => string) =>
  value == null ? "–" : say(value);

const LINES: { name: string; say: (column: Column) => string }[] = [
  { name: "lasts", say: ({ own }) => momentWords(own.summary.t_s) },
  { name: "way", say: ({ own }) => optional(own.summary.distance_m, (m) => shownText("way", m)) },
  { name: "out of the battery", say: ({ own }) => shownText("energy", own.summary.energy_wh) },
  { name: "came back", say: ({ own }) => shownText("energy", own.summary.recovered_wh) },
  { name: "charge left", say: ({ own }) => `${figures(100 * own.summary.state_of_charge, 3)} %` },
  {
    name: "hottest winding",
    say: ({ own }) => optional(own.summary.hottest_winding_c, (c) => shownText("temperature", c)),
  },
  {
    name: "hottest case",
    say: ({ own }) => optional(own.summary.hottest_case_c, (c) => shownText("temperature", c)),
  },
  {
    name: "hottest controller",
    say: ({ own }) => optional(own.summary.hottest_controller_c, (c) => shownText("temperature", c)),
  },
  {
    name: "hottest battery",
    say: ({ own }) => optional(own.summary.hottest_battery_c, (c) => shownText("temperature", c)),
  },
  {
    name: "most from the battery",
    say: ({ own }) => shownText("current", own.summary.peak_supply_current_a),
  },
  { name: "fewest volts", say: ({ own }) => shownText("voltage", own.summary.min_supply_voltage_v) },
  { name: "most in a motor", say: ({ own }) => shownText("current", own.summary.peak_motor_current_a) },
  {
    name: "heats like a steady",
    say: ({ own }) => shownText("current", own.summary.rms_motor_current_a),
  },
  {
    name: "behind the wanted",
    say: ({ own }) =>
      own.summary.max_shortfall_m_s == null
        ? shownText("rotation", own.summary.max_shortfall_rpm)
        : shownText("speed", own.summary.max_shortfall_m_s),
  },
];
const lines = computed(() =>
  LINES.filter((line) => columns.value.some((column) => !["–", "0 Wh"].includes(line.say(column)))),
);

/** Where the energy of the first run went. */
const energy = computed(() => {
  const wh = props.runs[0]?.simulated.energy_wh;
  if (!wh) return [];
  const out = wh.output - wh.friction_brakes;
  const parts = [
    { name: out >= 0 ? "work done" : "from the source", value: Math.abs(out), kind: "work" },
    { name: "battery and supply leads", value: wh.supply, kind: "heat" },
    { name: "controllers", value: wh.controller, kind: "heat" },
    { name: "windings", value: wh.motor_copper + wh.motor_leads, kind: "heat" },
    { name: "iron, bearings", value: wh.motor_no_load, kind: "heat" },
    { name: "gearing", value: wh.gearing, kind: "heat" },
    { name: "brakes", value: wh.friction_brakes, kind: "heat" },
    { name: out >= 0 ? "other" : "used", value: wh.accessories, kind: "side" },
  ].filter(({ value }) => value > 0.0005);
  const most = Math.max(...parts.map(({ value }) => value), 1e-9);
  return parts.map((part) => ({ ...part, share: `${(100 * part.value) / most}%` }));
});
</script>

<template>
  <div class="below">
    <table class="figures" data-run-figures>
      <thead>
        <tr>
          <td></td>
          <th v-for="column in columns" :key="column.key" class="right">{{ column.title }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="line in lines" :key="line.name" :data-line="line.name">
          <td>{{ line.name }}</td>
          <td v-for="column in columns" :key="column.key" class="figure right">{{ line.say(column) }}</td>
        </tr>
      </tbody>
    </table>
    <section>
      <h3>where the energy went{{ runs.length > 1 ? `, ${runs[0]?.title}` : "" }}</h3>
      <table class="energy" data-energy>
        <tbody>
          <tr v-for="part in energy" :key="part.name">
            <td>{{ part.name }}</td>
            <td class="figure right">{{ shownText("energy", part.value) }}</td>
            <td class="bar"><span :class="part.kind" :style="{ width: part.share }"></span></td>
          </tr>
        </tbody>
      </table>
    </section>
  </div>
</template>

<style scoped>
.below {
  display: grid;
  grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr);
  gap: 1.375rem;
  align-items: start;
  margin: var(--space-7) 0;
}

.right {
  text-align: right;
}

[data-run-figures] td:first-child {
  white-space: nowrap;
}

td {
  padding-block: 0.1875rem;
}

.bar {
  width: 38%;
}

.bar span {
  display: block;
  height: 9px;
  min-width: 1px;
  background: var(--heat);
}

.bar .work {
  background: var(--ribbon);
}

.bar .side {
  background: var(--soft);
}

h3 {
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.3125rem;
}

@media (max-width: 760px) {
  .below {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
