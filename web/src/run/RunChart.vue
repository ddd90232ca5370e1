<script setup lang="ts">
// Everything of a run on one axis: lanes one above another, a crosshair through all, limits along the axis. Drag to zoom,
// arrow keys read, + and - zoom; its table behind; saved as SVG, PNG and CSV.
import { computed, ref } from "vue";
import SaveDrawing from "../shared/plots/SaveDrawing.vue";
import { ticksBetween } from "../shared/plots/ticks";
import { useElementWidth } from "../shared/plots/width";
import { download, fileName } from "../shared/lib/download";
import { figures } from "../units/quantity";
import { type Axis, type Lane, OTHERS, rangeOf, seriesCsv, thinned } from "./lanes";
import { rowAt } from "./moment";
import type { DriveRun } from "./runs";

const props = defineProps<{
  title: string;
  run: DriveRun;
  lanes: Lane[];
  axis: Axis;
  limits: { from: number; to: number; words: string }[];
  events: { t_s: number; words: string }[];
  /** The moment that is looked at, s. */
  cursor: number | null;
  /** What is drawn, in seconds or metres; null for all. */
  stretch: [number, number] | null;
}>();
const emit = defineEmits<{ cursor: [t_s: number]; stretch: [stretch: [number, number] | null] }>();

const box = ref<HTMLElement>();
const svg = ref<SVGSVGElement>();
const width = useElementWidth(box);
const tableShown = ref(false);
const LEFT = 50;
const RIGHT = 14;
/** Between two lanes stands the name of the lower one. */
const GAP = 20;
const TOP = 24;
const STRIP = 13;
const FOOT = 32;

const x = computed(() => props.axis.values(props.run));
const end = computed(() => Math.max(x.value.at(-1) ?? 1, 1e-9));
const view = computed<[number, number]>(() => props.stretch ?? [0, end.value]);
const plotWidth = computed(() => Math.max(80, width.value - LEFT - RIGHT));
const px = (value: number) =>
  LEFT + ((value - view.value[0]) / (view.value[1] - view.value[0] || 1)) * plotWidth.value;
const placeOf = (pixel: number) =>
  view.value[0] +
  (Math.min(Math.max(pixel - LEFT, 0), plotWidth.value) / plotWidth.value) * (view.value[1] - view.value[0]);

/** The place of each lane, its scale, its lines as paths. */
const drawn = computed(() => {
  let top = TOP;
  return props.lanes.map((lane) => {
    const at = top;
    top += lane.height + GAP;
    const [least, most] = rangeOf(lane, x.value, ...view.value);
    const py = (value: number) => at + lane.height - ((value - least) / (most - least || 1)) * lane.height;
    const path = (abscissae: number[], values: number[]) => {
      let pen = false;
      return thinned(abscissae, values, ...view.value, Math.round(plotWidth.value))
        .map(([place, value]) => {
          if (!Number.isFinite(value)) {
            pen = false;
            return "";
          }
          const command = pen ? "L" : "M";
          pen = true;
          return `${command}${px(place).toFixed(1)} ${py(value).toFixed(1)}`;
        })
        .join("");
    };
    const ticks = ticksBetween(least, most, lane.height / 26).filter((tick) => tick >= least && tick <= most);
    return {
      ...lane,
      at,
      py,
      ticks,
      zero: least < 0 && most > 0,
      paths: lane.lines.map((line) => ({ ...line, d: path(x.value, line.values) })),
      over: lane.others.map((other, index) => ({
        ...other,
        colour: OTHERS[index % OTHERS.length],
        d: path(other.x, other.values),
      })),
    };
  });
});
const bottom = computed(() => {
  const last = drawn.value.at(-1);
  return last ? last.at + last.height : TOP;
});
const height = computed(() => bottom.value + STRIP + FOOT);
const xTicks = computed(() =>
  ticksBetween(
    view.value[0] / props.axis.factor,
    view.value[1] / props.axis.factor,
    width.value / 100,
  ).filter((tick) => tick * props.axis.factor >= view.value[0] && tick * props.axis.factor <= view.value[1]),
);
const strips = computed(() =>
  props.limits
    .filter(({ from, to }) => to >= view.value[0] && from <= view.value[1])
    .map((limit) => {
      const [from, to] = [Math.max(limit.from, view.value[0]), Math.min(limit.to, view.value[1])];
      const wide = px(to) - px(from);
      return { ...limit, x: px(from), wide: Math.max(wide, 1.5), told: wide > limit.words.length * 6 };
    }),
);

