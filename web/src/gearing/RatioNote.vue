<script setup lang="ts">
// The ratio a stage needs, and the pairs of teeth nearest to it.
import { computed } from "vue";
import { api, type Schemas } from "../api/client";
import { useAnswer } from "../api/answer";
import { useBench } from "../workbench/bench";
import { teeth } from "./teeth";
import { figures } from "../units/quantity";

const props = defineProps<{ stage: number; driver: number[]; driven: number[] }>();
const emit = defineEmits<{ take: [driver: number, driven: number] }>();
const bench = useBench();

/** Sizes in stock where some are marked, else all of the range. */
const had = (stock: number[], range: number[]) => {
  const marked = range.filter((count) => stock.includes(count));
  return marked.length > 0 ? marked : range;
};
const driverTeeth = computed(() => had(teeth.stockDriver, props.driver));
const drivenTeeth = computed(() => had(teeth.stockDriven, props.driven));
const { value: needed } = useAnswer<Schemas["RatioNeeded"]>(
  () => [bench.shown, bench.optionIndex, bench.driveIndex, props.stage, driverTeeth.value, drivenTeeth.value],
  (signal) => {
    const [build, option, drive] = [bench.shown, bench.optionIndex, bench.driveIndex];
    const body = build && {
      build,
      option,
      drive,
      stage: props.stage,
      driver_teeth: driverTeeth.value,
      driven_teeth: drivenTeeth.value,
    };
    return body ? api.POST("/api/teeth/ratio", { body, signal }) : null;
  },
);
const words = computed(() => {
  const found = needed.value;
  if (!found) return "";
  const { largest, smallest } = found;
  if (largest === null)
    return "No ratio here reaches the target speed: it wants another motor or more volts.";
  if (smallest === null)
    return "No ratio here is strong enough for what is asked: it wants a stronger motor.";
  if (smallest > largest) {
    return `It takes ${figures(smallest, 4)} : 1 to be strong enough, and ${figures(largest, 4)} : 1 to be fast enough: no ratio does both.`;
  }
  return `Up to ${figures(largest, 4)} : 1 it is fast enough, from ${figures(smallest, 4)} : 1 on strong enough; now ${figures(found.now, 4)} : 1.`;
});
</script>

<template>
  <div v-if="needed" class="needed" data-ratio-needed>
    <p><b>Ratio needed.</b> {{ words }}</p>
    <p class="pairs">
      <span class="note">nearest teeth</span>
      <button
        v-for="pair in needed.pairs"
        :key="`${pair.driver_teeth}:${pair.driven_teeth}`"
        type="button"
        class="boxed figure"
        data-pair
        @click="emit('take', pair.driver_teeth, pair.driven_teeth)"
      >
        {{ pair.driver_teeth }} : {{ pair.driven_teeth }} = {{ figures(pair.ratio, 4) }}
      </button>
    </p>
  </div>
</template>

<style scoped>
.needed {
  border-top: 1px solid var(--line);
  padding-top: var(--space-3);
}

.pairs {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-4);
  align-items: baseline;
  margin-top: var(--space-2);
}
</style>
