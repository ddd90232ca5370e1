<script setup lang="ts">
// Kv of every check at one temperature, over time.
import { computed } from "vue";
import type { Schemas } from "../api/client";
import PlotFrame from "../shared/plots/PlotFrame.vue";
import { linePath, usePlot } from "../shared/plots/plot";
import { figures } from "../units/quantity";
import { dayOf } from "./kinds";

const props = defineProps<{ health: Schemas["MagnetHealth"] }>();
const checks = computed(() =>
  props.health.checks.flatMap((check) =>
    check.kv_rpm_per_v == null
      ? []
      : [
          {
            at: Date.parse(check.at),
            kv: check.kv_rpm_per_v,
            error: 2 * (check.kv_standard_error ?? 0),
            check,
          },
        ],
  ),
);
const DAY = 86_400_000;
const plot = usePlot({
  axis: () => {
    const times = checks.value.map(({ at }) => at);
    return {
      name: "",
      span: [Math.min(...times) - 4 * DAY, Math.max(...times) + 4 * DAY],
      round: false,
      say: (at) => new Date(at).toLocaleDateString(undefined, { day: "numeric", month: "short" }),
      pace: 130,
    };
  },
  panels: () => [
    {
      key: "kv",
      name: "Kv at 20 °C, rpm/V",
      height: 84,
      span: [
        Math.min(...checks.value.map(({ kv, error }) => kv - error)),
        Math.max(...checks.value.map(({ kv, error }) => kv + error)),
      ],
      pace: 28,
    },
  ],
  stops: () => checks.value.map(({ at }) => at),
});
const drawn = computed(() => {
  const { x, panels } = plot.frame.value;
  const y = panels[0]?.y;
  if (!y) return null;
  return {
    path: linePath(
      checks.value.map(({ at, kv }) => [at, kv] as const),
      x,
      y,
    ),
    dots: checks.value.map(({ at, kv, error }) => ({
      x: x.at(at),
      y: y.at(kv),
      low: y.at(kv - error),
      high: y.at(kv + error),
    })),
  };
});
const reading = computed(() => {
  const at = plot.cursor.value;
  const found = at === null ? undefined : checks.value.find((one) => one.at === at);
  if (!found) return null;
  const { resistance_ohm: ohm, no_load_current_a: amps } = found.check;
  const beside = [
    ohm == null ? "" : `${figures(ohm, 3)} Ω`,
    amps == null ? "" : `no load ${figures(amps, 3)} A`,
  ].filter(Boolean);
  return [`${dayOf(found.check.at)}: Kv ${figures(found.kv, 4)}`, ...beside].join(", ");
});
</script>

<template>
  <PlotFrame :title="`Magnets ${health.motor ?? ''}`" :plot="plot" :reading="reading">
    <template v-if="drawn">
      <path :d="drawn.path" class="plot-line dashed" />
      <g v-for="dot in drawn.dots" :key="dot.x">
        <line :x1="dot.x" :x2="dot.x" :y1="dot.low" :y2="dot.high" class="error" />
        <circle :cx="dot.x" :cy="dot.y" r="3.5" class="dot" />
      </g>
    </template>
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