/** Where a moment stands on the axis. */
const placeAt = (t_s: number) => x.value[rowAt(props.run.series.t_s, t_s)] ?? 0;
const happened = computed(() =>
  props.events
    .map((event) => ({ ...event, at: placeAt(event.t_s) }))
    .filter(({ at }) => at >= view.value[0] && at <= view.value[1]),
);

// ---- the crosshair

const row = computed(() => (props.cursor === null ? null : rowAt(props.run.series.t_s, props.cursor)));
const crosshair = computed(() => (row.value === null ? null : (x.value[row.value] ?? 0)));
const inView = computed(
  () => crosshair.value !== null && crosshair.value >= view.value[0] && crosshair.value <= view.value[1],
);

function look(pixel: number): void {
  const found = rowAt(x.value, placeOf(pixel));
  emit("cursor", props.run.series.t_s[found] ?? 0);
}

const pressed = ref<number | null>(null);
const dragged = ref<number | null>(null);
/** Shorter drags are clicks. */
const LEAST_DRAG = 10;

function down(event: PointerEvent): void {
  look(event.offsetX);
  if (event.pointerType === "touch") return;
  pressed.value = event.offsetX;
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
}

function move(event: PointerEvent): void {
  if (pressed.value === null) look(event.offsetX);
  else dragged.value = event.offsetX;
}

function up(): void {
  const [from, to] = [pressed.value, dragged.value];
  pressed.value = null;
  dragged.value = null;
  if (from === null || to === null || Math.abs(to - from) < LEAST_DRAG) return;
  emit("stretch", [placeOf(Math.min(from, to)), placeOf(Math.max(from, to))]);
}

/** Closer or wider around the crosshair. */
function zoom(factor: number): void {
  const [from, to] = view.value;
  const middle = inView.value && crosshair.value !== null ? crosshair.value : (from + to) / 2;
  const next: [number, number] = [
    Math.max(0, middle - (middle - from) * factor),
    Math.min(end.value, middle + (to - middle) * factor),
  ];
  emit("stretch", next[0] <= 0 && next[1] >= end.value ? null : next);
}

function key(event: KeyboardEvent): void {
  const times = props.run.series.t_s;
  const from = row.value ?? 0;
  const step = Math.max(1, Math.round(times.length / (event.shiftKey ? 20 : 200)));
  const to: Record<string, number> = {
    ArrowLeft: from - step,
    ArrowRight: from + step,
    Home: 0,
    End: times.length - 1,
  };
  const target = to[event.key];
  if (target !== undefined) emit("cursor", times[Math.min(Math.max(target, 0), times.length - 1)] ?? 0);
  else if (event.key === "+" || event.key === "=") zoom(0.5);
  else if (event.key === "-") zoom(2);
  else if (event.key === "Escape") emit("stretch", null);
  else return;
  event.preventDefault();
  event.stopPropagation();
}

// ---- the table

const TABLE_ROWS = 240;
const rows = computed(() => {
  const count = x.value.length;
  const step = Math.max(1, Math.ceil(count / TABLE_ROWS));
  return Array.from({ length: Math.ceil(count / step) }, (_, index) => index * step);
});

const name = computed(() => `${props.title} ${props.run.drive}`);

function saveCsv(): void {
  download(fileName(name.value, "csv"), new Blob([seriesCsv(props.run.series)], { type: "text/csv" }));
}
defineExpose({ zoom });
</script>

