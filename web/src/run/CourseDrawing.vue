<script setup lang="ts">
// A course drawn by hand: speed above, grade below. Points are dragged or moved with the arrow keys; a click where none is
// puts one there, Delete takes it out.
import { computed, ref, watch } from "vue";
import { niceTicks, ticksBetween } from "../shared/plots/ticks";
import { useElementWidth } from "../shared/plots/width";
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

const box = ref<HTMLElement>();
const width = useElementWidth(box);
const LEFT = 46;
const RIGHT = 16;
const SPEED = { top: 16, height: 118 };
const GRADE = { top: 154, height: 62 };
const height = computed(() => (props.climbs ? GRADE.top + GRADE.height : SPEED.top + SPEED.height) + 30);
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
const of = (lane: Lane, point: Point) =>
  lane === "speed" ? (point[props.speed] ?? 0) : (point.grade_percent ?? 0);

const unit = computed(() => displayUnit(props.speed === "speed_m_s" ? "speed" : "rotation", null));
const axis = computed(() => {
  const last = at(draft.value.at(-1) ?? {});
  if (props.along === "distance_m") return displayUnit("way", last);
  return last > 300 ? { symbol: "min", factor: 60, offset: 0 } : { symbol: "s", factor: 1, offset: 0 };
});
const room = ref(1.12);
const xMax = computed(() => Math.max(at(props.points.at(-1) ?? {}) * room.value, 1));
const speedTicks = computed(() =>
  niceTicks(
    (Math.max(...props.points.map((point) => of("speed", point)), 0.1) * 1.15) / unit.value.factor,
    4,
  ),
);
const yMax = computed(() => (speedTicks.value.at(-1) ?? 1) * unit.value.factor);
const steep = computed(
  () => Math.max(10, ...props.points.map((point) => Math.abs(of("grade", point)))) * 1.15,
);
const gradeTicks = computed(() =>
  ticksBetween(-steep.value, steep.value, 3).filter((g) => Math.abs(g) <= steep.value),
);
const xTicks = computed(() =>
  ticksBetween(0, xMax.value / axis.value.factor, width.value / 90).filter(
    (tick) => tick * axis.value.factor <= xMax.value,
  ),
);

const plot = computed(() => Math.max(80, width.value - LEFT - RIGHT));
const px = (value: number) => LEFT + (value / xMax.value) * plot.value;
const py = (lane: Lane, value: number) =>
  lane === "speed"
    ? SPEED.top + SPEED.height * (1 - value / yMax.value)
    : GRADE.top + GRADE.height * (0.5 - value / (2 * steep.value));
const line = (lane: Lane) =>
  draft.value
    .map(
      (point, index) =>
        `${index ? "L" : "M"}${px(at(point)).toFixed(1)} ${py(lane, of(lane, point)).toFixed(1)}`,
    )
    .join("");
const hills = computed(() => {
  const [first, last] = [draft.value[0], draft.value.at(-1)];
  return first && last
    ? `${line("grade")}L${px(at(last))} ${py("grade", 0)}L${px(at(first))} ${py("grade", 0)}Z`
    : "";
});

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
    snap(raw / unit.value.factor, step(yMax.value / unit.value.factor)) * unit.value.factor;
  const changed =
    lane === "speed"
      ? { [props.speed]: Number(Math.max(0, inUnit(value)).toPrecision(6)) }
      : { grade_percent: Math.min(100, Math.max(-100, snap(value, step(steep.value)))) };
  points[index] = { ...own, [props.along]: place, ...changed };
  return points;
}

