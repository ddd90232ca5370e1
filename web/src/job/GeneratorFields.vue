<script setup lang="ts">
// A machine that is turned: what turns it, and what hangs on it.
import { computed } from "vue";
import BenchField from "../shared/fields/BenchField.vue";
import { useBench } from "../workbench/bench";

const bench = useBench();
const jobDrive = computed(() => `/job/drives/${bench.jobDriveIndex}`);
const generator = computed(() => {
  const load = bench.jobDrive?.load;
  return load?.kind === "generator" ? load : null;
});
const fixedSpeed = computed(() => generator.value?.source.rpm != null);
const charges = computed(() => generator.value?.electrical.battery_v != null);

/** A wheel gives way under load, a bench drive keeps its speed. */
function toggleSource(): void {
  const now = generator.value?.source;
  if (!now) return;
  const { kind } = now;
  const speed = now.rpm ?? (now.runaway_rpm ?? 60) / 2;
  const next = fixedSpeed.value ? { stall_torque_nm: 20, runaway_rpm: 2 * speed } : { rpm: speed };
  bench.set(`${jobDrive.value}/load/source`, { ...(kind && { kind }), ...next }, null);
}

function toggleHanging(): void {
  const next = charges.value ? { resistance_ohm: 4 } : { battery_v: 13.2 };
  bench.set(`${jobDrive.value}/load/electrical`, next, null);
}
</script>

<template>
  <section class="group">
    <h3 class="rule">
      what turns it
      <span class="switch" role="group" aria-label="What turns it">
        <button type="button" :aria-pressed="!fixedSpeed" @click="fixedSpeed && toggleSource()">
          slows under load
        </button>
        <button type="button" :aria-pressed="fixedSpeed" @click="fixedSpeed || toggleSource()">
          always turns as fast
        </button>
      </span>
    </h3>
    <BenchField
      v-for="name in fixedSpeed ? ['kind', 'rpm'] : ['kind', 'stall_torque_nm', 'runaway_rpm']"
      :key="name"
      :at="`${jobDrive}/load/source`"
      record="GeneratorSource"
      :name="name"
    />
    <h3 class="rule">
      what hangs on it
      <span class="switch" role="group" aria-label="What hangs on it">
        <button type="button" :aria-pressed="!charges" @click="charges && toggleHanging()">
          heater or lamp
        </button>
        <button type="button" :aria-pressed="charges" @click="charges || toggleHanging()">battery</button>
      </span>
    </h3>
    <BenchField
      :at="`${jobDrive}/load/electrical`"
      record="Electrical"
      :name="charges ? 'battery_v' : 'resistance_ohm'"
    />
    <p class="caution note">
      A wheel in water or wind does not stop by itself: lock it before touching belt, chain or leads. Rules on
      water and on what is tied to the grid come first.
    </p>
  </section>
</template>
