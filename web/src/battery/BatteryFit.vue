<script setup lang="ts">
// How the packs stand in their room: as they are, and as two flat halves each.
import { computed, ref } from "vue";
import { useBench } from "../workbench/bench";
import FitPlan from "./FitPlan.vue";

const bench = useBench();
const fit = computed(() => bench.optionFigures?.battery_fit ?? null);
const halved = ref(false);
const packing = computed(() => (halved.value ? fit.value?.halves : fit.value?.packs) ?? fit.value?.packs);
const SIDES = ["length", "width", "height"] as const;
</script>

<template>
  <section v-if="fit" class="group" data-battery-fit>
    <h3>
      in its room
      <span v-if="fit.halves" class="switch" role="group" aria-label="How each pack is made">
        <button type="button" :aria-pressed="!halved" @click="halved = false">as it is</button>
        <button type="button" :aria-pressed="halved" @click="halved = true">two flat halves</button>
      </span>
    </h3>
    <FitPlan v-if="packing" title="packs in their room" :room="fit.room_mm" :packing="packing" />
    <p v-else class="note">
      The size of a pack is not given, so nothing says whether it fits: give
      {{ SIDES.join(", ") }} of it below.
    </p>
  </section>
</template>

<style scoped>
h3 {
  display: flex;
  gap: var(--space-6);
  align-items: baseline;
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.1875rem;
}
</style>
