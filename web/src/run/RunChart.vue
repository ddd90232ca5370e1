<script setup lang="ts">
// Everything of a run on one axis: lanes one above another, a crosshair through all, limits along the axis.
import { computed } from "vue";
import { placed } from "../shared/plots/labels";
import { linePath, type PanelFrame, usePlot } from "../shared/plots/plot";
import { rowAt } from "../shared/lib/rows";
import PlotFrame from "../shared/plots/PlotFrame.vue";
import type { PlotTable } from "../shared/plots/table";
import { figures } from "../units/quantity";
import { type Axis, type Lane, type LineStyle, rangeOf, seriesCsv, thinned } from "./lanes";
import type { DriveRun } from "./runs";

const props = defineProps<{
  title: string;
  run: DriveRun;
  lanes: Lane[];
  axis: Axis;
  limits: { from: number; to: number; words: string }[];
  events: { t_s: number; words: string }[];
  /** The moment that is looked at, s. */
  cursor: number | null;
  /** What is drawn, in seconds or metres; null for all. */
  stretch: [number, number] | null;
}>();
const emit = defineEmits<{ cursor: [t_s: number]; stretch: [stretch: [number, number] | null] }>();

/** How a line is drawn, in a word's place. */
const SAMPLE: Record<LineStyle, string> = {
  strong: "——",
  accent: "——",
  heat: "—–",
  third: "–·–",
  soft: "····",
  dashed: "- - -",
};
/** Room for the limits along the axis, px. */
const STRIP = 13;
const abscissae = computed(() => props.axis.values(props.run));
const times = computed(() => props.run.series.t_s);
const end = computed(() => Math.max(abscissae.value.at(-1) ?? 1, 1e-9));
const view = computed<[number, number]>(() => props.stretch ?? [0, end.value]);
const row = computed(() => (props.cursor === null ? null : rowAt(times.value, props.cursor)));

const plot = usePlot({
  axis: () => ({
    name: `${props.axis.word}, ${props.axis.unit}`,
    span: [0, end.value],
    round: false,
    factor: props.axis.factor,
    pace: 100,
  }),
  panels: () =>
    props.lanes.map((lane) => ({
      key: lane.key,
      height: lane.height,
      span: rangeOf(lane, abscissae.value, ...view.value),
      round: false,
      pace: 26,
    })),
  foot: STRIP,
  margin: { top: 24, right: 14 },
  stops: () => abscissae.value,
  cursor: computed({
    get: () => (row.value === null ? null : (abscissae.value[row.value] ?? 0)),
    set: (at) => at !== null && emit("cursor", times.value[rowAt(abscissae.value, at)] ?? 0),
  }),
  stretch: computed({ get: () => props.stretch, set: (stretch) => emit("stretch", stretch) }),
});
const x = computed(() => plot.frame.value.x);

/** Each lane in its panel, its lines as paths, its limits with their words. */
const drawn = computed(() => {
  const { left, right } = plot.frame.value;
  const pixels = Math.round(right - left);
  const path = (panel: PanelFrame, along: number[], values: number[]) =>
    linePath(thinned(along, values, ...view.value, pixels), x.value, panel.y);
  return props.lanes.flatMap((lane) => {
    const panel = plot.frame.value.panels.find(({ key }) => key === lane.key);
    if (!panel) return [];
    const limits = lane.limits.map(({ name, value }) => ({
      text: name,
      x: right - 66,
      y: panel.y.at(value),
    }));
    const room = { left, right, top: panel.top - 8, bottom: panel.top + panel.height };
    return [
      {
        ...lane,
        panel,
        paths: lane.lines.map((line) => ({ ...line, d: path(panel, abscissae.value, line.values) })),
        over: lane.others.map((other) => path(panel, other.x, other.values)),
        words: placed(limits, room, []),
      },
    ];
  });
});
const inView = (at: number) => at >= view.value[0] && at <= view.value[1];
const strips = computed(() =>
  props.limits
    .filter(({ from, to }) => to >= view.value[0] && from <= view.value[1])
    .map((limit) => {
      const [from, to] = [Math.max(limit.from, view.value[0]), Math.min(limit.to, view.value[1])];
      const wide = x.value.at(to) - x.value.at(from);
      return {
        ...limit,
        x: x.value.at(from),
        wide: Math.max(wide, 1.5),
        told: wide > limit.words.length * 6,
      };
    }),
);
const happened = computed(() =>
  props.events
    .map((event) => ({ ...event, at: abscissae.value[rowAt(times.value, event.t_s)] ?? 0 }))
    .filter(({ at }) => inView(at)),
);
/** On narrow paper a line's figure takes the place of its name. */
const NARROW_PX = 520;
const narrow = computed(() => plot.frame.value.width < NARROW_PX);
const reading = computed(() => {
  const at = row.value;
  if (at === null) return null;
  const told = props.lanes.flatMap(({ lines, unit }) =>
    lines
      .filter(({ values }) => Number.isFinite(values[at]))
      .map(({ name, values }) => `${name} ${figures(values[at] ?? NaN, 3)} ${unit}`),
  );
  return `${figures((abscissae.value[at] ?? 0) / props.axis.factor, 4)} ${props.axis.unit}: ${told.join(", ")}`;
});

