<script setup lang="ts">
// A ride in lanes on one axis: measured in ink, foretold dashed over it, the gap between them filled; or the gap alone.
import { computed, ref, watch } from "vue";
import { rowAt } from "../shared/lib/rows";
import PlotFrame from "../shared/plots/PlotFrame.vue";
import { linePath, type Point, usePlot } from "../shared/plots/plot";
import type { PlotTable } from "../shared/plots/table";
import { figures } from "../units/quantity";
import { differences, rangeOf, type RideLane } from "./rideLanes";

const props = defineProps<{
  title: string;
  lanes: RideLane[];
  duration: number;
  /** Only how far they are apart. */
  apart: boolean;
  /** Where the full readings are, as CSV. */
  file?: string | undefined;
}>();
/** The stretch that is drawn, s; null for all. */
const stretch = defineModel<[number, number] | null>("stretch", { default: null });
const cursor = ref<number | null>(null);

const view = computed<[number, number]>(() => stretch.value ?? [0, props.duration]);
const shown = computed(() =>
  props.apart ? props.lanes.filter(({ both }) => both.t_s.length > 0) : props.lanes,
);
/** Moments that can be read one after the other. */
const stops = computed(() => {
  const longest = shown.value.map(({ measured, both }) => (both.t_s.length > 0 ? both.t_s : measured.t_s));
  return longest.reduce<number[]>((best, times) => (times.length > best.length ? times : best), []);
});
const unit = computed(() => {
  if (props.duration > 10_800) return { word: "h", factor: 3600 };
  return props.duration > 180 ? { word: "min", factor: 60 } : { word: "s", factor: 1 };
});

const plot = usePlot({
  axis: () => ({
    name: `time, ${unit.value.word}`,
    span: [0, Math.max(props.duration, 1e-3)],
    round: false,
    factor: unit.value.factor,
    pace: 100,
  }),
  panels: () =>
    shown.value.map((lane) => ({
      key: lane.key,
      height: lane.height,
      span: rangeOf(lane, props.apart, ...view.value),
      round: false,
      pace: 26,
    })),
  margin: { top: 20, right: 10, left: 46 },
  stops: () => stops.value,
  cursor,
  stretch,
});
watch(
  () => props.title,
  () => (cursor.value = null),
);

const points = (t_s: number[], values: number[]): Point[] =>
  t_s.map((time, row) => [time, values[row] ?? NaN] as const);

/** The band between two lines. */
function band(lane: RideLane): Point[][] {
  const { t_s, measured, foretold } = lane.both;
  const pieces: Point[][] = [];
  let piece: number[] = [];
  const close = () => {
    if (piece.length > 1) {
      const back = [...piece].reverse();
      pieces.push([
        ...piece.map((row) => [t_s[row] ?? 0, measured[row] ?? 0] as const),
        ...back.map((row) => [t_s[row] ?? 0, foretold[row] ?? 0] as const),
      ]);
    }
    piece = [];
  };
  t_s.forEach((_, row) => {
    if (Number.isFinite(measured[row]) && Number.isFinite(foretold[row])) piece.push(row);
    else close();
  });
  close();
  return pieces;
}

const drawn = computed(() => {
  const { x, panels } = plot.frame.value;
  return shown.value.flatMap((lane) => {
    const panel = panels.find(({ key }) => key === lane.key);
    if (!panel) return [];
    const path = (t_s: number[], values: number[]) => linePath(points(t_s, values), x, panel.y);
    return [
      {
        ...lane,
        panel,
        measuredPath: props.apart ? "" : path(lane.measured.t_s, lane.measured.values),
        foretoldPath: props.apart ? "" : path(lane.both.t_s, lane.both.foretold),
        apartPath: props.apart ? path(lane.both.t_s, differences(lane)) : "",
        bands: props.apart ? [] : band(lane).map((piece) => `${linePath(piece, x, panel.y)}Z`),
      },
    ];
  });
});

