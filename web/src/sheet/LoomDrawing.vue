<script setup lang="ts">
// The loom as it is generated from the option. Boxes are picked with a press and moved by dragging or with the arrow keys; a
// press on a lead goes to its run, or begins one.
import { computed, nextTick, onBeforeUnmount, ref, watch } from "vue";
import type { Schemas } from "../api/client";
import { useBench } from "../workbench/bench";
import SaveDrawing from "../shared/plots/SaveDrawing.vue";
import LoomBar from "./LoomBar.vue";
import { type LoomLead, type LoomPart, useLoomEdits } from "./loomEdits";

const props = defineProps<{ svg: string; loom: Schemas["Loom"]; name: string }>();
const emit = defineEmits<{ run: [place: number]; bare: [circuit: string]; field: [name: string] }>();
const bench = useBench();
const edits = useLoomEdits();
const box = ref<HTMLElement>();
const drawing = computed(() => (props.svg ? (box.value?.querySelector("svg") ?? undefined) : undefined));
const picked = ref<string | null>(null);
const part = computed(() => props.loom.parts.find((other) => other.key === picked.value) ?? null);
/** A box that is being dragged, from where the pointer took it. */
const drag = ref<{ part: LoomPart; group: SVGGElement; x: number; y: number; moved: boolean } | null>(null);
/** A press shakes by this many pixels. */
const STILL = 4;
/** An arrow key moves a box by this many units of the drawing. */
const NUDGE = 8;

function partAt(target: EventTarget | null): { part: LoomPart; group: SVGGElement } | null {
  const group = (target as Element | null)?.closest<SVGGElement>("[data-key]");
  const found = group && props.loom.parts.find((other) => other.key === group.dataset.key);
  return found && group ? { part: found, group } : null;
}

/** Units of the drawing in a pixel of the page. */
function unit(): number {
  const width = drawing.value?.getBoundingClientRect().width ?? 0;
  return width > 0 ? props.loom.width / width : 1;
}

function take(event: PointerEvent): void {
  const found = partAt(event.target);
  if (!found || event.button !== 0) return;
  drag.value = { ...found, x: event.clientX, y: event.clientY, moved: false };
  // A finger that scrolls the drawing is not dragging a box.
  if (event.pointerType !== "touch" || picked.value === found.part.key) {
    found.group.setPointerCapture(event.pointerId);
  }
}

function move(event: PointerEvent): void {
  const held = drag.value;
  if (!held) return;
  const [dx, dy] = [event.clientX - held.x, event.clientY - held.y];
  if (!held.moved && Math.hypot(dx, dy) < STILL) return;
  held.moved = true;
  held.group.setAttribute("transform", `translate(${dx * unit()} ${dy * unit()})`);
}

function drop(event: PointerEvent): void {
  const held = drag.value;
  drag.value = null;
  if (!held) return;
  picked.value = held.part.key;
  if (!held.moved) return;
  const [dx, dy] = [(event.clientX - held.x) * unit(), (event.clientY - held.y) * unit()];
  edits.put(held.part, held.part.x + dx, held.part.y + dy);
}

function letGo(): void {
  drag.value?.group.removeAttribute("transform");
  drag.value = null;
}

function press(event: MouseEvent): void {
  const group = (event.target as Element).closest<SVGGElement>("[data-place]");
  const lead = group && props.loom.leads[Number(group.dataset.place)];
  if (!lead) return;
  const circuit = circuitOf(lead);
  if (lead.run !== null) emit("run", lead.run);
  else if (circuit) emit("bare", circuit);
}

/** What a run in a lead carries; null for signals and the like, which have none. */
function circuitOf(lead: LoomLead): string | null {
  if (lead.kind === "supply") return "supply";
  const drive = props.loom.parts[lead.to]?.drive;
  return drive && (lead.kind === "motor" || lead.kind === "phases") ? `motor:${drive}` : null;
}

const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-NUDGE, 0],
  ArrowRight: [NUDGE, 0],
  ArrowUp: [0, -NUDGE],
  ArrowDown: [0, NUDGE],
};

function key(event: KeyboardEvent): void {
  const found = partAt(event.target);
  if (!found || event.ctrlKey || event.metaKey || event.altKey) return;
  const step = ARROWS[event.key];
  if (step) edits.put(found.part, found.part.x + step[0], found.part.y + step[1]);
  else if (event.key === "Enter" || event.key === " ") picked.value = found.part.key;
  else if (event.key === "Escape" && drag.value) letGo();
  else if (event.key === "Escape" && picked.value) picked.value = null;
  else return;
  event.preventDefault();
  event.stopPropagation();
}

/** The drawing comes as text: its boxes are made to be reached by key, and the picked one shows. */
async function dress(): Promise<void> {
  const focused = (document.activeElement as SVGElement | null)?.dataset.key;
  await nextTick();
  for (const group of box.value?.querySelectorAll<SVGGElement>("[data-key]") ?? []) {
    group.setAttribute("tabindex", "0");
    group.setAttribute("role", "button");
    group.toggleAttribute("data-picked", group.dataset.key === picked.value);
    if (focused && group.dataset.key === focused) group.focus({ preventScroll: true });
  }
}

watch([() => props.svg, picked, box], () => void dress(), { immediate: true });
watch(
  () => bench.optionPointer,
  () => (picked.value = null),
);
onBeforeUnmount(letGo);
</script>

<template>
  <figure class="loom-box">
    <!-- eslint-disable vue/no-v-html -- made by the server from escaped text -->
    <div
      ref="box"
      class="scroll"
      data-loom
      @click="press"
      @pointerdown="take"
      @pointermove="move"
      @pointerup="drop"
      @pointercancel="letGo"
      @keydown="key"
      v-html="svg"
    ></div>
    <!-- eslint-enable vue/no-v-html -->
    <LoomBar
      v-if="part"
      :part="part"
      :parts="loom.parts"
      @pick="(next) => (picked = next)"
      @field="(name) => emit('field', name)"
    />
    <figcaption class="note">
      two lines: battery or brushed motor; three: phases; dashed: signal and sensors; dotted: balance and
      charge
      <span v-if="!part">press a box to change it, drag it to move it</span>
      <SaveDrawing :svg="drawing" :name="name" />
    </figcaption>
  </figure>
</template>

<style scoped>
.loom-box {
  margin: 0 0 var(--space-6);
}

.scroll {
  overflow-x: auto;
  user-select: none;
}

.scroll :deep(svg) {
  display: block;
  width: 100%;
  min-width: 620px;
  height: auto;
}

.scroll :deep([data-place]) {
  cursor: pointer;
}

.scroll :deep([data-place]:hover path) {
  stroke: var(--accent);
}

.scroll :deep([data-key]) {
  cursor: move;
  outline: none;
}

.scroll :deep([data-key]:hover rect),
.scroll :deep([data-key]:focus-visible rect),
.scroll :deep([data-key][data-picked] rect) {
  stroke: var(--accent);
}

.scroll :deep([data-key]:focus-visible rect),
.scroll :deep([data-key][data-picked] rect) {
  stroke-width: 2;
}

.scroll :deep([data-key][data-picked]) {
  touch-action: none;
}

figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-7);
  justify-content: space-between;
}
</style>
