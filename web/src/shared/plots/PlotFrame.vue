<script setup lang="ts">
// The frame of every plot: grid, ticks, names, the crosshair; read by pointer, finger and keys; its table and its files.
import { computed, ref, useId } from "vue";
import { download, fileName } from "../lib/download";
import { figures } from "../../units/quantity";
import { useGestures } from "./gestures";
import type { Plot } from "./plot";
import PlotTableView from "./PlotTable.vue";
import SaveDrawing from "./SaveDrawing.vue";
import { csvOf, type PlotTable } from "./table";

const props = defineProps<{
  title: string;
  plot: Plot;
  /** What is read at the crosshair, in words; also told to those who do not see it. */
  reading?: string | null;
  /** How it is read, where nothing is read yet. */
  hint?: string;
  table?: () => PlotTable;
  /** A file of its own instead of the table. */
  csv?: () => string;
  /** What can be done on it beyond reading: a role of its own. */
  role?: "group" | "application" | "img";
}>();
const svg = ref<SVGSVGElement>();
const { dragged, down, move, up, cancel, leave, key, whole } = useGestures(props.plot, svg);
const frame = computed(() => props.plot.frame.value);
const axis = computed(() => props.plot.axis.value);
const cursor = computed(() => {
  const at = props.plot.cursor.value;
  const { from, to } = frame.value.x;
  return at !== null && at >= from && at <= to ? at : null;
});
const reads = computed(() => props.plot.stops.value.length > 0);
const stops = computed(() => props.plot.stops.value);
/** A plot that holds what can be dragged is a group of sliders, and none itself. */
const slides = computed(() => reads.value && props.role === undefined);
const clip = `clip-${useId()}`;
const tableShown = ref(false);
const saidX = (value: number) => axis.value.say?.(value) ?? figures(value / (axis.value.factor ?? 1));
const keys = computed(() => {
  const zooms = props.plot.stretch ? ", zoomed with + and -" : "";
  return `${props.title}. Read with the arrow keys${zooms}; its table holds the same.`;
});

function saveCsv(): void {
  const text = props.csv?.() ?? (props.table && csvOf(props.table()));
  if (text) download(fileName(props.title, "csv"), new Blob([text], { type: "text/csv" }));
}

defineExpose({ svg });
defineOptions({ inheritAttrs: false });
</script>

<template>
  <figure class="plot">
    <div :ref="plot.attach" class="paper">
      <svg
        ref="svg"
        :width="frame.width"
        :height="frame.height"
        :role="role ?? (reads ? 'slider' : 'img')"
        :tabindex="reads ? 0 : undefined"
        :aria-label="reads ? keys : title"
        :aria-valuemin="slides ? stops[0] : undefined"
        :aria-valuemax="slides ? stops.at(-1) : undefined"
        :aria-valuenow="slides ? (plot.cursor.value ?? stops[0]) : undefined"
        :aria-valuetext="slides ? (reading ?? 'not read yet') : undefined"
        :class="{ reads }"
        v-bind="$attrs"
        @pointerdown="down"
        @pointermove="move"
        @pointerup="up"
        @pointercancel="cancel"
        @pointerleave="leave"
        @dblclick="whole"
        @keydown="key"
        @blur="leave"
      >
        <defs>
          <clipPath :id="clip">
            <rect
              :x="frame.left"
              :y="frame.top - 4"
              :width="frame.right - frame.left"
              :height="frame.bottom - frame.top + 8"
            />
          </clipPath>
        </defs>
        <g v-for="tick in frame.x.ticks" :key="`x${tick}`">
          <line
            :x1="frame.x.at(tick)"
            :x2="frame.x.at(tick)"
            :y1="frame.top"
            :y2="frame.bottom"
            class="plot-grid"
          />
          <text
            :x="frame.x.at(tick)"
            :y="frame.height - 20"
            class="tick middle"
            text-anchor="middle"
            data-plot-tick
          >
            {{ saidX(tick) }}
          </text>
        </g>
        <text :x="frame.right" :y="frame.height - 4" text-anchor="end" class="plot-name">
          {{ axis.name }}
        </text>
        <g v-for="(panel, index) in frame.panels" :key="panel.key" :data-panel="panel.key">
          <g v-for="tick in panel.y.ticks" :key="tick">
            <line
              :x1="frame.left"
              :x2="frame.right"
              :y1="panel.y.at(tick)"
              :y2="panel.y.at(tick)"
              :class="tick === 0 ? 'plot-zero' : 'plot-grid'"
            />
            <text :x="frame.left - 6" :y="panel.y.at(tick) + 4" class="tick" text-anchor="end">
              {{ panel.say?.(tick) ?? figures(tick) }}
            </text>
          </g>
          <text v-if="panel.name" :x="index === 0 ? 4 : frame.left" :y="panel.top - 8" class="plot-name">
            {{ panel.name }}
          </text>
        </g>
        <g :clip-path="plot.stretch?.value ? `url(#${clip})` : undefined">
          <slot :frame="frame" />
        </g>
        <rect
          v-if="dragged"
          :x="Math.min(...dragged)"
          :y="frame.top"
          :width="Math.abs(dragged[1] - dragged[0])"
          :height="frame.bottom - frame.top"
          class="plot-chosen"
        />
        <g v-if="reads && cursor !== null" data-crosshair>
          <line
            :x1="frame.x.at(cursor)"
            :x2="frame.x.at(cursor)"
            :y1="frame.top"
            :y2="frame.bottom"
            class="plot-cursor"
          />
          <slot name="crosshair" :at="cursor" :frame="frame" />
        </g>
        <slot name="over" :frame="frame" />
      </svg>
    </div>
    <figcaption class="note">
      <slot name="caption">
        <span class="reading" aria-live="polite">{{ reading ?? hint ?? "point at it to read it" }}</span>
      </slot>
      <button
        v-if="table"
        type="button"
        class="action"
        :aria-expanded="tableShown"
        @click="tableShown = !tableShown"
      >
        table
      </button>
      <button v-if="csv ?? table" type="button" class="action" data-plot-csv @click="saveCsv">CSV</button>
      <SaveDrawing :svg="svg" :name="title" />
    </figcaption>
    <PlotTableView v-if="tableShown && table" :title="title" :table="table()" />
  </figure>
</template>

<style scoped>
.plot {
  margin: 0;
  min-width: 0;
}

.paper {
  min-width: 0;
  overflow: hidden;
}

svg {
  display: block;
  touch-action: pan-y;
  user-select: none;
}

svg.reads {
  cursor: crosshair;
}

figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-6);
  align-items: baseline;
}

.reading {
  flex: 1;
  min-height: 1.4em;
}
</style>

<style src="./plots.css"></style>
