<script setup lang="ts">
// The power paths of all options one above another, to the same scale: where each loses what.
import { computed, ref } from "vue";
import type { DriveEvaluation, OptionSheet } from "../api/client";
import { useBench } from "../workbench/bench";
import { CASE_WORDS } from "../workbench/words";
import { flowOf } from "../workbench/path/flow";
import SaveDrawing from "../shared/plots/SaveDrawing.vue";
import { useElementSize } from "@vueuse/core";
import { viewOf } from "../workbench/view";
import { generatingFlow } from "../run/generating";
import { letterOf } from "../shared/lib/names";
import { shownText } from "../units/quantity";

const emit = defineEmits<{ open: [place: number] }>();
const bench = useBench();
const box = ref<HTMLElement>();
const svg = ref<SVGSVGElement>();
const { width } = useElementSize(box, { width: 1000, height: 0 });

/** The path of a machine that is turned. */
function turned(option: OptionSheet, result: DriveEvaluation | undefined) {
  const load = bench.jobDrive?.load;
  const parts = option.drives.find(({ drive }) => drive === bench.drive?.drive);
  if (!result?.generating || !parts || load?.kind !== "generator") return null;
  return generatingFlow(result.generating, load, parts, option, result.ratio);
}

const flows = computed(() =>
  (bench.document?.options ?? []).map((option, place) => {
    const name = bench.drive?.drive;
    const view = viewOf(bench.figures, place, name);
    const parts = option.drives.find(({ drive }) => drive === name);
    const point = view.caseAt(bench.caseName, bench.charge);
    const flow =
      point && parts && view.drive
        ? flowOf({
            point,
            base: undefined,
            compared: false,
            option,
            parts,
            result: view.drive,
            figures: view.option,
            load: bench.jobDrive?.load.kind,
          })
        : turned(option, view.drive);
    const efficiency = point?.efficiency ?? view.drive?.generating?.efficiency ?? null;
    return { place, name: option.name, flow, efficiency };
  }),
);

const LEFT = 4;
const ROW = 78;
const THICKEST = 30;
const TOP = 20;
const most = computed(() => Math.max(1e-9, ...flows.value.map(({ flow }) => flow?.totalW ?? 0)));
const scale = computed(() => THICKEST / most.value);
const pitch = computed(() => (width.value - LEFT - 80) / 6);

const rows = computed(() =>
  flows.value.map(({ flow, ...row }, line) => ({
    ...row,
    feasible: flow?.feasible ?? false,
    totalW: flow?.totalW ?? 0,
    outW: flow?.outW ?? 0,
    y: line * ROW,
    stages: (flow?.stages ?? []).map((stage, at) => ({
      ...stage,
      x: LEFT + at * pitch.value,
      inPx: stage.inW * scale.value,
      outPx: stage.outW * scale.value,
    })),
  })),
);
const bodyOf = (stage: (typeof rows.value)[number]["stages"][number], y: number) => {
  const [x, half, end] = [stage.x, stage.x + pitch.value / 2, stage.x + pitch.value];
  return `M${x} ${y + TOP}H${end}V${y + TOP + stage.outPx}H${half}V${y + TOP + stage.inPx}H${x}Z`;
};
const lossOf = (stage: (typeof rows.value)[number]["stages"][number], y: number) => {
  const [half, end] = [stage.x + pitch.value / 2, stage.x + pitch.value];
  const from = y + TOP + stage.outPx;
  return `M${half} ${from}H${end - 4}L${half} ${y + TOP + stage.inPx}Z`;
};
</script>

<template>
  <figure>
    <figcaption>
      <h3>
        Power, all on one scale: {{ CASE_WORDS[bench.caseName].toLowerCase() }},
        {{ bench.drive?.drive }}
      </h3>
      <SaveDrawing :svg="svg" name="Power paths" />
    </figcaption>
    <div ref="box">
      <svg
        ref="svg"
        :width="width"
        :height="rows.length * ROW"
        role="group"
        aria-label="Power paths"
        data-paths
      >
        <g
          v-for="row in rows"
          :key="row.place"
          role="button"
          tabindex="0"
          :class="{ impossible: !row.feasible }"
          @click="emit('open', row.place)"
          @keydown.enter="emit('open', row.place)"
        >
          <rect x="0" :y="row.y" :width="width" :height="ROW" class="target" />
          <text :x="LEFT" :y="row.y + 13" class="name">{{ letterOf(row.place) }} · {{ row.name }}</text>
          <text v-if="row.totalW === 0" :x="LEFT" :y="row.y + 36" class="foot">
            cannot: no figures for this case
          </text>
          <template v-else>
            <g v-for="stage in row.stages" :key="stage.step">
              <path v-if="stage.step !== 'job'" :d="bodyOf(stage, row.y)" class="ribbon" />
              <path
                v-if="stage.step !== 'job' && stage.inPx - stage.outPx > 0.3"
                :d="lossOf(stage, row.y)"
                class="heat"
              />
              <line
                :x1="stage.x"
                :x2="stage.x"
                :y1="row.y + TOP - 2"
                :y2="row.y + TOP + Math.max(stage.inPx, 6) + 2"
                class="joint"
              />
              <text
                v-if="stage.lossW > 0.002 * row.totalW && pitch > 56"
                :x="stage.x + 4"
                :y="row.y + ROW - 5"
                class="loss"
              >
                {{ shownText("power", stage.lossW) }}
              </text>
              <text
                v-if="stage.step !== 'job' && pitch > 80"
                :x="stage.x + 4"
                :y="row.y + ROW - 17"
                class="foot"
              >
                {{ stage.title.toLowerCase() }}
              </text>
            </g>
            <text :x="(row.stages.at(-1)?.x ?? 0) + 6" :y="row.y + TOP + 14" class="out">
              {{ shownText("power", row.outW) }}
            </text>
            <text
              v-if="row.efficiency !== null"
              :x="(row.stages.at(-1)?.x ?? 0) + 6"
              :y="row.y + TOP + 30"
              class="foot"
            >
              {{ Math.round(100 * row.efficiency) }} % of {{ shownText("power", row.totalW) }}
            </text>
          </template>
        </g>
      </svg>
    </div>
  </figure>
</template>

<style scoped>
figure {
  margin: 0 0 var(--space-5);
}

figcaption {
  display: flex;
  justify-content: space-between;
  border-bottom: 1px solid var(--line);
  margin-bottom: var(--space-2);
}

svg {
  display: block;
}

g[role="button"] {
  cursor: pointer;
}

g[role="button"]:focus-visible {
  outline: none;
}

g[role="button"]:focus-visible .target {
  stroke: var(--accent);
  stroke-width: 2;
}

.target {
  fill: transparent;
}

.ribbon {
  fill: var(--ribbon);
}

.impossible .ribbon {
  fill-opacity: 0.55;
}

.heat {
  fill: var(--heat);
}

.joint {
  stroke: var(--ink);
}

text {
  fill: var(--ink);
  font-size: var(--size-small);
}

.name {
  font-weight: 600;
}

.out {
  font: 500 var(--size) var(--mono);
}

.foot {
  fill: var(--soft);
  font-size: var(--size-tick);
}

.loss {
  fill: var(--heat-ink);
  font: var(--size-tick) var(--mono);
}
</style>
