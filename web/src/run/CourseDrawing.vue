<script setup lang="ts">
// A course drawn by hand: speed above, grade below. Points are dragged or moved with the arrow keys; a click where none is
// puts one there, Delete takes it out.
import { computed, ref, watch } from "vue";
import { linePath, type Point as Place, areaPath, usePlot } from "../shared/plots/plot";
import PlotFrame from "../shared/plots/PlotFrame.vue";
import type { PlotTable } from "../shared/plots/table";
import { displayUnit, figures } from "../units/quantity";
import type { Point } from "./tasks";

const props = defineProps<{
  points: Point[];
  along: "t_s" | "distance_m";
  speed: "speed_m_s" | "output_rpm";
  /** Whether a grade means anything to this drive. */
  climbs: boolean;
}>();
const emit = defineEmits<{ change: [points: Point[]] }>();

/** Courses of more points are edited in their table. */
const MOST_HANDLES = 80;

/** What is drawn while a point is dragged. */
const draft = ref<Point[]>([]);
watch(
  () => props.points,
  (points) => (draft.value = points),
  { immediate: true },
);

type Lane = "speed" | "grade";
const at = (point: Point) => point[props.along] ?? 0;
const valueOf = (lane: Lane, point: Point) =>
  lane === "speed" ? (point[props.speed] ?? 0) : (point.grade_percent ?? 0);

const unit = computed(() => displayUnit(props.speed === "speed_m_s" ? "speed" : "rotation", null));
const axis = computed(() => {
  const last = at(draft.value.at(-1) ?? {});
  if (props.along === "distance_m") return displayUnit("way", last);
  return last > 300 ? { symbol: "min", factor: 60, offset: 0 } : { symbol: "s", factor: 1, offset: 0 };
});
const room = ref(1.12);
const xMax = computed(() => Math.max(at(props.points.at(-1) ?? {}) * room.value, 1));
const fastest = computed(() => Math.max(...props.points.map((point) => valueOf("speed", point)), 0.1));
const steep = computed(
  () => Math.max(10, ...props.points.map((point) => Math.abs(valueOf("grade", point)))) * 1.15,
);
const plot = usePlot({
  axis: () => ({
    name: `${props.along === "t_s" ? "time" : "way"}, ${axis.value.symbol}`,
    span: [0, xMax.value],
    round: false,
    factor: axis.value.factor,
  }),
  panels: () => [
    {
      key: "speed",
      name: `speed, ${unit.value.symbol}`,
      height: 118,
      span: [0, (fastest.value * 1.15) / unit.value.factor],
      pace: 30,
    },
    ...(props.climbs
      ? [
          {
            key: "grade",
            name: "grade, %",
            height: 62,
            span: [-steep.value, steep.value] as [number, number],
            round: false,
            pace: 24,
          },
        ]
      : []),
  ],
  margin: { left: 46 },
  gap: 26,
});
/** A lane's figures stand in the unit people chose. */
const factorOf = (lane: Lane) => (lane === "speed" ? unit.value.factor : 1);
const px = (value: number) => plot.frame.value.x.at(value);
const py = (lane: Lane, value: number) => plot.panel(lane).y.at(value / factorOf(lane));
const topOf = (lane: Lane) => plot.panel(lane).y.to * factorOf(lane);
const places = (lane: Lane) =>
  draft.value.map((point): Place => [at(point), valueOf(lane, point) / factorOf(lane)]);
const line = (lane: Lane) => linePath(places(lane), plot.frame.value.x, plot.panel(lane).y);
const hills = computed(() => areaPath(places("grade"), plot.frame.value.x, plot.panel("grade").y));

/** A round step for hand-drawn values. */
function step(most: number): number {
  const rough = most / 100;
  const decade = 10 ** Math.floor(Math.log10(rough));
  return ([1, 2, 5, 10].find((factor) => factor * decade >= rough) ?? 10) * decade;
}
const snap = (value: number, by: number) => Number((Math.round(value / by) * by).toPrecision(9));

