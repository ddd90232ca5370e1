<script setup lang="ts">
// A mark on a plot that is dragged, or moved by the arrow keys: every move is taken at once, Escape gives back what stood
// there.
import { computed, ref } from "vue";
import type { Ruler } from "./ruler";

export interface Handle {
  key: string;
  /** What it is, as "target speed". */
  name: string;
  /** What it stands for now, with its unit. */
  said: string;
  x: number;
  y: number;
  shape: "ring" | "dot" | "square" | "knob";
  /** Along which axis it moves. */
  along: "x" | "y" | "both";
  /** Takes a place of the plot. */
  move: (x: number, y: number) => void;
  /** Takes one step of a key: right and up are more. */
  step: (across: number, up: number) => void;
  begin: () => void;
  /** The drag is over; what was is kept or given back. */
  end: (keep: boolean) => void;
}

const props = defineProps<{ handle: Handle; x: Ruler; y: Ruler }>();
const emit = defineEmits<{ held: [held: boolean] }>();
const mark = ref<SVGGElement>();
const held = ref(false);
const left = computed(() => props.x.at(props.handle.x));
const top = computed(() => props.y.at(props.handle.y));
/** Where the pointer took hold, beside the middle of the mark, px. */
let off: [number, number] = [0, 0];

function place(event: PointerEvent): [number, number] {
  const box = mark.value?.ownerSVGElement?.getBoundingClientRect();
  return [event.clientX - (box?.left ?? 0), event.clientY - (box?.top ?? 0)];
}

function begin(): void {
  if (held.value) return;
  held.value = true;
  emit("held", true);
  props.handle.begin();
}

function finish(keep: boolean): void {
  if (!held.value) return;
  held.value = false;
  emit("held", false);
  props.handle.end(keep);
}

function down(event: PointerEvent): void {
  if (event.button !== 0) return;
  event.preventDefault();
  event.stopPropagation();
  mark.value?.setPointerCapture(event.pointerId);
  mark.value?.focus();
  const [x, y] = place(event);
  off = [left.value - x, top.value - y];
  begin();
}

function drag(event: PointerEvent): void {
  if (!held.value || !mark.value?.hasPointerCapture(event.pointerId)) return;
  event.stopPropagation();
  const [x, y] = place(event);
  const { along } = props.handle;
  props.handle.move(
    along === "y" ? props.handle.x : props.x.back(x + off[0]),
    along === "x" ? props.handle.y : props.y.back(y + off[1]),
  );
}

const STEPS: Record<string, [number, number]> = {
  ArrowRight: [1, 0],
  ArrowLeft: [-1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

function key(event: KeyboardEvent): void {
  const step = STEPS[event.key];
  if (step) {
    begin();
    const [across, up] = step.map((one) => one * (event.shiftKey ? 10 : 1)) as [number, number];
    props.handle.step(across, up);
  } else if (event.key === "Escape" && held.value) finish(false);
  else if (event.key === "Enter") finish(true);
  else return;
  event.preventDefault();
  event.stopPropagation();
}
</script>

<template>
  <g
    ref="mark"
    class="handle"
    :class="[handle.along, { held }]"
    role="slider"
    tabindex="0"
    :aria-label="`${handle.name}: drag it, or use the arrow keys; Escape gives back`"
    :aria-valuenow="handle.along === 'y' ? handle.y : handle.x"
    :aria-valuetext="handle.said"
    :data-handle="handle.key"
    @pointerdown="down"
    @pointermove="drag"
    @pointerup="finish(true)"
    @pointercancel="finish(false)"
    @keydown="key"
    @blur="finish(true)"
  >
    <circle :cx="left" :cy="top" r="14" class="reach" />
    <circle :cx="left" :cy="top" r="9" class="halo" />
    <circle v-if="handle.shape === 'ring'" :cx="left" :cy="top" r="5.5" class="open" />
    <circle v-else-if="handle.shape === 'dot'" :cx="left" :cy="top" r="5.5" class="full" />
    <rect
      v-else-if="handle.shape === 'square'"
      :x="left - 5.5"
      :y="top - 5.5"
      width="11"
      height="11"
      class="open"
    />
    <path
      v-else
      :d="`M${left - 4} ${top - 8}H${left + 4}V${top + 8}H${left - 4}ZM${left - 1} ${top - 4}V${top + 4}M${left + 1} ${top - 4}V${top + 4}`"
      class="open"
    />
    <g v-if="held" class="told" aria-hidden="true">
      <text :x="left" :y="top - 16" text-anchor="middle" class="plot-word">{{ handle.said }}</text>
    </g>
  </g>
</template>

<style scoped>
.handle {
  cursor: grab;
  outline: none;
  touch-action: none;
}

.handle.x {
  cursor: ew-resize;
}

.handle.y {
  cursor: ns-resize;
}

.reach {
  fill: transparent;
}

.halo {
  fill: none;
  stroke: var(--accent);
  stroke-dasharray: 2 2;
  opacity: 0.7;
}

.handle:focus-visible .halo,
.held .halo {
  stroke-width: 2.5;
  stroke-dasharray: none;
  opacity: 1;
}

.open {
  fill: var(--sheet);
  stroke: var(--accent);
  stroke-width: 2;
}

.full {
  fill: var(--accent);
}

.told text {
  font-weight: 600;
}

@media (pointer: coarse) {
  .reach {
    r: 22px;
  }
}
</style>
