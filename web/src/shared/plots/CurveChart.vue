<script setup lang="ts">
// A ruled chart over speed: lines, a shaded band, marks. Read at a point by pointer or arrow keys; saved as SVG or PNG;
// with its table behind.
import { computed, ref } from "vue";
import SaveDrawing from "./SaveDrawing.vue";
import { figures } from "../../units/quantity";
import { niceTicks } from "./ticks";
import { useElementWidth } from "./width";

export interface Curve {
  name: string;
  points: [number, number][];
  style: "strong" | "accent" | "dashed";
}

export interface ChartMark {
  name: string;
  x: number;
  y: number;
  open: boolean;
  bad?: boolean;
}

export interface ChartLabel {
  text: string;
  x: number;
  y: number;
  /** Shift from the point, px. */
  dx: number;
  dy: number;
}

const props = defineProps<{
  title: string;
  xLabel: string;
  yLabel: string;
  curves: Curve[];
  /** Shaded from zero up to these points. */
  band?: { name: string; points: [number, number][] };
  marks?: ChartMark[];
  /** Vertical lines with a word. */
  lines?: { name: string; x: number }[];
  labels?: ChartLabel[];
}>();

const box = ref<HTMLElement>();
const svg = ref<SVGSVGElement>();
const width = useElementWidth(box);
const tableShown = ref(false);
const HEIGHT = 300;
const margin = { left: 44, right: 24, top: 20, bottom: 34 };

/** Whether a label would run out of the drawing: then it ends at its place. */
const LETTER = 5.2;
const ends = (label: ChartLabel) =>
  px(label.x) + label.dx + label.text.length * LETTER > width.value && px(label.x) > width.value / 2;

/** Words of upright lines that stand close go one below another. */
function rowOf(index: number): number {
  const lines = props.lines ?? [];
  const own = lines[index];
  if (!own) return 0;
  return lines.slice(0, index).filter(({ x, name }) => Math.abs(px(x) - px(own.x)) < 8 + name.length * LETTER)
    .length;
}

const all = computed(() => [
  ...props.curves.flatMap((curve) => curve.points),
  ...(props.band?.points ?? []),
  ...(props.marks ?? []).map((mark): [number, number] => [mark.x, mark.y]),
]);
const xTicks = computed(() => niceTicks(Math.max(...all.value.map(([x]) => x), 1e-9), width.value / 90));
const yTicks = computed(() => niceTicks(Math.max(...all.value.map(([, y]) => y), 1e-9) * 1.06, 5));
const xMax = computed(() => xTicks.value.at(-1) ?? 1);
const yMax = computed(() => yTicks.value.at(-1) ?? 1);
const plotWidth = computed(() => Math.max(80, width.value - margin.left - margin.right));
const plotHeight = HEIGHT - margin.top - margin.bottom;

const px = (x: number) => margin.left + (x / xMax.value) * plotWidth.value;
const py = (y: number) => margin.top + plotHeight - (Math.max(0, y) / yMax.value) * plotHeight;
const line = (points: [number, number][]) =>
  points.map(([x, y], index) => `${index ? "L" : "M"}${px(x).toFixed(1)} ${py(y).toFixed(1)}`).join("");
const bandPath = computed(() => {
  const points = props.band?.points ?? [];
  const [first, final] = [points[0], points.at(-1)];
  return first && final ? `${line(points)}L${px(final[0])} ${py(0)}L${px(first[0])} ${py(0)}Z` : "";
});

// ---- reading at a point

const at = ref<number | null>(null);
const abscissae = computed(() => (props.curves[0]?.points ?? []).map(([x]) => x));

function valueOf(curve: Curve, x: number): number | null {
  const after = curve.points.findIndex(([candidate]) => candidate >= x);
  if (after < 0) return null;
  const [b, a] = [curve.points[after], curve.points[Math.max(0, after - 1)]];
  if (!a || !b) return null;
  const span = b[0] - a[0];
  return span > 0 ? a[1] + ((x - a[0]) / span) * (b[1] - a[1]) : b[1];
}

const read = computed(() => {
  if (at.value === null) return null;
  const x = at.value;
  const values = props.curves.map((curve) => ({ name: curve.name, value: valueOf(curve, x) }));
  return { x, values: values.filter((entry) => entry.value !== null) as { name: string; value: number }[] };
});

function point(event: PointerEvent): void {
  const place = event.offsetX - margin.left;
  at.value = Math.min(
    Math.max((place / plotWidth.value) * xMax.value, 0),
    abscissae.value.at(-1) ?? xMax.value,
  );
}

function key(event: KeyboardEvent): void {
  if (event.key === "Escape") at.value = null;
  if (event.key !== "ArrowLeft" && event.key !== "ArrowRight") return;
  event.preventDefault();
  const step = xMax.value / (event.shiftKey ? 10 : 50);
  const next = (at.value ?? 0) + (event.key === "ArrowRight" ? step : -step);
  at.value = Math.min(Math.max(next, 0), abscissae.value.at(-1) ?? xMax.value);
}
</script>

