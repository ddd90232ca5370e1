<script setup lang="ts">
// Readings, the line through them, and how far each is off it; a reading struck out stays, hollow.
import { computed, ref } from "vue";
import type { Schemas } from "../api/client";
import { linePath, usePlot } from "../shared/plots/plot";
import PlotFrame from "../shared/plots/PlotFrame.vue";
import { spanOf } from "../shared/plots/ruler";
import type { PlotTable } from "../shared/plots/table";
import { figures } from "../units/quantity";

const props = defineProps<{ fit: Schemas["Fit"]; far: Set<string> }>();
const emit = defineEmits<{ strike: [reading: string] }>();
const named = ({ label, unit }: { label: string; unit: string }) => (unit ? `${label}, ${unit}` : label);

const most = computed(() =>
  Math.max(1e-12, ...props.fit.points.map(({ residual }) => Math.abs(residual ?? 0))),
);
const plot = usePlot({
  axis: () => ({
    name: named(props.fit.x),
    span: spanOf(props.fit.points.map(({ x }) => x)),
    say: (tick) => figures(tick, 4),
    pace: 70,
  }),
  panels: () => [
    {
      key: "readings",
      name: named(props.fit.y),
      height: 150,
      span: spanOf([...props.fit.points.map(({ y }) => y), ...props.fit.line.map(([, y]) => y)]),
      say: (tick) => figures(tick, 4),
      pace: 38,
    },
    // Off the line, the furthest as high as the strip: how far it is stands in words below.
    {
      key: "off",
      height: 46,
      span: [-1.15 * most.value, 1.15 * most.value],
      round: false,
      pace: 1000,
      say: () => "",
    },
  ],
  gap: 12,
  margin: { right: 12 },
});
const line = computed(() =>
  linePath(
    props.fit.line.map(([x, y]) => [x as number, y as number]),
    plot.frame.value.x,
    plot.panel("readings").y,
  ),
);
const dots = computed(() => {
  const [x, y, off] = [plot.frame.value.x, plot.panel("readings").y, plot.panel("off").y];
  return props.fit.points.map((point) => ({
    ...point,
    px: x.at(point.x),
    py: y.at(point.y),
    off: point.residual === null ? null : off.at(point.residual),
  }));
});
const zero = computed(() => plot.panel("off").y.at(0));
const near = ref<string | null>(null);
const told = computed(() => {
  const point = props.fit.points.find(({ reading }) => reading === near.value);
  if (!point) return `largest distance from the line ${figures(most.value, 2)} ${props.fit.y.unit}`;
  const off =
    point.residual === null ? "struck out" : `${figures(point.residual, 2)} ${props.fit.y.unit} off the line`;
  return `${figures(point.x, 4)} ${props.fit.x.unit}, ${figures(point.y, 4)} ${props.fit.y.unit}: ${off}`;
});
const reading = computed(() => `${told.value} · press a point to strike it out or take it back`);

function table(): PlotTable {
  const { x, y, points } = props.fit;
  return {
    columns: [named(x), named(y), `off the line, ${y.unit}`, "struck out"],
    rows: points.map((point) => [
      figures(point.x, 5),
      figures(point.y, 5),
      point.residual === null ? "" : figures(point.residual, 3),
      point.struck ? "yes" : "",
    ]),
  };
}
</script>

<template>
  <section class="fit">
    <h3>{{ fit.title }}</h3>
    <PlotFrame :title="fit.title" :plot="plot" role="group" :reading="reading" :table="table" data-fit>
      <path :d="line" class="plot-line" />
      <g
        v-for="(dot, place) in dots"
        :key="dot.reading"
        :class="{ struck: dot.struck, far: far.has(dot.reading) }"
        class="reading-point"
        tabindex="0"
        role="checkbox"
        :aria-checked="!dot.struck"
        :aria-label="`reading ${place + 1}: ${figures(dot.x, 4)} ${fit.x.unit}, ${figures(dot.y, 4)} ${fit.y.unit}`"
        @mouseenter="near = dot.reading"
        @mouseleave="near = null"
        @focus="near = dot.reading"
        @blur="near = null"
        @click="emit('strike', dot.reading)"
        @keydown.enter.prevent="emit('strike', dot.reading)"
        @keydown.space.prevent="emit('strike', dot.reading)"
      >
        <circle :cx="dot.px" :cy="dot.py" r="4" />
        <template v-if="dot.off !== null">
          <line :x1="dot.px" :x2="dot.px" :y1="zero" :y2="dot.off" class="stem" />
        </template>
      </g>
    </PlotFrame>
  </section>
</template>

<style scoped>
.fit {
  margin: var(--space-6) 0 0;
}

circle {
  fill: var(--accent);
  stroke: none;
  cursor: pointer;
}

.stem {
  stroke: var(--accent);
  stroke-width: 3;
}

.struck circle {
  fill: var(--sheet);
  stroke: var(--soft);
}

.far circle {
  fill: var(--fail);
}

.far .stem {
  stroke: var(--fail);
}

.reading-point:focus-visible {
  outline: none;
}

.reading-point:focus-visible circle {
  stroke: var(--ink);
  stroke-width: 2;
}
</style>
