<script lang="ts">
/** A cell of the map. */
export interface At {
  row: number;
  column: number;
}
</script>

<script setup lang="ts">
// The map of tooth pairs itself: shades, the edge of what holds, the pair in use, where one looks.
import { computed, ref } from "vue";
import { type Cells, edgePath, SHADES, shadePath, shareOf } from "./toothMap";
import { useElementSize } from "@vueuse/core";

const props = defineProps<{
  cells: Cells;
  driver: number[];
  driven: number[];
  here: At | null;
  stockDriver: number[];
  stockDriven: number[];
}>();
const emit = defineEmits<{ use: [] }>();
const cursor = defineModel<At | null>("cursor", { required: true });

const box = ref<HTMLElement>();
const { width } = useElementSize(box, { width: 1000, height: 0 });
const GUTTER = { left: 38, bottom: 22 };
const size = computed(() => Math.max(4, Math.floor((width.value - GUTTER.left) / props.driven.length)));
const tall = computed(() => Math.min(size.value, 13));
const map = computed(() => ({
  width: size.value * props.driven.length,
  height: tall.value * props.driver.length,
}));
/** A label every so many teeth, so that they do not touch. */
const every = (room: number, one: number) => [1, 2, 5, 10, 20].find((step) => step * one >= room) ?? 50;
const rowLabels = computed(() => props.driver.filter((count) => count % every(12, tall.value) === 0));
const columnLabels = computed(() => props.driven.filter((count) => count % every(26, size.value) === 0));
const stockRows = computed(() =>
  props.driver.flatMap((count, row) => (props.stockDriver.includes(count) ? [row] : [])),
);
const stockColumns = computed(() =>
  props.driven.flatMap((count, column) => (props.stockDriven.includes(count) ? [column] : [])),
);

const shades = computed(() => Array.from({ length: SHADES }, (_, shade) => shadePath(props.cells, shade)));
const cannot = computed(() => shadePath(props.cells, -1));
const blank = computed(() => shadePath(props.cells, -2));
const edge = computed(() => edgePath(props.cells));

function place(event: PointerEvent): At | null {
  const box = (event.currentTarget as Element).getBoundingClientRect();
  const column = Math.floor(((event.clientX - box.left) / box.width) * props.driven.length);
  const row = Math.floor(((event.clientY - box.top) / box.height) * props.driver.length);
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
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
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
  <div ref="box" class="plot">
    <svg
      :width="GUTTER.left + map.width"
      :height="map.height + GUTTER.bottom"
      :viewBox="`0 0 ${GUTTER.left + map.width} ${map.height + GUTTER.bottom}`"
      aria-hidden="true"
    >
      <g :transform="`translate(${GUTTER.left} 0) scale(${size} ${tall})`">
        <path
          v-for="(path, shade) in shades"
          :key="shade"
          :d="path"
          class="shade"
          :style="{ '--share': shareOf(shade) }"
        />
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
        <path v-for="row in stockRows" :key="`row ${row}`" :d="`M-7 ${(row + 0.5) * tall}h5`" class="stock" />
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
</template>

<style scoped>
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
  font: 400 var(--size-tick) var(--mono);
  fill: var(--soft);
}

.shade {
  fill: color-mix(in oklab, var(--tone) var(--share), var(--sheet));
}

.blank,
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
</style>