<template>
  <figure ref="box" class="chart">
    <svg
      ref="svg"
      :width="width"
      :height="HEIGHT"
      role="img"
      tabindex="0"
      :aria-label="`${title}. Read it with the arrow keys, or show its table.`"
      @pointermove="point"
      @pointerdown="point"
      @pointerleave="at = null"
      @keydown="key"
      @blur="at = null"
    >
      <g class="grid">
        <g v-for="tick in xTicks" :key="`x${tick}`">
          <line :x1="px(tick)" :x2="px(tick)" :y1="margin.top" :y2="py(0)" />
          <text :x="px(tick)" :y="py(0) + 15" class="tick middle">{{ figures(tick) }}</text>
        </g>
        <g v-for="tick in yTicks" :key="`y${tick}`">
          <line :x1="margin.left" :x2="margin.left + plotWidth" :y1="py(tick)" :y2="py(tick)" />
          <text :x="margin.left - 6" :y="py(tick) + 4" class="tick end">{{ figures(tick) }}</text>
        </g>
      </g>
      <text :x="margin.left" :y="11" class="axis">{{ yLabel }}</text>
      <text :x="margin.left + plotWidth" :y="HEIGHT - 4" class="axis end">{{ xLabel }}</text>
      <path v-if="band" :d="bandPath" class="band" />
      <g v-for="(upright, index) in lines" :key="upright.name">
        <line :x1="px(upright.x)" :x2="px(upright.x)" :y1="margin.top" :y2="py(0)" class="upright" />
        <text
          :x="px(upright.x) + (px(upright.x) > width * 0.7 ? -5 : 5)"
          :y="margin.top + 10 + 13 * rowOf(index)"
          class="axis label"
          :class="{ end: px(upright.x) > width * 0.7 }"
        >
          {{ upright.name }}
        </text>
      </g>
      <path
        v-for="curve in curves"
        :key="curve.name"
        :d="line(curve.points)"
        class="curve"
        :class="curve.style"
      />
      <text
        v-for="label in labels"
        :key="label.text"
        :x="px(label.x) + (ends(label) ? -Math.abs(label.dx) : label.dx)"
        :y="py(label.y) + label.dy"
        :text-anchor="ends(label) ? 'end' : 'start'"
        class="axis label"
      >
        {{ label.text }}
      </text>
      <g v-for="mark in marks" :key="mark.name">
        <circle
          :cx="px(mark.x)"
          :cy="py(mark.y)"
          r="5"
          class="mark"
          :class="{ open: mark.open, bad: mark.bad }"
        />
        <text
          :x="px(mark.x) + (px(mark.x) > width * 0.75 ? -9 : 9)"
          :y="py(mark.y) - 6"
          class="name"
          :class="{ end: px(mark.x) > width * 0.75 }"
        >
          {{ mark.name }}
        </text>
      </g>
      <line v-if="read" :x1="px(read.x)" :x2="px(read.x)" :y1="margin.top" :y2="py(0)" class="cursor" />
      <circle
        v-for="entry in read?.values ?? []"
        :key="`r${entry.name}`"
        :cx="px(read?.x ?? 0)"
        :cy="py(entry.value)"
        r="3"
        class="cursor-dot"
      />
    </svg>
    <figcaption class="note">
      <span class="reading" aria-live="polite">
        <template v-if="read">
          <span class="figure">{{ figures(read.x, 4) }}</span> {{ xLabel.split(",")[0] }}:
          <template v-for="(entry, index) in read.values" :key="entry.name"
            ><template v-if="index">, </template>{{ entry.name }}
            <span class="figure">{{ figures(entry.value, 3) }}</span></template
          >
        </template>
        <template v-else>point at it to read it</template>
      </span>
      <button type="button" class="action" :aria-expanded="tableShown" @click="tableShown = !tableShown">
        table
      </button>
      <SaveDrawing :svg="svg" :name="title" />
    </figcaption>
    <div v-if="tableShown" class="behind">
      <table>
        <caption class="visually-hidden">
          {{
            title
          }}
        </caption>
        <thead>
          <tr>
            <th>{{ xLabel }}</th>
            <th v-for="curve in curves" :key="curve.name">{{ curve.name }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="x in abscissae" :key="x">
            <td class="figure">{{ figures(x, 4) }}</td>
            <td v-for="curve in curves" :key="curve.name" class="figure">
              {{ valueOf(curve, x) === null ? "–" : figures(valueOf(curve, x) as number, 4) }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </figure>
</template>

<style scoped>
.chart {
  margin: 0;
  min-width: 0;
}

svg {
  display: block;
  touch-action: pan-y;
}

.grid line {
  stroke: var(--faint);
}

text {
  fill: var(--ink);
  font-size: 12px;
}

.tick {
  font: 11.5px var(--mono);
  fill: var(--soft);
}

.axis {
  fill: var(--soft);
  font-size: 11.5px;
}

.middle {
  text-anchor: middle;
}

.end {
  text-anchor: end;
}

.band {
  fill: var(--ribbon);
  fill-opacity: 0.75;
}

.curve {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
}

.curve.accent {
  stroke: var(--accent);
}

.curve.dashed {
  stroke: var(--soft);
  stroke-width: 1.2;
  stroke-dasharray: 4 3;
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

.name,
.label {
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 3px;
}

.cursor {
  stroke: var(--accent);
  stroke-width: 1;
}

.cursor-dot {
  fill: var(--accent);
}

figcaption {
  display: flex;
  gap: 12px;
  padding-left: 44px;
}

.reading {
  flex: 1;
  min-height: 1.4em;
}

.behind {
  max-height: 220px;
  overflow: auto;
  border-top: 1px solid var(--line);
  margin-top: 6px;
}
</style>
