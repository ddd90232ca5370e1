<script setup lang="ts">
import ChoiceSelect from "../shared/fields/ChoiceSelect.vue";
import { computed, nextTick, ref, watch } from "vue";
import { api } from "../api/client";
import { ask } from "../api/reach";
import { useBench } from "../workbench/bench";
import BenchField from "../shared/fields/BenchField.vue";
import FieldGroup from "../shared/fields/FieldGroup.vue";
import FigureTable, { type FigureLine } from "../shared/figures/FigureTable.vue";
import PanelHead from "../shared/PanelHead.vue";
import PickRow from "../shared/fields/PickRow.vue";
import type { View } from "../workbench/view";
import { driveRun, useRuns } from "../run/runs";
import FindingList from "../sheet/FindingList.vue";
import LoomDrawing from "../sheet/LoomDrawing.vue";
import RunTable from "../sheet/RunTable.vue";
import { useWorkshop } from "../sheet/workshop";
import { STARTS } from "../shared/fields/starts.gen";

const bench = useBench();
const { value: shop, problem } = useWorkshop();
const kept = useRuns();
watch(
  () => bench.id,
  (id) => id && void kept.load(id),
  { immediate: true },
);
const loomFields = ref<HTMLElement>();
const list = computed(() => `${bench.optionPointer}/wiring/runs`);
const runs = computed(() => bench.option?.wiring?.runs ?? []);
const circuits = computed(() => [
  { word: "supply", said: "battery" },
  ...(bench.document?.job.drives ?? []).map(({ name }) => ({
    word: `motor:${name}`,
    said: `motor: ${name}`,
  })),
]);
function result(view: View): FigureLine[] {
  const supply = view.option?.supply;
  const point = view.caseAt(bench.caseName, bench.charge);
  const leads = supply && supply.resistance_ohm - supply.pack_resistance_ohm;
  return [
    {
      name: "supply leads and connectors",
      quantity: "resistance",
      value: leads,
      sum: "battery.supply_resistance",
    },
    {
      name: "battery itself",
      quantity: "resistance",
      value: supply?.pack_resistance_ohm,
      sum: "battery.pack_resistance",
    },
    { name: "lost in the supply leads now", quantity: "power", value: point?.stage_losses_w?.wiring },
    { name: "lost in the motor leads now", quantity: "power", value: point?.losses_w?.motor_leads },
  ];
}

function set(next: unknown[]): void {
  bench.set(list.value, next, null);
}

function add(circuit: string): void {
  set([...runs.value, { name: `run ${runs.value.length + 1}`, circuit, ...STARTS.run }]);
}

function goTo(place: number): void {
  const entry = document.querySelector(`[data-run-entry='${place}']`);
  entry?.scrollIntoView({ block: "center", behavior: "smooth" });
  entry?.querySelector<HTMLElement>("input")?.focus({ preventScroll: true });
}

/** Begins a run in a lead that has none, and goes there. */
async function begin(circuit: string): Promise<void> {
  add(circuit);
  await nextTick();
  goTo(runs.value.length - 1);
}

/** A field of this step: that of the first run that has it, or of the loom. */
function goToField(name: string): void {
  const run = runs.value.findIndex((other) => name in other);
  const entry = run >= 0 ? document.querySelector(`[data-run-entry='${run}']`) : loomFields.value;
  const field = entry?.querySelector<HTMLElement>(`[data-field='${name}']`);
  field?.scrollIntoView({ block: "center", behavior: "smooth" });
  (field?.matches("input") ? field : field?.querySelector<HTMLElement>("input, [tabindex]"))?.focus({
    preventScroll: true,
  });
}

/** The suggested gauge in place of what the run has. */
function takeGauge(place: number, awg: number): void {
  const run = runs.value[place];
  if (!run) return;
  const rest = Object.fromEntries(Object.entries(run).filter(([key]) => key !== "area_mm2"));
  set(runs.value.map((other, index) => (index === place ? { ...rest, awg } : other)));
}

/** The current that heats a run as a kept run has it: of the battery, or of the motor of its drive. */
async function fromKept(place: number, id: string): Promise<void> {
  const reply = await ask(() => api.GET("/api/runs/{id}", { params: { path: { id } } }));
  const circuit = runs.value[place]?.circuit;
  if (!reply?.data || !circuit) return;
  const { summary } = driveRun(reply.data, circuit.replace(/^motor:/, ""));
  const amperes = circuit === "supply" ? summary.rms_supply_current_a : summary.rms_motor_current_a;
  bench.set(`${list.value}/${place}/steady_a`, Number(amperes.toPrecision(4)), null);
}

