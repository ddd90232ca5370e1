<script setup lang="ts">
// Kv, winding resistance and no-load current of every check at one temperature, over time.
import { computed } from "vue";
import type { Schemas } from "../api/client";
import PlotFrame from "../shared/plots/PlotFrame.vue";
import { linePath, usePlot } from "../shared/plots/plot";
import { figures } from "../units/quantity";
import { dayOf } from "./kinds";

const props = defineProps<{ health: Schemas["MagnetHealth"] }>();

type Check = Schemas["MagnetCheck"];
const LINES: {
  key: string;
  name: string;
  height: number;
  of: (check: Check) => number | null;
  error: (check: Check) => number;
}[] = [
  {
    key: "kv",
    name: "Kv at 20 °C, rpm/V",
    height: 74,
    of: ({ kv_rpm_per_v }) => kv_rpm_per_v,
    error: ({ kv_standard_error }) => 2 * (kv_standard_error ?? 0),
  },
  {
    key: "ohm",
    name: "winding at 20 °C, Ω",
    height: 40,
    of: ({ resistance_ohm }) => resistance_ohm,
    error: () => 0,
  },
  {
    key: "amps",
    name: "no load, A",
    height: 40,
    of: ({ no_load_current_a }) => no_load_current_a,
    error: () => 0,
  },
];
const lines = computed(() =>
  LINES.map((line) => ({
    ...line,
    points: props.health.checks.flatMap((check) => {
      const value = line.of(check);
      return value === null ? [] : [{ at: Date.parse(check.at), value, error: line.error(check) }];
    }),
  })).filter(({ points }) => points.length > 1),
);
const times = computed(() => props.health.checks.map(({ at }) => Date.parse(at)));
const DAY = 86_400_000;
const plot = usePlot({
  axis: () => ({
    name: "",
    span: [Math.min(...times.value) - 4 * DAY, Math.max(...times.value) + 4 * DAY],
    round: false,
    say: (at) => new Date(at).toLocaleDateString(undefined, { day: "numeric", month: "short" }),
    pace: 130,
  }),
  panels: () =>
    lines.value.map(({ key, name, height, points }) => ({
      key,
      name,
      height,
      span: [
        Math.min(...points.map(({ value, error }) => 0.995 * value - error)),
        Math.max(...points.map(({ value, error }) => 1.005 * value + error)),
      ],
      pace: 26,
    })),
  gap: 26,
  stops: () => times.value,
});
const drawn = computed(() => {
  const { x, panels } = plot.frame.value;
  return lines.value.flatMap(({ key, points }) => {
    const y = panels.find((panel) => panel.key === key)?.y;
    if (!y) return [];
    return [
      {
        key,
        path: linePath(
          points.map(({ at, value }) => [at, value] as const),
          x,
          y,
        ),
        dots: points.map(({ at, value, error }) => ({
          x: x.at(at),
          y: y.at(value),
          low: y.at(value - error),
          high: y.at(value + error),
        })),
      },
    ];
  });
});
const reading = computed(() => {
  const at = plot.cursor.value;
  const found = at === null ? undefined : props.health.checks.find((check) => Date.parse(check.at) === at);
  if (!found) return null;
  const told = LINES.flatMap(({ name, of }) => {
    const value = of(found);
    return value === null ? [] : [`${name.split(",")[0] ?? ""} ${figures(value, 3)}`];
  });
  return [dayOf(found.at), ...told].join(", ");
});
</script>

<template>
  <PlotFrame :title="`Magnets ${health.motor ?? ''}`" :plot="plot" :reading="reading" data-magnet-chart>
    <g v-for="line in drawn" :key="line.key">
      <path :d="line.path" class="plot-line dashed" />
      <g v-for="dot in line.dots" :key="dot.x">
        <line :x1="dot.x" :x2="dot.x" :y1="dot.low" :y2="dot.high" class="error" />
        <circle :cx="dot.x" :cy="dot.y" r="3.2" class="dot" />
      </g>
    </g>
  </PlotFrame>
</template>

<style scoped>
.error {
  stroke: var(--ink);
  stroke-width: 1.5;
}

.dot {
  fill: var(--ink);
}
</style>
