<script setup lang="ts">
// Where the whole build holds, is tight, fails over the range of one figure; the pointer, or the arrows, go through it.
import { useElementSize } from "@vueuse/core";
import { computed, ref, shallowRef, watch } from "vue";
import { useAnswer } from "../../api/answer";
import { api, type Schemas } from "../../api/client";
import type { FieldMeta } from "../../api/fields";
import { fieldText, figures } from "../../units/quantity";
import { useBench } from "../../workbench/bench";
import { useDrag } from "../../workbench/drag";
import { verdictWord } from "../../workbench/words";

const props = defineProps<{ pointer: string; name: string; label: string; meta: FieldMeta; value: number }>();
const emit = defineEmits<{ close: [] }>();
const bench = useBench();
const drag = useDrag();
const box = ref<HTMLElement>();
const { width } = useElementSize(box, { width: 300, height: 24 });

/** So far below and above what stands there, within what is possible. */
const REACH = 4;
const range = shallowRef<[number, number]>([0, 1]);
function reach(): void {
  const { min = 0, max = Infinity } = props.meta;
  const size = Math.abs(props.value) || 1;
  range.value = [Math.max(min, props.value > 0 ? size / REACH : 0), Math.min(max, size * REACH)];
}
reach();
watch(() => props.pointer, reach);

/** What stands in the figure itself does not change its strip. */
const base = shallowRef(bench.document);
watch(
  () => bench.document,
  (now) => {
    if (!drag.dragging.value) base.value = now;
  },
);
const { value: strip, problem } = useAnswer<Schemas["StripPoint"][]>(
  () => [base.value, bench.optionIndex, props.pointer, range.value],
  (signal) => {
    const [build, option] = [base.value, bench.optionIndex];
    const [from, to] = range.value;
    if (!build || !(from < to)) return null;
    const body = {
      build,
      option,
      pointer: props.pointer,
      from,
      to,
      whole: props.meta.whole ?? false,
      count: null,
    };
    return api.POST("/api/strip", { body, signal });
  },
);

/** The values stand side by side in the order and at the pace that the core chose. */
const bandWidth = computed(() => width.value / Math.max(1, strip.value?.length ?? 1));
const segments = computed(() =>
  (strip.value ?? []).map((point, place) => ({ ...point, left: place * bandWidth.value })),
);
/** Middle of a value among them, px. */
function across(value: number): number {
  const points = strip.value ?? [];
  const after = points.findIndex((point) => point.value >= value);
  const [low, high] = [points[after - 1], points[after]];
  if (after < 0) return width.value;
  const part = low && high ? (value - low.value) / (high.value - low.value) : 1;
  return (Math.max(after - 1 + part, 0) + 0.5) * bandWidth.value;
}
const pointed = ref<number | null>(null);
const nearest = (value: number) =>
  (strip.value ?? []).reduce<Schemas["StripPoint"] | null>(
    (best, point) =>
      best === null || Math.abs(point.value - value) < Math.abs(best.value - value) ? point : best,
    null,
  );
const seen = computed(() => nearest(pointed.value ?? props.value));
const said = computed(() => {
  const point = seen.value;
  if (!point) return "working it out …";
  const { text, unit } = fieldText(props.name, point.value);
  const verdict = point.verdict === null ? "not possible" : verdictWord(point.verdict);
  const used = point.utilisation == null ? "" : ` ${figures(100 * point.utilisation, 2)} %`;
  return `${text} ${unit}: ${verdict}${point.weakest ? `, ${point.weakest.toLowerCase()}${used}` : ""}`;
});

function valueAt(event: PointerEvent): number {
  const left = box.value?.getBoundingClientRect().left ?? 0;
  const x = event.clientX - left;
  return strip.value?.[Math.floor(x / bandWidth.value)]?.value ?? props.value;
}
const limits = computed<[number, number]>(() => [props.meta.min ?? -Infinity, props.meta.max ?? Infinity]);

function down(event: PointerEvent): void {
  if (event.button !== 0) return;
  event.preventDefault();
  box.value?.setPointerCapture(event.pointerId);
  drag.begin(props.pointer);
  drag.take(props.pointer, valueAt(event), limits.value, props.meta.whole);
}

function move(event: PointerEvent): void {
  pointed.value = valueAt(event);
  if (drag.dragging.value) drag.take(props.pointer, pointed.value, limits.value, props.meta.whole);
}

function key(event: KeyboardEvent): void {
  const points = strip.value ?? [];
  const by = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
  if (by !== undefined) {
    const here = points.findIndex((point) => point.value === nearest(props.value)?.value);
    const to = points[here + by];
    if (!drag.dragging.value) drag.begin(props.pointer);
    if (to) drag.take(props.pointer, to.value, limits.value, props.meta.whole);
  } else if (event.key === "Escape") {
    if (drag.dragging.value) drag.end(false);
    else emit("close");
  } else if (event.key === "Enter") drag.end(true);
  else return;
  event.preventDefault();
  event.stopPropagation();
}
</script>

<template>
  <div class="strip" data-strip>
    <p v-if="problem" class="note">{{ problem }}</p>
    <div
      v-else
      ref="box"
      class="bands"
      role="slider"
      tabindex="0"
      :aria-label="`${label}: where the build holds`"
      :aria-valuenow="value"
      :aria-valuemin="range[0]"
      :aria-valuemax="range[1]"
      :aria-valuetext="said"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="drag.end(true)"
      @pointercancel="drag.end(false)"
      @pointerleave="pointed = null"
      @keydown="key"
      @blur="drag.dragging.value && drag.end(true)"
    >
      <span
        v-for="band in segments"
        :key="band.value"
        class="band"
        :class="band.verdict ?? 'none'"
        :style="{ left: `${band.left}px`, width: `${bandWidth + 0.5}px` }"
        :data-strip-verdict="band.verdict ?? 'none'"
      ></span>
      <span class="here" :style="{ left: `${across(value)}px` }"></span>
    </div>
    <p class="note told" aria-live="polite">{{ said }}</p>
  </div>
</template>

<style scoped>
.strip {
  grid-column: 1 / -1;
  padding-bottom: var(--space-3);
}

.bands {
  position: relative;
  height: 22px;
  border: 1px solid var(--box);
  cursor: ew-resize;
  touch-action: none;
  overflow: hidden;
}

.band {
  position: absolute;
  inset-block: 0;
}

.band.ok {
  background: var(--ok);
}

.band.tight {
  background: var(--tight);
  inset-block: 4px 0;
}

/* Told apart by height as well as colour. */
.band.fail {
  background: var(--fail);
  inset-block: 15px 0;
}

.here {
  position: absolute;
  inset-block: -2px;
  width: 3px;
  margin-left: -1px;
  background: var(--ink);
  border-inline: 1px solid var(--sheet);
  box-sizing: content-box;
}

@media (pointer: coarse) {
  .bands {
    height: 44px;
  }

  .band.fail {
    inset-block: 32px 0;
  }
}
</style>
