<script setup lang="ts">
import { computed } from "vue";
import { useBench } from "../bench/bench";
import BenchField from "../parts/BenchField.vue";
import FigureTable, { type FigureLine } from "../parts/FigureTable.vue";
import PanelHead from "../parts/PanelHead.vue";
import { figures } from "../units/quantity";

const bench = useBench();
const stages = computed(() => bench.drive?.gearing ?? []);
const gearbox = computed(() => bench.drive?.motor.gearbox ?? null);
const vehicle = computed(() => bench.jobDrive?.load.kind === "vehicle");
const at = (index: number) => `${bench.drivePointer}/gearing/${index}`;

const result = computed<FigureLine[]>(() => {
  const full = bench.caseAt("full_throttle", bench.charge);
  return [
    { name: "motor turns per output turn", quantity: "plain", value: bench.driveFigures?.ratio },
    {
      name: "comes through",
      quantity: "plain",
      value: bench.driveFigures?.gearing_efficiency,
    },
    { name: "output wanted", quantity: "rotation", value: bench.driveFigures?.required.output_rpm },
    { name: "output, flat out", quantity: "rotation", value: full?.output_rpm },
    { name: "motor at target", quantity: "rotation", value: bench.driveFigures?.required.motor_rpm },
    {
      name: "output torque, held still",
      quantity: "torque",
      value: bench.caseAt("stall", bench.charge)?.output_torque_nm,
    },
  ];
});

function fieldsOf(kind: string, stage: { driver_teeth?: number | null }): string[] {
  const teeth = stage.driver_teeth !== undefined && stage.driver_teeth !== null;
  const ratio = teeth ? ["driver_teeth", "driven_teeth"] : ["ratio"];
  const own: Record<string, string[]> = {
    spur: ["module_mm", "face_width_mm", "material"],
    bevel: ["module_mm", "material"],
    belt: ["pitch_mm", "width_mm", "centre_distance_mm"],
    chain: ["pitch_mm", "centre_distance_mm"],
  };
  return [...ratio, "efficiency", ...(own[kind] ?? []), "driver_bore_mm", "mass_kg", "price", "owned"];
}

function counted(kind: string): boolean {
  return ["spur", "belt", "chain", "bevel"].includes(kind);
}

/** Teeth or a plain ratio: what was given is turned into the other as nearly as teeth allow. */
function useTeeth(index: number, teeth: boolean): void {
  const stage = stages.value[index];
  if (!stage) return;
  const { driver_teeth: driver, driven_teeth: driven, ratio, ...rest } = stage;
  const next = teeth
    ? { ...rest, driver_teeth: 20, driven_teeth: Math.min(400, Math.max(5, Math.round(20 * (ratio ?? 1)))) }
    : { ...rest, ratio: driver && driven ? driven / driver : 1 };
  bench.set(at(index), next, null);
}

function add(): void {
  const fresh = {
    kind: "belt",
    driver_teeth: 15,
    driven_teeth: 36,
    pitch_mm: 5,
    width_mm: 15,
    efficiency: 0.95,
  };
  bench.set(`${bench.drivePointer}/gearing`, [...stages.value, fresh], null);
}
</script>

<template>
  <PanelHead
    title="Gearing"
    :note="`${bench.drive?.drive} · ${figures(bench.driveFigures?.ratio ?? 1, 4)} : 1 in all`"
  />
  <div class="top">
    <div class="stages">
      <p v-if="gearbox" class="built-in">
        First the motor's own gearbox, <span class="figure">{{ figures(gearbox.ratio, 4) }} : 1</span>; it is
        edited with the motor.
      </p>
      <p v-if="stages.length === 0 && !gearbox" class="soft">
        No stage: the motor turns the load directly. Add a stage when the motor is too fast or too weak for
        it.
      </p>
      <section v-for="(stage, index) in stages" :key="index" class="stage">
        <h3>
          stage {{ index + 1 }}
          <button
            v-if="counted(stage.kind)"
            type="button"
            class="action"
            @click="useTeeth(index, stage.driver_teeth == null)"
          >
            {{ stage.driver_teeth == null ? "give teeth instead" : "give a ratio instead" }}
          </button>
          <button type="button" class="action" @click="bench.set(at(index), undefined, null)">
            take it out
          </button>
        </h3>
        <div class="two">
          <BenchField :at="at(index)" record="GearingStage" name="kind" />
          <BenchField
            v-for="name in fieldsOf(stage.kind, stage)"
            :key="name"
            :at="at(index)"
            record="GearingStage"
            :name="name"
          />
        </div>
      </section>
      <button type="button" class="boxed" @click="add">Add a stage</button>
      <div v-if="vehicle" class="output">
        <h3>wheels</h3>
        <div class="two">
          <BenchField :at="`${bench.drivePointer}/output`" record="Output" name="wheel_diameter_m" />
          <BenchField :at="`${bench.drivePointer}/output`" record="Output" name="wheel_inertia_kg_m2" />
        </div>
      </div>
    </div>
    <FigureTable title="what it comes to" :lines="result" />
  </div>
</template>

<style scoped>
.stage h3,
.output h3 {
  display: flex;
  gap: 12px;
  border-bottom: 1px solid var(--line);
  padding-bottom: 3px;
}

.stage,
.output {
  margin-bottom: 14px;
}

.output {
  margin-top: 16px;
}

.two {
  columns: 2 220px;
  column-gap: 24px;
}

.built-in {
  margin-bottom: 10px;
}
</style>
