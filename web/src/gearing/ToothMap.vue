<script setup lang="ts">
// Driver teeth by driven teeth: what every pair does, the region that holds, the pair in use; by keyboard and touch.
import { computed, ref, watch } from "vue";
import { api, type Schemas } from "../api/client";
import { useAnswer } from "../api/answer";
import { useBench } from "../workbench/bench";
import { counted, teeth, toggleStock } from "./teeth";
import { type Cells, SHADES, shadeOf, shareOf } from "./toothMap";
import ToothPlot, { type At } from "./ToothPlot.vue";
import type { PlotTable } from "../shared/plots/table";
import { without } from "../shared/lib/pointer";
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
  { key: "climb_utilisation", word: "climb used", quantity: "plain", times: 100, unit: " %", hot: true },
  { key: "winding_c", word: "winding heat", quantity: "temperature", times: 1, unit: "", hot: true },
  { key: "flat_out_s", word: "flat out, s", quantity: "plain", times: 1, unit: "", hot: false },
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
const holding = computed(() => cells.value?.holds.filter(Boolean).length ?? 0);

// ---- where one looks

const cursor = ref<At | null>(null);
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

function table(): PlotTable {
  const all = grid.value;
  const columns = [
    "driver",
    "driven",
    "ratio",
    "how it comes out",
    "weakest",
    ...offered.value.map(({ word }) => word),
  ];
  if (!all) return { columns, rows: [] };
  const rows = all.driver_teeth.flatMap((few, row) =>
    all.driven_teeth.map((many, column) => {
      const index = row * all.driven_teeth.length + column;
      const verdict = all.feasible[index] ? (all.verdict[index] ?? "") : "cannot do the work";
      const told = offered.value.map((of) => said(all[of.key][index], of));
      return [
        String(few),
        String(many),
        figures(all.ratio[index] ?? 0, 4),
        verdict,
        all.weakest[index] ?? "",
        ...told,
      ];
    }),
  );
  return { columns, rows };
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
    <ToothPlot
      v-if="cells && grid"
      v-model:cursor="cursor"
      :title="`Teeth: ${metric.word}`"
      :table="table"
      :cells="cells"
      :driver="grid.driver_teeth"
      :driven="grid.driven_teeth"
      :here="here"
      :stock-driver="teeth.stockDriver"
      :stock-driven="teeth.stockDriven"
      @use="use"
    />
    <div class="legend note">
      <span>{{ said(span.least) }}</span>
      <span class="ramp" aria-hidden="true">
        <i v-for="shade in SHADES" :key="shade" :style="{ '--share': shareOf(shade - 1) }"></i>
      </span>
      <span>{{ said(span.most) }}</span>
      <span><i class="key edge-key"></i> holds inside the line</span>
      <span><i class="key cannot-key"></i> cannot do the work</span>
      <span><i class="key use-key"></i> in use</span>
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
  gap: var(--space-2) var(--space-7);
  align-items: baseline;
  margin: var(--space-3) 0;
}

.range input {
  width: 52px;
  font: inherit;
  font-family: var(--mono);
  color: inherit;
  background: transparent;
  border: 0;
  border-bottom: 1px solid var(--box);
}

.map {
  --tone: var(--accent);
}

/* What is asked of the parts is drawn like heat, what they give like the power that flows. */
.map.hot {
  --tone: var(--heat-ink);
}

.ramp i {
  background: color-mix(in oklab, var(--tone) var(--share), var(--sheet));
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
  font-size: var(--size-entry);
}

.fail {
  color: var(--fail);
}

.tight {
  color: var(--tight);
}

.read label {
  margin-right: var(--space-5);
}
</style>