function set(lane: Lane, index: number, along: number, value: number): Point[] {
  const points = [...draft.value];
  const own = points[index];
  if (!own) return points;
  const by = step(xMax.value);
  const before = index === 0 ? null : at(points[index - 1] as Point);
  const after = points[index + 1] ? at(points[index + 1] as Point) : Infinity;
  // The first point stays at the start.
  const place =
    before === null
      ? at(own)
      : Math.min(Math.max(snap(along, by), before + by), after === Infinity ? 1e6 : after - by);
  const inUnit = (raw: number) =>
    snap(raw / unit.value.factor, step(plot.panel("speed").y.to)) * unit.value.factor;
  const changed =
    lane === "speed"
      ? { [props.speed]: Number(Math.max(0, inUnit(value)).toPrecision(6)) }
      : { grade_percent: Math.min(100, Math.max(-100, snap(value, step(steep.value)))) };
  points[index] = { ...own, [props.along]: place, ...changed };
  return points;
}

function read(event: PointerEvent | MouseEvent, lane: Lane) {
  const paper = (event.target as SVGElement).closest("svg")?.getBoundingClientRect();
  const { x } = plot.frame.value;
  return {
    along: x.back(event.clientX - (paper?.left ?? 0)),
    value: plot.panel(lane).y.back(event.clientY - (paper?.top ?? 0)) * factorOf(lane),
  };
}

const held = ref<{ lane: Lane; index: number } | null>(null);
const chosen = ref<{ lane: Lane; index: number } | null>(null);

function grab(event: PointerEvent, lane: Lane, index: number): void {
  held.value = { lane, index };
  chosen.value = { lane, index };
  (event.target as Element).closest("svg")?.setPointerCapture(event.pointerId);
}

function drag(event: PointerEvent): void {
  if (!held.value) return;
  const { lane, index } = held.value;
  const { along, value } = read(event, lane);
  draft.value = set(lane, index, along, value);
}

function release(event: PointerEvent): void {
  if (!held.value) return;
  // The last move may not have been told.
  drag(event);
  held.value = null;
  if (draft.value !== props.points) emit("change", draft.value);
}

/** A point where the drawing was pressed; beyond the last one the course grows. */
function add(event: PointerEvent, lane: Lane): void {
  const { along, value } = read(event, lane);
  if (along < 0) return;
  const after = draft.value.findIndex((point) => at(point) >= along);
  const index = after < 0 ? draft.value.length : Math.max(1, after);
  const [a, b] = [draft.value[index - 1], draft.value[index]];
  if (!a) return;
  const share = b ? (along - at(a)) / (at(b) - at(a) || 1) : 0;
  const between = (l: Lane) => (b ? valueOf(l, a) + share * (valueOf(l, b) - valueOf(l, a)) : valueOf(l, a));
  const point: Point = {
    [props.along]: along,
    [props.speed]: Number(between("speed").toPrecision(4)),
    ...(props.climbs && { grade_percent: Number(between("grade").toPrecision(3)) }),
    ...(a.load_share !== undefined && { load_share: a.load_share }),
  };
  const before = draft.value;
  draft.value = [...before.slice(0, index), point, ...before.slice(index)];
  draft.value = set(lane, index, along, value);
  grab(event, lane, index);
}

function key(event: KeyboardEvent, lane: Lane, index: number): void {
  const own = draft.value[index];
  if (!own) return;
  const [dx, dy] = [step(xMax.value), lane === "speed" ? topOf("speed") / 50 : steep.value / 25];
  const moves: Record<string, [number, number]> = {
    ArrowLeft: [-dx, 0],
    ArrowRight: [dx, 0],
    ArrowUp: [0, dy],
    ArrowDown: [0, -dy],
  };
  const move = moves[event.key];
  if (move) {
    draft.value = set(lane, index, at(own) + move[0], valueOf(lane, own) + move[1]);
    emit("change", draft.value);
  } else if ((event.key === "Delete" || event.key === "Backspace") && draft.value.length > 2 && index > 0) {
    chosen.value = null;
    emit(
      "change",
      draft.value.filter((_, other) => other !== index),
    );
  } else return;
  event.preventDefault();
}

