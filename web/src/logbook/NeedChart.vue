<script setup lang="ts">
// What a kilometre took, ride by ride, over time.
import { computed } from "vue";
import type { Schemas } from "../api/client";
import PlotFrame from "../shared/plots/PlotFrame.vue";
import { linePath, usePlot } from "../shared/plots/plot";
import { figures, shownText } from "../units/quantity";
import { dayOf } from "./kinds";

const props = defineProps<{ rides: Schemas["PerKilometre"][] }>();
const DAY = 86_400_000;
const points = computed(() => props.rides.map((ride) => ({ ride, at: Date.parse(ride.at) })));
const plot = usePlot({
  axis: () => {
    const times = points.value.map(({ at }) => at);
    return {
      name: "",
      span: [Math.min(...times) - 3 * DAY, Math.max(...times) + 3 * DAY],
      round: false,
      say: (at) => new Date(at).toLocaleDateString(undefined, { day: "numeric", month: "short" }),
      pace: 130,
    };
  },
  panels: () => [
    {
      key: "need",
      name: "Wh/km",
      height: 84,
      span: [0, Math.max(...props.rides.map(({ wh_per_km }) => wh_per_km))],
      pace: 28,
    },
  ],
  stops: () => points.value.map(({ at }) => at),
});
const drawn = computed(() => {
  const { x, panels } = plot.frame.value;
  const y = panels[0]?.y;
  if (!y) return null;
  return {
    path: linePath(
      points.value.map(({ at, ride }) => [at, ride.wh_per_km] as const),
      x,
      y,
    ),
    dots: points.value.map(({ at, ride }) => ({
      key: `${ride.at}${ride.title}`,
      x: x.at(at),
      y: y.at(ride.wh_per_km),
    })),
  };
});
const reading = computed(() => {
  const found = points.value.find(({ at }) => at === plot.cursor.value)?.ride;
  if (!found) return null;
  const range = found.range_km == null ? "" : `, ${shownText("way", found.range_km * 1000)} a charge`;
  const air = found.ambient_c == null ? "" : `, ${shownText("temperature", found.ambient_c)} outside`;
  return `${dayOf(found.at)}, ${found.title}: ${figures(found.wh_per_km, 3)} Wh/km${range}${air}`;
});
</script>

<template>
  <PlotFrame title="What a kilometre took" :plot="plot" :reading="reading">
    <template v-if="drawn">
      <path :d="drawn.path" class="plot-line dashed" />
      <circle v-for="dot in drawn.dots" :key="dot.key" :cx="dot.x" :cy="dot.y" r="3.5" class="plot-dot" />
    </template>
  </PlotFrame>
</template>
