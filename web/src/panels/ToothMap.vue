<script setup lang="ts">
// Driver teeth by driven teeth: what every pair does, the region that holds, the pair in use; by keyboard and touch.
import { computed, ref, watch } from "vue";
import { api, type Schemas } from "../api/client";
import { useAnswer } from "../bench/answer";
import { useBench } from "../bench/bench";
import { counted, teeth, toggleStock } from "../bench/teeth";
import { type Cells, edgePath, SHADES, shadeOf, shadePath } from "../drawing/toothMap";
import { useElementWidth } from "../drawing/width";
import { without } from "../lib/pointer";
import { figures, shownText } from "../units/quantity";
import RatioNote from "./RatioNote.vue";

const props = defineProps<{ stage: number }>();
const bench = useBench();
const inUse = computed(() => bench.drive?.gearing?.[props.stage]);

type Grid = Schemas["ToothGrid"];
const METRICS = [
  { key: "worst_utilisation", word: "worst use", quantity: "plain", times: 100, unit: " %", hot: true },
  { key: "speed_m_s", word: "top speed", quantity: "speed", times: 1, unit: "", hot: false },
  { key: "output_rpm", word: "output speed", quantity: "rotation", times: 1, unit: "", hot: false },
  { key: "climb_utilisation", word: "hill used", quantity: "plain", times: 100, unit: " %", hot: true },
  { key: "winding_c", word: "winding heat", quantity: "temperature", times: 1, unit: "", hot: true },
  { key: "runtime_min", word: "runs, min", quantity: "plain", times: 1, unit: "", hot: false },
] as const;
type Metric = (typeof METRICS)[number];

const driver = computed(() => counted(teeth.driver));
const driven = computed(() => counted(teeth.driven));
const { value: grid, problem } = useAnswer<Grid>(
  () => [bench.shown, bench.optionIndex, bench.driveIndex, props.stage, driver.value, driven.value],
  (signal) => {
    const [build, option, drive] = [bench.shown, bench.optionIndex, bench.driveIndex];
    const body = build && {
      build,
      option,
      drive,
      stage: props.stage,
      driver_teeth: driver.value,
      driven_teeth: driven.value,
    };
    return body ? api.POST("/api/teeth/grid", { body, signal }) : null;
  },
);

const offered = computed(() =>
  METRICS.filter(({ key }) => grid.value?.[key].some((value) => value !== null) ?? false).filter(
    ({ key }, _, all) => key !== "output_rpm" || !all.some((other) => other.key === "speed_m_s"),
  ),
);
const chosen = ref<Metric["key"]>("worst_utilisation");
const metric = computed<Metric>(
  () => offered.value.find(({ key }) => key === chosen.value) ?? offered.value[0] ?? METRICS[0],
);
const said = (value: number | null | undefined, of: Metric = metric.value) =>
  value == null
    ? "–"
    : of.quantity === "plain"
      ? `${figures(value * of.times, 3)}${of.unit}`
      : shownText(of.quantity, value);

const span = computed(() => {
  // What cannot do the work would stretch the scale over what is of no use.
  const values = grid.value?.[metric.value.key].filter(
    (value, index): value is number => value !== null && (grid.value?.feasible[index] ?? false),
  );
  if (!values || values.length === 0) return { least: 0, most: 0 };
  const least = values.reduce((a, b) => Math.min(a, b));
  const most = values.reduce((a, b) => Math.max(a, b));
  return { least, most: metric.value.key === "worst_utilisation" ? Math.min(most, 1.2) : most };
});
const cells = computed<Cells | null>(() => {
  const seen = grid.value;
  if (!seen) return null;
  const values = seen[metric.value.key];
  const { least, most } = span.value;
  return {
    columns: seen.driven_teeth.length,
    rows: seen.driver_teeth.length,
    shade: values.map((value, index) => (seen.feasible[index] ? shadeOf(value, least, most) : -1)),
    holds: seen.verdict.map((verdict, index) => verdict !== "fail" && (seen.feasible[index] ?? false)),
  };
});
const shades = computed(() =>
  cells.value ? Array.from({ length: SHADES }, (_, shade) => shadePath(cells.value as Cells, shade)) : [],
);
const cannot = computed(() => (cells.value ? shadePath(cells.value, -1) : ""));
const blank = computed(() => (cells.value ? shadePath(cells.value, -2) : ""));
const edge = computed(() => (cells.value ? edgePath(cells.value) : ""));
const holding = computed(() => cells.value?.holds.filter(Boolean).length ?? 0);