const read = (event: PointerEvent | MouseEvent, lane: Lane) => ({
  along: ((event.offsetX - LEFT) / plot.value) * xMax.value,
  value:
    lane === "speed"
      ? (1 - (event.offsetY - SPEED.top) / SPEED.height) * yMax.value
      : (0.5 - (event.offsetY - GRADE.top) / GRADE.height) * 2 * steep.value,
});

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
  const between = (l: Lane) => (b ? of(l, a) + share * (of(l, b) - of(l, a)) : of(l, a));
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
  const [dx, dy] = [step(xMax.value), lane === "speed" ? yMax.value / 50 : steep.value / 25];
  const moves: Record<string, [number, number]> = {
    ArrowLeft: [-dx, 0],
    ArrowRight: [dx, 0],
    ArrowUp: [0, dy],
    ArrowDown: [0, -dy],
  };
  const move = moves[event.key];
  if (move) {
    draft.value = set(lane, index, at(own) + move[0], of(lane, own) + move[1]);
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
  `${lane} ${lane === "speed" ? `${figures(of(lane, point) / unit.value.factor, 3)} ${unit.value.symbol}` : `${figures(of(lane, point), 3)} %`} at ${figures(at(point) / axis.value.factor, 4)} ${axis.value.symbol}`;
const told = computed(() => {
  const own = chosen.value && draft.value[chosen.value.index];
  return own && chosen.value ? said(chosen.value.lane, own) : null;
});
</script>

<template>
  <figure ref="box" class="course-drawing">
    <svg
      :width="width"
      :height="height"
      role="group"
      aria-label="The course, drawn"
      data-course-drawing
      @pointermove="drag"
      @pointerup="release"
      @pointercancel="held = null"
    >
      <g v-for="tick in xTicks" :key="`x${tick}`">
        <line
          :x1="px(tick * axis.factor)"
          :x2="px(tick * axis.factor)"
          :y1="SPEED.top"
          :y2="height - 30"
          class="grid"
        />
        <text :x="px(tick * axis.factor)" :y="height - 16" class="tick middle">{{ figures(tick) }}</text>
      </g>
      <text :x="LEFT + plot" :y="height - 3" class="soft end">
        {{ along === "t_s" ? "time" : "way" }}, {{ axis.symbol }}
      </text>
      <g v-for="tick in speedTicks" :key="`s${tick}`">
        <line
          :x1="LEFT"
          :x2="LEFT + plot"
          :y1="py('speed', tick * unit.factor)"
          :y2="py('speed', tick * unit.factor)"
          class="grid"
        />
        <text :x="LEFT - 5" :y="py('speed', tick * unit.factor) + 4" class="tick end">
          {{ figures(tick) }}
        </text>
      </g>
      <text :x="LEFT + 2" :y="SPEED.top - 4" class="soft">speed, {{ unit.symbol }}</text>
      <template v-if="climbs">
        <g v-for="tick in gradeTicks" :key="`g${tick}`">
          <line
            :x1="LEFT"
            :x2="LEFT + plot"
            :y1="py('grade', tick)"
            :y2="py('grade', tick)"
            :class="tick === 0 ? 'zero' : 'grid'"
          />
          <text :x="LEFT - 5" :y="py('grade', tick) + 4" class="tick end">{{ figures(tick) }}</text>
        </g>
        <text :x="LEFT + 2" :y="GRADE.top - 4" class="soft">grade, %</text>
        <path :d="hills" class="hills" />
        <path :d="line('grade')" class="line ground" />
      </template>
      <path :d="line('speed')" class="line" />
      <rect
        v-for="lane in lanes"
        :key="`r${lane}`"
        :x="LEFT"
        :y="lane === 'speed' ? SPEED.top : GRADE.top"
        :width="plot"
        :height="lane === 'speed' ? SPEED.height : GRADE.height"
        class="field"
        :data-draw="lane"
        @pointerdown="(event) => add(event, lane)"
      />
      <template v-if="draft.length <= MOST_HANDLES">
        <template v-for="lane in lanes" :key="`h${lane}`">
          <circle
            v-for="(point, index) in draft"
            :key="index"
            :cx="px(at(point))"
            :cy="py(lane, of(lane, point))"
            r="5"
            class="handle"
            :class="{ ground: lane === 'grade', chosen: chosen?.lane === lane && chosen.index === index }"
            tabindex="0"
            role="slider"
            :aria-label="said(lane, point)"
            :aria-valuenow="of(lane, point)"
            :data-point="`${lane} ${index}`"
            @pointerdown.stop="(event) => grab(event, lane, index)"
            @focus="chosen = { lane, index }"
            @keydown="(event) => key(event, lane, index)"
          />
        </template>
      </template>
    </svg>
    <figcaption class="note">
      <template v-if="draft.length > MOST_HANDLES"
        >{{ draft.length }} points: edit them in the table.</template
      >
      <template v-else-if="told">{{ told }}. Arrow keys move it, Delete takes it out.</template>
      <template v-else>Press where a point is to be, drag it; beyond the last one the course grows.</template>
      <button type="button" class="action" @click="room = room > 1.5 ? 1.12 : 2">
        {{ room > 1.5 ? "close up" : "more room" }}
      </button>
    </figcaption>
  </figure>
</template>

<style scoped>
.course-drawing {
  margin: 0 0 6px;
  min-width: 0;
}

svg {
  display: block;
  touch-action: none;
  user-select: none;
}

.grid {
  stroke: var(--faint);
}

.zero {
  stroke: var(--line);
}

text {
  font-size: 11.5px;
  fill: var(--ink);
}

.tick {
  font-family: var(--mono);
  font-size: 11px;
  fill: var(--soft);
}

.soft {
  fill: var(--soft);
}

.middle {
  text-anchor: middle;
}

.end {
  text-anchor: end;
}

.line {
  fill: none;
  stroke: var(--accent);
  stroke-width: 1.8;
}

.line.ground {
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
}

.handle {
  fill: var(--sheet);
  stroke: var(--accent);
  stroke-width: 2;
  cursor: grab;
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

figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  padding-left: 46px;
}

figcaption .action {
  margin-left: auto;
}
</style>
