<script setup lang="ts">
import { computed, ref } from "vue";
import { useBench } from "../workbench/bench";
import { teeth } from "./teeth";
import BenchField from "../shared/fields/BenchField.vue";
import FigureTable, { type FigureLine } from "../shared/figures/FigureTable.vue";
import PanelHead from "../shared/PanelHead.vue";
import type { View } from "../workbench/view";
import { figures } from "../units/quantity";
import CandidateList from "../shelf/CandidateList.vue";
import GearboxSection from "./GearboxSection.vue";
import StageSection from "./StageSection.vue";
import ToothMap from "./ToothMap.vue";
import { STARTS } from "../shared/fields/starts.gen";

const bench = useBench();
const stages = computed(() => bench.drive?.gearing ?? []);
const gearbox = computed(() => bench.drive?.motor.gearbox ?? null);
const vehicle = computed(() => bench.jobDrive?.load.kind === "vehicle");
/** Stages whose teeth can be counted. */
const toothed = computed(() =>
  stages.value.flatMap(({ kind }, place) =>
    ["spur", "belt", "chain", "bevel"].includes(kind) ? [place] : [],
  ),
);

function result(view: View): FigureLine[] {
  const full = view.caseAt("full_throttle", bench.charge);
  const required = view.drive?.required;
  const half = bench.charge === 0.5;
  return [
    {
      name: "motor turns per output turn",
      quantity: "plain",
      value: view.drive?.ratio,
      sum: "gearing.ratio",
    },
    {
      name: "comes through",
      quantity: "plain",
      value: view.drive?.gearing_efficiency,
      sum: "gearing.efficiency",
    },
    { name: "output wanted", quantity: "rotation", value: required?.output_rpm, sum: "job.output_speed" },
    {
      name: "output, flat out",
      quantity: "rotation",
      value: full?.output_rpm,
      sum: half ? "full_throttle.output_speed" : undefined,
    },
    {
      name: "motor at target",
      quantity: "rotation",
      value: required?.motor_rpm,
      sum: "motor.required_speed",
    },
    {
      name: "output torque, held still",
      quantity: "torque",
      value: view.caseAt("stall", bench.charge)?.output_torque_nm,
      sum: bench.charge === 1 ? "stall.output_torque" : undefined,
    },
  ];
}

/** Which stage the shelf is tried in; one past the last puts a new one in. */
const tryStage = ref(0);

function add(): void {
  bench.set(`${bench.drivePointer}/gearing`, [...stages.value, STARTS.stage], null);
}
</script>

<template>
  <PanelHead
    title="Gearing"
    step="gearing"
    :note="`${bench.drive?.drive} · ${figures(bench.driveFigures?.ratio ?? 1, 4)} : 1 in all`"
  />
  <p v-if="stages.length === 0 && !gearbox" class="soft">
    No stage: the motor turns the load directly. Add a stage when the motor is too fast or too weak for it.
  </p>
  <GearboxSection />
  <StageSection v-for="(stage, index) in stages" :key="index" :index="index" :stage="stage" />
  <p><button type="button" class="boxed" @click="add">Add a stage</button></p>
  <div class="pair rest">
    <div v-if="vehicle" class="output">
      <h3>wheels</h3>
      <div class="two">
        <BenchField :at="`${bench.drivePointer}/output`" record="Output" name="wheel_diameter_m" />
        <BenchField :at="`${bench.drivePointer}/output`" record="Output" name="wheel_inertia_kg_m2" />
      </div>
    </div>
    <FigureTable
      title="what it comes to"
      :lines="result(bench.view)"
      :pinned="bench.pinnedView && result(bench.pinnedView)"
    />
  </div>
  <details
    v-for="place in toothed"
    :key="`map ${place}`"
    class="every"
    :open="teeth.open"
    data-every-pair
    @toggle="teeth.open = ($event.target as HTMLDetailsElement).open"
  >
    <summary>
      Every pair of teeth{{ stages.length > 1 ? ` at stage ${place + 1}` : "" }}, and the ratio needed
    </summary>
    <ToothMap v-if="teeth.open" :stage="place" />
  </details>
  <p v-if="stages.length > 0" class="note try">
    Try parts of the shelf as
    <span class="switch" role="group" aria-label="Stage to try parts in">
      <button
        v-for="place in stages.length + 1"
        :key="place"
        type="button"
        :aria-pressed="tryStage === place - 1"
        @click="tryStage = place - 1"
      >
        {{ place > stages.length ? "a further stage" : `stage ${place}` }}
      </button>
    </span>
  </p>
  <CandidateList
    kind="gearing_stage"
    title="stages on the shelf"
    :stage="Math.min(tryStage, stages.length)"
  />
  <CandidateList v-if="vehicle" kind="wheel" title="wheels on the shelf" />
</template>

<style scoped>
.output h3 {
  display: flex;
  gap: var(--space-6);
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.1875rem;
}

.output {
  margin-bottom: var(--space-7);
}

.every {
  margin: var(--space-4) 0 var(--space-7);
}

.every summary {
  cursor: pointer;
  color: var(--accent);
}

.output {
  margin-top: var(--space-8);
}

.two {
  columns: 2 220px;
  column-gap: var(--space-12);
}

.try {
  margin-top: var(--space-3);
}
</style>