const LOOM = ["main_switch", "alarm", "input_capacitance_uf", "receiver"];
const RADIO = ["regulators", "servos", "signal_split"];
const JOINTS = [
  "crimps",
  "connector",
  "connector_a",
  "connector_ohm",
  "fuse_a",
  "switch",
  "switch_a",
  "switch_rated_for",
];

function useArea(index: number, area: boolean): void {
  const run = runs.value[index];
  if (!run) return;
  const rest = Object.fromEntries(Object.entries(run).filter(([key]) => key !== "awg" && key !== "area_mm2"));
  set(
    runs.value.map((other, place) =>
      place === index ? { ...rest, ...(area ? { area_mm2: 2.5 } : { awg: 12 }) } : other,
    ),
  );
}
</script>

<template>
  <PanelHead title="Wiring" step="wiring" note="each run is a pair of leads; its length counts one way" />
  <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
  <p v-if="!shop && !problem" class="note" role="status">The loom is being drawn …</p>
  <template v-if="shop">
    <LoomDrawing
      :svg="shop.loom_svg"
      :loom="shop.loom"
      :name="`${bench.document?.name ?? ''} loom`"
      @run="goTo"
      @bare="begin"
      @field="goToField"
    />
    <RunTable
      v-if="shop.runs.length > 0"
      :runs="shop.runs"
      @gauge="takeGauge"
      @fuse="(place, amperes) => bench.set(`${list}/${place}/fuse_a`, amperes, null)"
    />
    <FindingList v-if="shop.findings.length > 0" :findings="shop.findings" class="found" />
  </template>
  <div class="top">
    <div>
      <p v-if="runs.length === 0" class="soft">
        No leads: as if everything were soldered together. Add the run from the battery first; thin or long
        leads cost volts.
      </p>
      <section v-for="(run, index) in runs" :key="index" class="run" :data-run-entry="index">
        <h3>
          run {{ index + 1 }}
          <button type="button" class="action" @click="useArea(index, run.awg != null)">
            {{ run.awg != null ? "give mm² instead" : "give AWG instead" }}
          </button>
          <button type="button" class="action" @click="bench.set(`${list}/${index}`, undefined, null)">
            take it out
          </button>
        </h3>
        <div class="two">
          <BenchField :at="`${list}/${index}`" record="WiringRun" name="name" />
          <PickRow label="Carries">
            <ChoiceSelect
              :model-value="run.circuit"
              :options="circuits"
              option-label="said"
              option-value="word"
              aria-label="Carries"
              @update:model-value="(word) => bench.set(`${list}/${index}/circuit`, word, null)"
            />
          </PickRow>
          <BenchField
            :at="`${list}/${index}`"
            record="WiringRun"
            :name="run.awg != null ? 'awg' : 'area_mm2'"
          />
          <BenchField
            v-for="name in ['length_m', 'insulation', 'wall_mm', 'bundled', 'steady_a', ...JOINTS]"
            :key="name"
            :at="`${list}/${index}`"
            record="WiringRun"
            :name="name"
          />
          <PickRow v-if="kept.kept.length > 0" label="Steady current of a kept run">
            <select
              data-kept-run
              @change="(event) => fromKept(index, (event.target as HTMLSelectElement).value)"
            >
              <option value="">take one</option>
              <option v-for="line in kept.kept" :key="line.id" :value="line.id">{{ line.title }}</option>
            </select>
          </PickRow>
        </div>
      </section>
      <button type="button" class="boxed" @click="add('supply')">Add a run</button>
    </div>
    <div ref="loomFields">
      <FigureTable
        title="what the leads cost"
        :lines="result(bench.view)"
        :pinned="bench.pinnedView && result(bench.pinnedView)"
      />
      <FieldGroup
        title="in the loom"
        :at="`${bench.optionPointer}/wiring`"
        record="Wiring"
        :names="bench.option?.wiring?.receiver ? [...LOOM, ...RADIO] : LOOM"
        class="loom-fields"
      />
    </div>
  </div>
</template>

<style scoped>
.found {
  margin: var(--space-4) 0 var(--space-7);
}

.wrong {
  color: var(--fail);
}

.top {
  margin-top: var(--space-7);
}

.loom-fields :deep(.field) {
  grid-template-columns: minmax(0, 1fr) 116px;
}

.run {
  margin-bottom: var(--space-7);
}

.run h3 {
  display: flex;
  gap: var(--space-6);
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.1875rem;
}

.two {
  columns: 2 220px;
  column-gap: var(--space-12);
}
</style>