const valueAt = (t_s: number[], values: number[], at: number): number => {
  if (t_s.length === 0) return NaN;
  const row = rowAt(t_s, at);
  return values[row] ?? NaN;
};
const reads = (lane: RideLane, at: number) => ({
  measured: valueAt(lane.measured.t_s, lane.measured.values, at),
  foretold: valueAt(lane.both.t_s, lane.both.foretold, at),
});
const clock = (seconds: number) => {
  const whole = Math.round(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}`;
};
const reading = computed(() => {
  const at = cursor.value;
  if (at === null) return null;
  const told = shown.value.map((lane) => {
    const { measured, foretold } = reads(lane, at);
    const beside = Number.isFinite(foretold) ? `, foretold ${figures(foretold, 3)}` : "";
    return `${lane.title} ${figures(measured, 3)}${beside} ${lane.unit}`;
  });
  return `${clock(at)}: ${told.join("; ")}`;
});

const ROWS = 240;
function table(): PlotTable {
  const step = Math.max(1, Math.ceil(stops.value.length / ROWS));
  const rows = stops.value.filter((_, row) => row % step === 0);
  return {
    columns: [
      `time, ${unit.value.word}`,
      ...shown.value.flatMap(({ title, unit: symbol, both }) => [
        `${title} measured, ${symbol}`,
        ...(both.t_s.length > 0 ? [`${title} foretold, ${symbol}`] : []),
      ]),
    ],
    rows: rows.map((time) => [
      figures(time / unit.value.factor, 4),
      ...shown.value.flatMap((lane) => {
        const { measured, foretold } = reads(lane, time);
        return [figures(measured, 4), ...(lane.both.t_s.length > 0 ? [figures(foretold, 4)] : [])];
      }),
    ]),
  };
}
</script>

<template>
  <PlotFrame :title="title" :plot="plot" :reading="reading" :table="table" data-ride-chart>
    <g v-for="lane in drawn" :key="lane.key" :data-lane="lane.key">
      <path v-for="(d, index) in lane.bands" :key="index" :d="d" class="band" />
      <path v-if="lane.measuredPath" :d="lane.measuredPath" class="plot-line" data-measured />
      <path v-if="lane.foretoldPath" :d="lane.foretoldPath" class="plot-line foretold" data-foretold />
      <path v-if="lane.apartPath" :d="lane.apartPath" class="plot-line apart" />
    </g>
    <template #over="{ frame }">
      <g v-for="lane in drawn" :key="lane.key">
        <rect
          :x="frame.left"
          :y="lane.panel.top"
          :width="frame.right - frame.left"
          :height="lane.height"
          class="lane"
        />
        <text :x="frame.left" :y="lane.panel.top - 5" class="title">
          {{ lane.title }}
          <tspan class="soft" dx="3">{{ lane.unit }}</tspan>
          <template v-if="cursor !== null">
            <tspan dx="12" class="value">{{ figures(reads(lane, cursor).measured, 3) }}</tspan>
            <tspan v-if="lane.both.t_s.length > 0" dx="10" class="value told">
              {{ figures(reads(lane, cursor).foretold, 3) }}
            </tspan>
          </template>
        </text>
      </g>
    </template>
    <template #crosshair="{ at, frame }">
      <text
        :x="Math.min(Math.max(frame.x.at(at), frame.left + 16), frame.right - 16)"
        :y="frame.bottom + 14"
        class="clock"
        text-anchor="middle"
      >
        {{ clock(at) }}
      </text>
    </template>
    <template #caption>
      <span class="reading" aria-live="polite">{{
        reading ?? "point at it to read it, drag over a stretch to see it larger"
      }}</span>
      <a v-if="file" class="action" :href="file" download>readings</a>
    </template>
  </PlotFrame>
</template>

<style scoped>
.lane {
  fill: none;
  stroke: var(--line);
  pointer-events: none;
}

.title {
  font-weight: 600;
}

.soft {
  fill: var(--soft);
  font-weight: 400;
}

.value {
  font-family: var(--mono);
  font-weight: 400;
}

.told {
  fill: var(--accent);
}

.plot-line {
  stroke-width: 1.4;
}

.foretold {
  stroke: var(--accent);
  stroke-width: 1.5;
  stroke-dasharray: 5 3;
}

.apart {
  stroke: var(--heat-ink);
}

.band {
  fill: var(--heat);
  fill-opacity: 0.35;
}

.clock {
  font: 600 var(--size-tick) var(--mono);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
}

.reading {
  flex: 1;
  min-height: 1.4em;
}
</style>
