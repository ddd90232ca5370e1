<script setup lang="ts">
// A smaller motor with a higher Kv is looked at or was just put in: what it does without regearing, and the ratio for it.
import { computed } from "vue";
import { api, type Schemas } from "../api/client";
import { useAnswer } from "../api/answer";
import { useBench } from "../workbench/bench";
import { withValue } from "../shared/lib/pointer";

const bench = useBench();
const pointer = computed(() => `${bench.drivePointer}/motor`);
/** The build with the motor that this gearing was made for: as it is while one is tried, else the earliest with this gear. */
const before = computed(() => {
  const [now, trial] = [bench.document, bench.trying];
  if (now && trial?.pointer === pointer.value) return now;
  const [motor, gearing] = [JSON.stringify(bench.drive?.motor), JSON.stringify(bench.drive?.gearing)];
  return bench.earliest(({ options }) => {
    const then = options[bench.optionIndex]?.drives[bench.driveIndex];
    return (
      then !== undefined && JSON.stringify(then.motor) !== motor && JSON.stringify(then.gearing) === gearing
    );
  });
});
const { value: swap } = useAnswer<Schemas["Swap"] | null>(
  () => [before.value, bench.shown, bench.optionIndex, bench.driveIndex],
  (signal) => {
    const [build, option, drive] = [before.value, bench.optionIndex, bench.driveIndex];
    const motor = bench.drive?.motor;
    if (!build || !motor || !build.options[option]?.drives[drive]) return null;
    return api.POST("/api/motors/swap", { body: { build, option, drive, motor }, signal });
  },
);
function regear(): void {
  const found = swap.value;
  const build = bench.shown;
  if (found?.pointer && build) bench.edit(withValue(build, found.pointer, found.value), null);
}
</script>

<template>
  <p v-if="swap && before" class="swap" role="status" data-swap>
    {{ swap.says }}
    <button v-if="swap.pointer" type="button" class="boxed" @click="regear">
      {{ bench.trying ? "Keep it and regear" : "Regear" }}
    </button>
  </p>
</template>

<style scoped>
.swap {
  border-left: 3px solid var(--fail);
  background: var(--fail-paper);
  padding: var(--space-3) var(--space-5);
  margin: var(--space-3) 0;
}

.boxed {
  margin-left: var(--space-4);
}
</style>