// ---- where one looks

const cursor = ref<{ row: number; column: number } | null>(null);
const here = computed(() => {
  const [few, many] = [inUse.value?.driver_teeth, inUse.value?.driven_teeth];
  const [row, column] = [driver.value.indexOf(few ?? -1), driven.value.indexOf(many ?? -1)];
  return row >= 0 && column >= 0 ? { row, column } : null;
});
watch([driver, driven], () => {
  cursor.value = null;
});
const looked = computed(() => cursor.value ?? here.value);
const seen = computed(() => {
  const [at, all] = [looked.value, grid.value];
  if (!at || !all || all.driven_teeth.length !== driven.value.length) return null;
  const index = at.row * driven.value.length + at.column;
  return {
    driver: driver.value[at.row],
    driven: driven.value[at.column],
    ratio: all.ratio[index],
    verdict: all.verdict[index],
    feasible: all.feasible[index] ?? false,
    weakest: all.weakest[index],
    values: offered.value.map((of) => ({ word: of.word, said: said(all[of.key][index], of) })),
  };
});

function place(event: PointerEvent): { row: number; column: number } | null {
  const box = (event.currentTarget as Element).getBoundingClientRect();
  const column = Math.floor(((event.clientX - box.left) / box.width) * driven.value.length);
  const row = Math.floor(((event.clientY - box.top) / box.height) * driver.value.length);
  const inside = column >= 0 && row >= 0 && column < driven.value.length && row < driver.value.length;
  return inside ? { row, column } : null;
}

function look(event: PointerEvent): void {
  // A finger looks by touching; a mouse by passing over.
  if (event.pointerType === "mouse" || event.buttons > 0) cursor.value = place(event);
}

function press(event: PointerEvent): void {
  const at = place(event);
  if (!at) return;
  const again = cursor.value?.row === at.row && cursor.value.column === at.column;
  cursor.value = at;
  // A mouse has looked before it presses; a finger looks with its first touch and takes with its second.
  if (event.pointerType === "mouse" || again) use();
}

const MOVES: Record<string, [number, number]> = {
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
};
function key(event: KeyboardEvent): void {
  const move = MOVES[event.key];
  if (move) {
    const from = looked.value ?? { row: 0, column: 0 };
    const pace = event.shiftKey ? 5 : 1;
    const clamp = (value: number, most: number) => Math.min(most - 1, Math.max(0, value));
    cursor.value = {
      row: clamp(from.row + move[0] * pace, driver.value.length),
      column: clamp(from.column + move[1] * pace, driven.value.length),
    };
  } else if (event.key === "Enter") use();
  else if (event.key === "Escape") cursor.value = null;
  else return;
  event.preventDefault();
  event.stopPropagation();
}

function use(): void {
  const pair = seen.value;
  const stage = inUse.value;
  if (!pair || !stage || pair.driver === undefined || pair.driven === undefined) return;
  take(pair.driver, pair.driven);
}

function take(driverTeeth: number, drivenTeeth: number): void {
  const stage = inUse.value;
  if (!stage) return;
  // The shafts of a spur pair go where the new teeth mesh; a belt or chain is picked anew.
  const moved = stage.kind === "spur" ? without(stage, "centre_distance_mm") : stage;
  const rest = without(moved, "ratio", "belt_teeth", "chain_links");
  const next = { ...rest, driver_teeth: driverTeeth, driven_teeth: drivenTeeth };
  bench.set(`${bench.drivePointer}/gearing/${props.stage}`, next, null);
}

// ---- drawing

const box = ref<HTMLElement>();
const width = useElementWidth(box);
const GUTTER = { left: 38, bottom: 22 };
const size = computed(() => Math.max(4, Math.floor((width.value - GUTTER.left) / driven.value.length)));
const tall = computed(() => Math.min(size.value, 13));
const map = computed(() => ({
  width: size.value * driven.value.length,
  height: tall.value * driver.value.length,
}));
/** A label every so many teeth, so that they do not touch. */
const every = (room: number, one: number) => [1, 2, 5, 10, 20].find((step) => step * one >= room) ?? 50;
const rowLabels = computed(() => driver.value.filter((count) => count % every(12, tall.value) === 0));
const columnLabels = computed(() => driven.value.filter((count) => count % every(26, size.value) === 0));
const stockRows = computed(() =>
  driver.value.flatMap((count, row) => (teeth.stockDriver.includes(count) ? [row] : [])),
);
const stockColumns = computed(() =>
  driven.value.flatMap((count, column) => (teeth.stockDriven.includes(count) ? [column] : [])),
);
const RANGES = [
  { wheel: "driver", word: "driver" },
  { wheel: "driven", word: "driven" },
] as const;
function setRange(wheel: "driver" | "driven", end: 0 | 1, text: string): void {
  const value = Number(text);
  if (!Number.isInteger(value) || value < 5 || value > 400) return;
  const next: [number, number] = [...teeth[wheel]];
  next[end] = value;
  teeth[wheel] = next;
}
</script>

