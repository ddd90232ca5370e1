<script setup lang="ts">
// On a narrow screen: which step, which case, which charge, as three choices in one row.
import { STEPS, type Step } from "../router";
import { useBench } from "./bench";
import CaseSelects from "./path/CaseSelects.vue";
import { TITLES } from "./stepWords";

defineProps<{ step: Step }>();
const emit = defineEmits<{ go: [step: Step] }>();
const bench = useBench();
const chosen = (event: Event) => (event.target as HTMLSelectElement).value;
</script>

<template>
  <nav class="row" aria-label="Steps">
    <select
      class="step"
      aria-label="Step"
      :value="step"
      data-step-pick
      @change="emit('go', chosen($event) as Step)"
    >
      <option v-for="(name, index) in STEPS" :key="name" :value="name">
        {{ index + 1 }} {{ TITLES[name] }}
      </option>
    </select>
    <select
      v-if="(bench.option?.drives.length ?? 0) > 1"
      aria-label="Drive"
      :value="bench.drive?.drive"
      @change="bench.driveName = chosen($event)"
    >
      <option v-for="drive in bench.option?.drives" :key="drive.drive" :value="drive.drive">
        {{ drive.drive }}
      </option>
    </select>
    <CaseSelects told />
  </nav>
</template>

<style scoped>
.row {
  grid-area: steps;
  display: flex;
  background: var(--paper);
  border-bottom: 1px solid var(--line);
  min-width: 0;
}

.row :deep(select) {
  font: inherit;
  color: inherit;
  background: var(--paper);
  border: 0;
  border-right: 1px solid var(--line);
  min-height: 44px;
  padding: 0 var(--space-4);
  min-width: 0;
  flex: 0 1 auto;
}

.row > .step {
  flex: 1 1 auto;
  font-weight: 600;
  font-size: var(--size-title);
}
</style>
