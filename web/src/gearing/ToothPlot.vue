<script lang="ts">
/** A cell of the map. */
export interface At {
  row: number;
  column: number;
}
</script>

<script setup lang="ts">
// The map of tooth pairs itself: shades, the edge of what holds, the pair in use, where one looks.
import { computed } from "vue";
import { usePlot } from "../shared/plots/plot";
import PlotFrame from "../shared/plots/PlotFrame.vue";
import type { PlotTable } from "../shared/plots/table";
import { type Cells, edgePath, SHADES, shadePath, shareOf } from "./toothMap";

const props = defineProps<{
  title: string;
  cells: Cells;
  driver: number[];
  driven: number[];
  here: At | null;
  stockDriver: number[];
  stockDriven: number[];
  table: () => PlotTable;
}>();
const emit = defineEmits<{ use: [] }>();
const cursor = defineModel<At | null>("cursor", { required: true });

/** A row is so high, px, while there are few. */
const ROW_PX = 13;
const MOST_PX = 320;
/** Half a tooth beyond the first and the last: a cell stands around its number. */
const around = (counts: number[]): [number, number] => [(counts[0] ?? 0) - 0.5, (counts.at(-1) ?? 0) + 0.5];
const whole = (value: number) => (Number.isInteger(value) ? String(value) : "");
const plot = usePlot({
  axis: () => ({ name: "driven teeth", span: around(props.driven), round: false, say: whole, pace: 50 }),
  panels: () => [
    {
      key: "driver",
      name: "driver teeth",
      height: Math.min(MOST_PX, ROW_PX * props.driver.length),
      span: around(props.driver),
      round: false,
      say: whole,
      pace: 26,
    },
  ],
});
const map = computed(() => {
  const { left, right, top, bottom } = plot.frame.value;
  return {
    left,
    bottom,
    width: right - left,
    height: bottom - top,
    wide: (right - left) / props.driven.length,
    tall: (bottom - top) / props.driver.length,
  };
});
/** Cells are counted from the corner of the fewest teeth, upwards. */
const onto = computed(() => {
  const { left, bottom, wide, tall } = map.value;
  return `translate(${left} ${bottom}) scale(${wide} ${-tall})`;
});
const boxOf = ({ row, column }: At) => ({
  x: map.value.left + column * map.value.wide - 1,
  y: map.value.bottom - (row + 1) * map.value.tall - 1,
  width: map.value.wide + 2,
  height: map.value.tall + 2,
});
const stock = computed(() => {
  const { left, bottom, wide, tall } = map.value;
  const rows = props.driver.flatMap((count, row) => (props.stockDriver.includes(count) ? [row] : []));
  const columns = props.driven.flatMap((count, at) => (props.stockDriven.includes(count) ? [at] : []));
  return [
    ...rows.map((row) => `M${left - 4} ${bottom - (row + 0.5) * tall}h8`),
    ...columns.map((column) => `M${left + (column + 0.5) * wide} ${bottom - 4}v8`),
  ].join("");
});

const shades = computed(() => Array.from({ length: SHADES }, (_, shade) => shadePath(props.cells, shade)));
const cannot = computed(() => shadePath(props.cells, -1));
const blank = computed(() => shadePath(props.cells, -2));
const edge = computed(() => edgePath(props.cells));

function place(event: PointerEvent): At | null {
  const box = (event.currentTarget as Element).getBoundingClientRect();
  const column = Math.floor(((event.clientX - box.left) / box.width) * props.driven.length);
  const row = Math.floor(((box.bottom - event.clientY) / box.height) * props.driver.length);
  const inside = column >= 0 && row >= 0 && column < props.driven.length && row < props.driver.length;
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
  if (event.pointerType === "mouse" || again) emit("use");
}

const MOVES: Record<string, [number, number]> = {
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
  ArrowUp: [1, 0],
  ArrowDown: [-1, 0],
};
function key(event: KeyboardEvent): void {
  const move = MOVES[event.key];
  if (move) {
    const from = cursor.value ?? props.here ?? { row: 0, column: 0 };
    const pace = event.shiftKey ? 5 : 1;
    const clamp = (value: number, most: number) => Math.min(most - 1, Math.max(0, value));
    cursor.value = {
      row: clamp(from.row + move[0] * pace, props.driver.length),
      column: clamp(from.column + move[1] * pace, props.driven.length),
    };
  } else if (event.key === "Enter") emit("use");
  else if (event.key === "Escape") cursor.value = null;
  else return;
  event.preventDefault();
  event.stopPropagation();
}
</script>

<template>
  <PlotFrame
    :title="title"
    :plot="plot"
    role="application"
    tabindex="0"
    hint="point at a pair, or step with the arrows; Enter or a press takes it"
    :table="table"
    data-tooth-plot
    aria-description="Arrow keys look at a pair, Enter takes it, Escape goes back."
    @keydown="key"
  >
    <g :transform="onto">
      <path
        v-for="(path, shade) in shades"
        :key="shade"
        :d="path"
        class="shade"
        :style="{ '--share': shareOf(shade) }"
      />
      <path :d="blank" class="blank" />
      <path :d="cannot" class="blank" />
      <path :d="edge" class="edge" vector-effect="non-scaling-stroke" />
    </g>
    <path :d="stock" class="stock" />
    <rect v-if="here" v-bind="boxOf(here)" class="in-use" />
    <rect v-if="cursor" v-bind="boxOf(cursor)" class="cursor" />
    <rect
      :x="map.left"
      :y="map.bottom - map.height"
      :width="map.width"
      :height="map.height"
      class="surface"
      data-tooth-surface
      @pointermove="look"
      @pointerdown="press"
      @pointerleave="$event.pointerType === 'mouse' && (cursor = null)"
    />
  </PlotFrame>
</template>

<style scoped>
.surface {
  fill: transparent;
  cursor: crosshair;
  touch-action: manipulation;
}

.shade {
  fill: color-mix(in oklab, var(--tone) var(--share), var(--sheet));
}

.blank {
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
</style>