<template>
  <section class="map" :class="{ hot: metric.hot }" data-tooth-map>
    <div class="row">
      <span class="switch" role="group" aria-label="What the map shows">
        <button
          v-for="of in offered"
          :key="of.key"
          type="button"
          :aria-pressed="metric.key === of.key"
          @click="chosen = of.key"
        >
          {{ of.word }}
        </button>
      </span>
      <span v-for="range in RANGES" :key="range.wheel" class="note range">
        {{ range.word }}
        <input
          v-for="end in [0, 1] as const"
          :key="end"
          type="number"
          min="5"
          max="400"
          :value="teeth[range.wheel][end]"
          :aria-label="`${range.word} teeth ${end === 0 ? 'from' : 'to'}`"
          :data-range="`${range.wheel}-${end}`"
          @change="setRange(range.wheel, end, ($event.target as HTMLInputElement).value)"
        />
      </span>
      <span class="note" data-holding
        >{{ holding }} of {{ cells ? cells.rows * cells.columns : 0 }} pairs hold</span
      >
    </div>
    <p v-if="problem" class="note" role="alert">{{ problem }}</p>
    <div ref="box" class="plot">
      <svg
        :width="GUTTER.left + map.width"
        :height="map.height + GUTTER.bottom"
        :viewBox="`0 0 ${GUTTER.left + map.width} ${map.height + GUTTER.bottom}`"
        aria-hidden="true"
      >
        <g :transform="`translate(${GUTTER.left} 0) scale(${size} ${tall})`">
          <path v-for="(path, shade) in shades" :key="shade" :d="path" :class="`shade shade-${shade}`" />
          <path :d="blank" class="blank" />
        </g>
        <g :transform="`translate(${GUTTER.left} 0)`">
          <path :d="cannot" :transform="`scale(${size} ${tall})`" class="cannot" />
          <path
            :d="edge"
            :transform="`scale(${size} ${tall})`"
            class="edge"
            vector-effect="non-scaling-stroke"
          />
          <path
            v-for="row in stockRows"
            :key="`row ${row}`"
            :d="`M-7 ${(row + 0.5) * tall}h5`"
            class="stock"
          />
          <path
            v-for="column in stockColumns"
            :key="`column ${column}`"
            :d="`M${(column + 0.5) * size} ${map.height + 2}v5`"
            class="stock"
          />
          <rect
            v-if="here"
            :x="here.column * size - 1"
            :y="here.row * tall - 1"
            :width="size + 2"
            :height="tall + 2"
            class="in-use"
          />
          <rect
            v-if="cursor"
            :x="cursor.column * size - 1"
            :y="cursor.row * tall - 1"
            :width="size + 2"
            :height="tall + 2"
            class="cursor"
          />
        </g>
        <text
          v-for="count in rowLabels"
          :key="count"
          :x="GUTTER.left - 9"
          :y="(driver.indexOf(count) + 0.5) * tall + 4"
          text-anchor="end"
        >
          {{ count }}
        </text>
        <text
          v-for="count in columnLabels"
          :key="count"
          :x="GUTTER.left + (driven.indexOf(count) + 0.5) * size"
          :y="map.height + 18"
          text-anchor="middle"
        >
          {{ count }}
        </text>
      </svg>
      <div
        class="surface"
        tabindex="0"
        role="application"
        aria-label="Map of tooth pairs. Arrow keys look, Enter takes the pair, Escape goes back."
        :style="{ left: `${GUTTER.left}px`, width: `${map.width}px`, height: `${map.height}px` }"
        data-tooth-surface
        @pointermove="look"
        @pointerdown="press"
        @pointerleave="$event.pointerType === 'mouse' && (cursor = null)"
        @keydown="key"
      ></div>
    </div>
    <div class="legend note">
      <span>{{ said(span.least) }}</span>
      <span class="ramp" aria-hidden="true">
        <i v-for="shade in SHADES" :key="shade" :class="`shade-${shade - 1}`"></i>
      </span>
      <span>{{ said(span.most) }}</span>
      <span><i class="key edge-key"></i> holds inside the line</span>
      <span><i class="key cannot-key"></i> cannot do the work</span>
      <span><i class="key use-key"></i> in use</span>
      <span>driver teeth upright, driven teeth along</span>
    </div>
    <p class="read" role="status" aria-live="polite" data-tooth-read>
      <template v-if="seen">
        <b class="figure">{{ seen.driver }} : {{ seen.driven }}</b>
        <span v-if="seen.ratio !== undefined" class="figure">{{ figures(seen.ratio, 4) }} : 1 in all</span>
        <span v-for="value in seen.values" :key="value.word"
          >{{ value.word }} <span class="figure">{{ value.said }}</span></span
        >
        <span :class="seen.verdict">{{
          !seen.feasible
            ? "cannot do the work"
            : seen.verdict === "fail"
              ? `fails: ${seen.weakest}`
              : `weakest ${seen.weakest}`
        }}</span>
        <span class="note">
          <label>
            <input
              type="checkbox"
              :checked="teeth.stockDriver.includes(seen.driver ?? 0)"
              @change="toggleStock('stockDriver', seen?.driver ?? 0)"
            />
            {{ seen.driver }} in stock
          </label>
          <label>
            <input
              type="checkbox"
              :checked="teeth.stockDriven.includes(seen.driven ?? 0)"
              @change="toggleStock('stockDriven', seen?.driven ?? 0)"
            />
            {{ seen.driven }} in stock
          </label>
        </span>
        <button v-if="cursor" type="button" class="boxed" data-take-pair @click="use">Take this pair</button>
      </template>
      <template v-else>Point at a pair, or step with the arrows; Enter or a press takes it.</template>
    </p>
    <RatioNote :stage="stage" :driver="driver" :driven="driven" @take="take" />
  </section>