const name = computed(() => `${props.title} ${props.run.drive}`);
/** Rows of the table; the file has them all. */
const TABLE_ROWS = 240;
function table(): PlotTable {
  const count = abscissae.value.length;
  const step = Math.max(1, Math.ceil(count / TABLE_ROWS));
  const lines = props.lanes.flatMap((lane) => lane.lines.map((line) => ({ ...line, unit: lane.unit })));
  return {
    columns: [`${props.axis.word}, ${props.axis.unit}`, ...lines.map((line) => `${line.name}, ${line.unit}`)],
    rows: Array.from({ length: Math.ceil(count / step) }, (_, place) => place * step).map((index) => [
      figures((abscissae.value[index] ?? 0) / props.axis.factor, 4),
      ...lines.map(({ values }) => figures(values[index] ?? NaN, 3)),
    ]),
  };
}
defineExpose({ zoom: (factor: number) => plot.zoom(factor) });
</script>

<template>
  <PlotFrame
    :title="name"
    :plot="plot"
    :reading="reading"
    :table="table"
    :csv="() => seriesCsv(run.series)"
    data-run-chart
  >
    <g v-for="lane in drawn" :key="lane.key" :data-lane="lane.key">
      <line
        v-for="limit in lane.limits"
        :key="limit.name"
        :x1="plot.frame.value.left"
        :x2="plot.frame.value.right"
        :y1="lane.panel.y.at(limit.value)"
        :y2="lane.panel.y.at(limit.value)"
        class="plot-limit"
      />
      <path
        v-for="(d, index) in lane.over"
        :key="`o${index}`"
        :d="d"
        class="plot-line"
        :class="`other-${index % 5}`"
      />
      <path v-for="line in lane.paths" :key="line.name" :d="line.d" class="plot-line" :class="line.style" />
      <text
        v-for="word in lane.words"
        :key="word.text"
        :x="word.left"
        :y="word.base"
        class="plot-word limit-name"
      >
        {{ word.text }}
      </text>
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
        <text :x="narrow ? 2 : frame.left" :y="lane.panel.top - 5" class="title" :class="{ narrow }">
          {{ lane.title }}
          <tspan class="soft" dx="4">{{ lane.unit }}</tspan>
          <template v-for="line in lane.lines" :key="line.name">
            <tspan v-if="lane.lines.length > 1" dx="10" :class="['key', line.style]">
              {{ SAMPLE[line.style] }} {{ narrow && row !== null ? "" : line.name }}
            </tspan>
            <tspan v-if="row !== null" :dx="lane.lines.length > 1 ? 4 : 10" class="value">
              {{ figures(line.values[row] ?? NaN, 3) }}
            </tspan>
          </template>
        </text>
      </g>
      <g v-for="(strip, index) in strips" :key="`s${index}`">
        <rect :x="strip.x" :y="frame.bottom + 3" :width="strip.wide" :height="STRIP - 5" class="strip" />
        <text v-if="strip.told" :x="strip.x + 3" :y="frame.height - 3" class="strip-name">
          {{ strip.words }}
        </text>
        <title>{{ strip.words }}</title>
      </g>
      <g v-for="(event, index) in happened" :key="`e${index}`">
        <path
          :d="`M${x.at(event.at) - 5} 2h10l-5 9z`"
          class="event"
          :data-event-mark="event.words"
          @pointerdown.stop
          @click.stop="emit('cursor', event.t_s)"
        />
        <line
          :x1="x.at(event.at)"
          :x2="x.at(event.at)"
          :y1="frame.top"
          :y2="frame.bottom"
          class="event-line"
        />
        <title>{{ event.words }}</title>
      </g>
    </template>
    <template #crosshair="{ at }">
      <template v-for="lane in drawn" :key="lane.key">
        <circle
          v-for="line in lane.lines.filter(({ values }) => Number.isFinite(values[row ?? 0] ?? NaN))"
          :key="line.name"
          :cx="x.at(at)"
          :cy="lane.panel.y.at(line.values[row ?? 0] ?? 0)"
          r="2.5"
          class="plot-dot"
        />
      </template>
    </template>
    <template #caption><slot /></template>
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

.title.narrow {
  font-size: var(--size-tick);
}

.title .soft {
  fill: var(--soft);
}

.key,
.title .soft {
  font-weight: 400;
}

.value {
  font-family: var(--mono);
  font-weight: 400;
}

.key.accent {
  fill: var(--accent);
}

.key.heat {
  fill: var(--heat-ink);
}

.key.third {
  fill: var(--kind-3);
}

.key.soft,
.key.dashed {
  fill: var(--soft);
}

.limit-name {
  fill: var(--fail);
  font-size: var(--size-tick);
}

.strip {
  fill: var(--tight);
}

.strip-name {
  fill: var(--tight);
  font-size: var(--size-tick);
}

.event {
  fill: var(--fail);
}

.event-line {
  stroke: var(--fail);
  stroke-opacity: 0.5;
  stroke-dasharray: 1 3;
}
</style>