<template>
  <figure ref="box" class="run-chart">
    <svg
      ref="svg"
      :width="width"
      :height="height"
      role="img"
      tabindex="0"
      data-run-chart
      :aria-label="`${title}, ${run.drive}. Read it with the arrow keys, zoom with + and -, or show its table.`"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="up"
      @dblclick="emit('stretch', null)"
      @keydown="key"
    >
      <g v-for="tick in xTicks" :key="`x${tick}`">
        <line :x1="px(tick * axis.factor)" :x2="px(tick * axis.factor)" :y1="TOP" :y2="bottom" class="grid" />
        <text :x="px(tick * axis.factor)" :y="bottom + STRIP + 14" class="tick middle">
          {{ figures(tick) }}
        </text>
      </g>
      <g v-for="lane in drawn" :key="lane.key" :data-lane="lane.key">
        <rect :x="LEFT" :y="lane.at" :width="plotWidth" :height="lane.height" class="lane" />
        <g v-for="tick in lane.ticks" :key="tick">
          <line :x1="LEFT" :x2="LEFT + plotWidth" :y1="lane.py(tick)" :y2="lane.py(tick)" class="grid" />
          <text :x="LEFT - 5" :y="lane.py(tick) + 4" class="tick end">{{ figures(tick) }}</text>
        </g>
        <line
          v-if="lane.zero"
          :x1="LEFT"
          :x2="LEFT + plotWidth"
          :y1="lane.py(0)"
          :y2="lane.py(0)"
          class="zero"
        />
        <g v-for="(limit, index) in lane.limits" :key="limit.name">
          <line
            :x1="LEFT"
            :x2="LEFT + plotWidth"
            :y1="lane.py(limit.value)"
            :y2="lane.py(limit.value)"
            class="limit"
          />
          <text :x="LEFT + plotWidth - 3 - 66 * index" :y="lane.py(limit.value) - 3" class="limit-name end">
            {{ limit.name }}
          </text>
        </g>
        <path
          v-for="(other, index) in lane.over"
          :key="`o${index}`"
          :d="other.d"
          class="line other"
          :style="{ stroke: other.colour }"
        />
        <path v-for="line in lane.paths" :key="line.name" :d="line.d" class="line" :class="line.style" />
        <text :x="LEFT" :y="lane.at - 5" class="title">
          {{ lane.title }}
          <tspan class="soft" dx="4">{{ lane.unit }}</tspan>
          <template v-for="line in lane.lines" :key="line.name">
            <tspan v-if="lane.lines.length > 1" dx="10" :class="['key', line.style]">{{ line.name }}</tspan>
            <tspan v-if="row !== null" :dx="lane.lines.length > 1 ? 4 : 10" class="value">
              {{ figures(line.values[row] ?? NaN, 3) }}
            </tspan>
          </template>
        </text>
      </g>
      <text :x="LEFT + plotWidth" :y="height - 3" class="axis end">{{ axis.word }}, {{ axis.unit }}</text>
      <g v-for="(strip, index) in strips" :key="`s${index}`">
        <rect :x="strip.x" :y="bottom + 3" :width="strip.wide" :height="STRIP - 5" class="strip" />
        <text v-if="strip.told" :x="strip.x + 3" :y="height - 3" class="strip-name">{{ strip.words }}</text>
        <title>{{ strip.words }}</title>
      </g>
      <g v-for="(event, index) in happened" :key="`e${index}`">
        <path :d="`M${px(event.at) - 5} 2h10l-5 9z`" class="event" />
        <line :x1="px(event.at)" :x2="px(event.at)" :y1="TOP" :y2="bottom" class="event-line" />
        <title>{{ event.words }}</title>
      </g>
      <rect
        v-if="pressed !== null && dragged !== null"
        :x="Math.min(pressed, dragged)"
        :y="TOP"
        :width="Math.abs(dragged - pressed)"
        :height="bottom - TOP"
        class="chosen"
      />
      <g v-if="inView && crosshair !== null && row !== null" data-crosshair>
        <line :x1="px(crosshair)" :x2="px(crosshair)" :y1="TOP" :y2="bottom" class="cursor" />
        <template v-for="lane in drawn" :key="lane.key">
          <circle
            v-for="line in lane.lines.filter(({ values }) => Number.isFinite(values[row ?? 0] ?? NaN))"
            :key="line.name"
            :cx="px(crosshair)"
            :cy="lane.py(line.values[row] ?? 0)"
            r="2.5"
            class="dot"
          />
        </template>
      </g>
    </svg>
    <figcaption class="note">
      <slot />
      <button type="button" class="action" :aria-expanded="tableShown" @click="tableShown = !tableShown">
        table
      </button>
      <button type="button" class="action" data-run-csv @click="saveCsv">CSV</button>
      <SaveDrawing :svg="svg" :name="name" />
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
            <th>{{ axis.word }}, {{ axis.unit }}</th>
            <template v-for="lane in lanes" :key="lane.key">
              <th v-for="line in lane.lines" :key="line.name">{{ line.name }}, {{ lane.unit }}</th>
            </template>
          </tr>
        </thead>
        <tbody>
          <tr v-for="index in rows" :key="index">
            <td class="figure">{{ figures((x[index] ?? 0) / axis.factor, 4) }}</td>
            <template v-for="lane in lanes" :key="lane.key">
              <td v-for="line in lane.lines" :key="line.name" class="figure">
                {{ figures(line.values[index] ?? NaN, 3) }}
              </td>
            </template>
          </tr>
        </tbody>
      </table>
    </div>
  </figure>