</template>

<style scoped>
.row,
.legend,
.read {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
  margin: 6px 0;
}

.range input {
  width: 52px;
  font: inherit;
  font-family: var(--mono);
  color: inherit;
  background: transparent;
  border: 0;
  border-bottom: 1px solid var(--line);
}

.plot {
  position: relative;
  overflow-x: auto;
}

svg {
  display: block;
}

.surface {
  position: absolute;
  top: 0;
  cursor: crosshair;
  touch-action: manipulation;
}

text {
  font: 400 10.5px var(--mono);
  fill: var(--soft);
}

.shade-0 {
  --share: 8%;
}
.shade-1 {
  --share: 18%;
}
.shade-2 {
  --share: 28%;
}
.shade-3 {
  --share: 39%;
}
.shade-4 {
  --share: 50%;
}
.shade-5 {
  --share: 62%;
}
.shade-6 {
  --share: 75%;
}
.shade-7 {
  --share: 90%;
}

.map {
  --tone: var(--accent);
}

/* What is asked of the parts is drawn like heat, what they give like the power that flows. */
.map.hot {
  --tone: var(--heat-ink);
}

.shade {
  fill: color-mix(in oklab, var(--tone) var(--share), var(--sheet));
}

.ramp i {
  background: color-mix(in oklab, var(--tone) var(--share), var(--sheet));
}

.blank {
  fill: var(--faint);
}

.cannot {
  fill: var(--faint);
}

.edge {
  fill: none;
  stroke: var(--ok);
  stroke-width: 2;
}

.in-use {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}

.cursor {
  fill: none;
  stroke: var(--fail);
  stroke-width: 2;
}

.stock {
  stroke: var(--ink);
  stroke-width: 2;
}

.ramp {
  display: inline-flex;
}

.ramp i {
  width: 16px;
  height: 10px;
}

.key {
  display: inline-block;
  width: 12px;
  height: 10px;
  vertical-align: -1px;
}

.edge-key {
  border: 2px solid var(--ok);
}

.cannot-key {
  background: var(--faint);
  border: 1px solid var(--line);
}

.use-key {
  border: 2px solid var(--ink);
}

.read {
  min-height: 2.8em;
}

.read b {
  font-size: 17px;
}

.fail {
  color: var(--fail);
}

.tight {
  color: var(--tight);
}

.read label {
  margin-right: 10px;
}
</style>
