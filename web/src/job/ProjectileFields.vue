<script setup lang="ts">
// What a launcher throws, and how fast it goes on throwing.
import { computed } from "vue";
import BenchField from "../shared/fields/BenchField.vue";
import { figures, shownText } from "../units/quantity";
import { useBench } from "../workbench/bench";
import { PROJECTILE } from "./loadFields";
import { STARTS } from "../shared/fields/starts.gen";

const bench = useBench();
const jobDrive = computed(() => `/job/drives/${bench.jobDriveIndex}`);
const load = computed(() => bench.jobDrive?.load);
const shots = computed(() => bench.driveFigures?.shots ?? null);
const throws = computed(() => load.value?.kind === "flywheel" && load.value.projectile != null);

function toggleProjectile(): void {
  bench.set(`${jobDrive.value}/load/projectile`, throws.value ? undefined : STARTS.projectile, null);
}
</script>

<template>
  <section class="group">
    <h3 class="rule">
      projectile
      <button type="button" class="action" @click="toggleProjectile">
        {{ throws ? "throws nothing" : "it throws something" }}
      </button>
    </h3>
    <template v-if="throws">
      <BenchField
        v-for="name in PROJECTILE"
        :key="name"
        :at="`${jobDrive}/load/projectile`"
        record="Projectile"
        :name="name"
      />
      <p v-if="shots" class="note" data-shots>
        A shot leaves with {{ shownText("fastSpeed", shots.launch_speed_m_s) }}; the wheels keep up
        {{ shots.kept_per_second === null ? "no rate" : `${figures(shots.kept_per_second, 3)} a second`
        }}<template v-if="shots.fed_per_second !== null">
          and the feeder pushes in {{ figures(shots.fed_per_second, 3) }}</template
        >. One charge lasts for
        {{ shots.per_charge === null ? "none" : `about ${figures(shots.per_charge, 2)} shots` }}.
      </p>
      <p class="caution note">
        Eye protection for everyone near a launcher. Rules on what may be thrown how fast differ; they come
        first.
      </p>
    </template>
  </section>
</template>