</template>

<style scoped>
.run-chart {
  margin: 0;
  min-width: 0;
}

svg {
  display: block;
  touch-action: pan-y;
  user-select: none;
  cursor: crosshair;
}

.lane {
  fill: none;
  stroke: var(--line);
}

.grid {
  stroke: var(--faint);
}

.zero {
  stroke: var(--line);
}

text {
  fill: var(--ink);
  font-size: 11.5px;
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 3px;
  pointer-events: none;
}

.tick {
  font-family: var(--mono);
  font-size: 11px;
  fill: var(--soft);
  stroke-width: 0;
}

.axis,
.title .soft {
  fill: var(--soft);
}

.title {
  font-weight: 600;
}

.key,
.title .soft {
  font-weight: 400;
}

.value {
  font-family: var(--mono);
  font-weight: 400;
}

.middle {
  text-anchor: middle;
}

.end {
  text-anchor: end;
}

.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
  stroke-linejoin: round;
}

.line.accent {
  stroke: var(--accent);
  stroke-width: 1.8;
}

.line.heat {
  stroke: var(--heat-ink);
}

.line.soft {
  stroke: var(--soft);
}

.line.third {
  stroke: var(--kind-3);
}

.line.dashed {
  stroke: var(--soft);
  stroke-width: 1.2;
  stroke-dasharray: 4 3;
}

.line.other {
  stroke-width: 1.4;
}

.key.accent {
  fill: var(--accent);
}

.key.heat {
  fill: var(--heat-ink);
}

.key.third {
  fill: var(--kind-3);
}

.key.soft,
.key.dashed {
  fill: var(--soft);
}

.limit {
  stroke: var(--fail);
  stroke-dasharray: 2 3;
}

.limit-name {
  fill: var(--fail);
  font-size: 11px;
}

.strip {
  fill: var(--tight);
}

.strip-name {
  fill: var(--tight);
  font-size: 11px;
}

.event {
  fill: var(--fail);
}

.event-line {
  stroke: var(--fail);
  stroke-opacity: 0.5;
  stroke-dasharray: 1 3;
}

.chosen {
  fill: var(--accent);
  fill-opacity: 0.12;
}

.cursor {
  stroke: var(--accent);
}

.dot {
  fill: var(--accent);
}

figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  padding-left: 50px;
}

.behind {
  max-height: 260px;
  overflow: auto;
  border-top: 1px solid var(--line);
  margin-top: 6px;
}

.behind th {
  position: sticky;
  top: 0;
  background: var(--sheet);
}

@media (max-width: 760px) {
  figcaption {
    padding-left: 0;
  }
}
</style>
