<script setup lang="ts">
// A ruled chart over speed or current: lines, a shaded band, marks and upright lines with their words.
import { computed, ref } from "vue";
import { figures } from "../../units/quantity";
import type { ChartLabel, ChartMark, Curve } from "./curves";
import { placed } from "./labels";
import { areaPath, linePath, type Point, usePlot, valueAt } from "./plot";
import PlotFrame from "./PlotFrame.vue";
import PlotHandle, { type Handle } from "./PlotHandle.vue";
import { spanOf } from "./ruler";
import type { PlotTable } from "./table";

const props = defineProps<{
  title: string;
  xLabel: string;
  yLabel: string;
  curves: Curve[];
  /** Shaded from zero up to these points. */
  band?: { name: string; points: Point[] };
  marks?: ChartMark[];
  /** Upright lines with a word. */
  lines?: { name: string; x: number }[];
  labels?: ChartLabel[];
  /** What can be dragged on it. */
  handles?: Handle[];
  /** The curve before something was dragged. */
  ghost?: Point[] | null;
  hint?: string;
  /** Where the upright axis begins: 0 where it is left out. */
  from?: number;
  /** Of the drawing, px. */
  height?: number;
}>();

/** Room above the highest point. */
const HEADROOM = 1.06;
const all = computed<Point[]>(() => [
  ...props.curves.flatMap(({ points }) => points),
  ...(props.band?.points ?? []),
  ...(props.marks ?? []).map(({ x, y }): Point => [x, y]),
]);
const most = (place: 0 | 1) => Math.max(spanOf(all.value.map((point) => point[place]))[1], 1e-9);
const headed = (top: number) => {
  const from = props.from ?? 0;
  return from + (top - from) * HEADROOM;
};

/** While something is dragged the scales stand still. */
const held = ref<[number, number] | null>(null);
const span = (place: 0 | 1) => held.value?.[place] ?? most(place);
function hold(on: boolean): void {
  held.value = on ? [most(0), most(1)] : null;
}

const stops = computed(() => (props.curves[0]?.points ?? []).map(([x]) => x));
const plot = usePlot({
  axis: () => ({ name: props.xLabel, span: [0, span(0)] }),
  panels: () => [
    { key: "y", name: props.yLabel, height: props.height ?? 246, span: [props.from ?? 0, headed(span(1))] },
  ],
  stops: () => stops.value,
  margin: { left: 44, right: 24 },
});
const x = computed(() => plot.frame.value.x);
const y = computed(() => plot.panel("y").y);

const words = computed(() => {
  const { left, right, top, bottom } = plot.frame.value;
  const uprights = (props.lines ?? []).map((line) => ({
    text: line.name,
    x: x.value.at(line.x),
    y: top + 12,
  }));
  const marks = (props.marks ?? []).map((mark) => ({
    text: mark.name,
    x: x.value.at(mark.x),
    y: y.value.at(mark.y),
  }));
  const labels = (props.labels ?? []).map((label) => ({
    text: label.text,
    x: x.value.at(label.x),
    y: y.value.at(label.y),
  }));
  const drawn = props.curves.flatMap(({ points }) =>
    points.map(([at, value]) => [x.value.at(at), y.value.at(value)] as const),
  );
  return placed([...marks, ...uprights, ...labels], { left, right: right + 20, top: top - 6, bottom }, drawn);
});

const read = computed(() => {
  const at = plot.cursor.value;
  if (at === null) return null;
  const values = props.curves.flatMap(({ name, points }) => {
    const value = valueAt(points, at);
    return value === null ? [] : [{ name, value }];
  });
  return { at, values };
});
const reading = computed(() => {
  if (!read.value) return null;
  const { at, values } = read.value;
  const told = values.map(({ name, value }) => `${name} ${figures(value, 3)}`).join(", ");
  return `${figures(at, 4)} ${props.xLabel.split(",")[0]}: ${told}`;
});

function table(): PlotTable {
  return {
    columns: [props.xLabel, ...props.curves.map(({ name }) => name)],
    rows: stops.value.map((at) => [
      figures(at, 4),
      ...props.curves.map(({ points }) => {
        const value = valueAt(points, at);
        return value === null ? "" : figures(value, 4);
      }),
    ]),
  };
}
</script>

<template>
  <PlotFrame
    :title="title"
    :plot="plot"
    :reading="reading"
    :table="table"
    :hint="hint"
    :role="handles && handles.length > 0 ? 'group' : undefined"
    class="chart"
  >
    <path v-if="ghost" :d="linePath(ghost, x, y)" class="ghost" />
    <path v-if="band" :d="areaPath(band.points, x, y)" class="band" />
    <line
      v-for="line in lines"
      :key="line.name"
      :x1="x.at(line.x)"
      :x2="x.at(line.x)"
      :y1="plot.frame.value.top"
      :y2="plot.frame.value.bottom"
      class="upright"
    />
    <path
      v-for="curve in curves"
      :key="curve.name"
      :d="linePath(curve.points, x, y)"
      class="plot-line"
      :class="curve.style"
    />
    <circle
      v-for="mark in (marks ?? []).filter(({ handled }) => !handled)"
      :key="mark.name"
      :cx="x.at(mark.x)"
      :cy="y.at(mark.y)"
      r="5"
      class="mark"
      :class="{ open: mark.open, bad: mark.bad }"
    />
    <text v-for="word in words" :key="word.text" :x="word.left" :y="word.base" class="plot-word">
      {{ word.text }}
    </text>
    <template #over>
      <PlotHandle v-for="handle in handles" :key="handle.key" :handle="handle" :x="x" :y="y" @held="hold" />
    </template>
    <template #crosshair="{ at }">
      <circle
        v-for="entry in read?.values ?? []"
        :key="entry.name"
        :cx="x.at(at)"
        :cy="y.at(entry.value)"
        r="3"
        class="plot-dot"
      />
    </template>
  </PlotFrame>
</template>

<style scoped>
.band {
  fill: var(--ribbon);
  fill-opacity: 0.75;
}

.ghost {
  fill: none;
  stroke: var(--soft);
  stroke-width: 1.5;
  stroke-dasharray: 5 4;
}

.upright {
  stroke: var(--heat);
  stroke-dasharray: 2 3;
}

.mark {
  fill: var(--accent);
  stroke: var(--accent);
  stroke-width: 2;
}

.mark.open {
  fill: var(--sheet);
}

.mark.bad {
  stroke: var(--fail);
  fill: var(--sheet);
}
</style>
