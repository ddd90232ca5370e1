<script setup lang="ts">
// The gearbox built into the motor: drawn, and what a jam does to it.
import { computed } from "vue";
import { useBench } from "../workbench/bench";
import type { View } from "../workbench/view";
import GearboxDrawing from "./GearboxDrawing.vue";
import FigureTable, { type FigureLine } from "../shared/figures/FigureTable.vue";
import { figures } from "../units/quantity";

const bench = useBench();
const motor = computed(() => bench.drive?.motor);
const report = computed(() => bench.driveFigures?.gearbox ?? null);

function lines(view: View): FigureLine[] {
  const seen = view.drive?.gearbox;
  if (!seen) return [];
  return [
    { name: "carries at most", quantity: "torque", value: seen.peak_torque_nm },
    { name: "in a jam", quantity: "torque", value: seen.jam_torque_nm },
    { name: "is made for", quantity: "torque", value: seen.max_torque_nm },
    { name: "input turns, spinning free", quantity: "rotation", value: seen.input_rpm },
    ...(seen.sparing_limit_a === null
      ? []
      : [
          {
            name: "motor-current limit that spares it",
            quantity: "current",
            value: seen.sparing_limit_a,
          } as FigureLine,
        ]),
  ];
}
</script>

<template>
  <section v-if="motor?.gearbox && report" class="box" data-gearbox>
    <h3>
      the motor's own gearbox, {{ figures(motor.gearbox.ratio, 4) }} : 1
      <router-link :to="{ name: 'bench', params: { id: bench.id, step: 'motor' } }"
        >edit it with the motor</router-link
      >
    </h3>
    <div class="halves">
      <GearboxDrawing
        v-if="motor.can_diameter_mm != null"
        :kind="motor.gearbox.kind"
        :ratio="motor.gearbox.ratio"
        :stages="report.planetary_stages"
        :can-mm="motor.can_diameter_mm"
        :shaft-mm="motor.shaft_diameter_mm"
      />
      <p v-else class="note">Give the can diameter of the motor, and it is drawn here to scale.</p>
      <div>
        <FigureTable
          title="through the gearbox"
          :lines="lines(bench.view)"
          :pinned="bench.pinnedView && lines(bench.pinnedView)"
        />
        <p v-for="words in report.advice" :key="words" class="note">{{ words }}</p>
      </div>
    </div>
  </section>
</template>

<style scoped>
.box {
  margin-bottom: var(--space-9);
}

h3 {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1) var(--space-6);
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.1875rem;
}

.halves {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: var(--space-4) var(--space-12);
  padding-top: var(--space-3);
}

@media (max-width: 760px) {
  .halves {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