const lanes = computed<Lane[]>(() => (props.climbs ? ["speed", "grade"] : ["speed"]));
const said = (lane: Lane, point: Point) =>
  `${lane} ${lane === "speed" ? `${figures(valueOf(lane, point) / unit.value.factor, 3)} ${unit.value.symbol}` : `${figures(valueOf(lane, point), 3)} %`} at ${figures(at(point) / axis.value.factor, 4)} ${axis.value.symbol}`;
const told = computed(() => {
  const own = chosen.value && draft.value[chosen.value.index];
  return own && chosen.value ? said(chosen.value.lane, own) : null;
});
const reading = computed(() => {
  if (draft.value.length > MOST_HANDLES) return `${draft.value.length} points: edit them in the table.`;
  return told.value
    ? `${told.value}. Arrow keys move it, Delete takes it out.`
    : "Press where a point is to be, drag it; beyond the last one the course grows.";
});

function table(): PlotTable {
  return {
    columns: [plot.axis.value.name, ...plot.frame.value.panels.map(({ name }) => name ?? "")],
    rows: draft.value.map((point) => [
      figures(at(point) / axis.value.factor, 5),
      ...lanes.value.map((lane) => figures(valueOf(lane, point) / factorOf(lane), 4)),
    ]),
  };
}
</script>

<template>
  <div class="course-drawing">
    <PlotFrame
      title="The course, drawn"
      :plot="plot"
      role="group"
      :reading="reading"
      :table="table"
      data-course-drawing
      @pointermove="drag"
      @pointerup="release"
      @pointercancel="held = null"
    >
      <template v-if="climbs">
        <path :d="hills" class="hills" />
        <path :d="line('grade')" class="plot-line ground" />
      </template>
      <path :d="line('speed')" class="plot-line accent" />
      <rect
        v-for="panel in plot.frame.value.panels"
        :key="`r${panel.key}`"
        :x="plot.frame.value.left"
        :y="panel.top"
        :width="plot.frame.value.right - plot.frame.value.left"
        :height="panel.height"
        class="field"
        :data-draw="panel.key"
        @pointerdown="(event) => add(event, panel.key as Lane)"
      />
      <template v-if="draft.length <= MOST_HANDLES">
        <template v-for="lane in lanes" :key="`h${lane}`">
          <circle
            v-for="(point, index) in draft"
            :key="index"
            :cx="px(at(point))"
            :cy="py(lane, valueOf(lane, point))"
            r="5"
            class="handle"
            :class="{ ground: lane === 'grade', chosen: chosen?.lane === lane && chosen.index === index }"
            tabindex="0"
            role="slider"
            :aria-label="said(lane, point)"
            :aria-valuenow="valueOf(lane, point)"
            :data-point="`${lane} ${index}`"
            @pointerdown.stop="(event) => grab(event, lane, index)"
            @focus="chosen = { lane, index }"
            @keydown="(event) => key(event, lane, index)"
          />
        </template>
      </template>
    </PlotFrame>
    <button type="button" class="action note" @click="room = room > 1.5 ? 1.12 : 2">
      {{ room > 1.5 ? "close up" : "more room" }}
    </button>
  </div>
</template>

<style scoped>
.course-drawing {
  margin: 0 0 var(--space-3);
  min-width: 0;
}

.plot-line.ground {
  stroke: var(--heat-ink);
}

.hills {
  fill: var(--heat);
  fill-opacity: 0.25;
}

.field {
  fill: transparent;
  stroke: var(--line);
  cursor: crosshair;
  touch-action: none;
}

.handle {
  fill: var(--sheet);
  stroke: var(--accent);
  stroke-width: 2;
  cursor: grab;
  touch-action: none;
}

.handle.ground {
  stroke: var(--heat-ink);
}

.handle.chosen {
  fill: var(--accent);
}

.handle.ground.chosen {
  fill: var(--heat-ink);
}
</style>
