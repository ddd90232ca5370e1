<script setup lang="ts">
// How far figures usually are off: the list that guesses and odds go by, to be changed.
import { tolerances, USUAL_TOLERANCES } from "./tolerances";
import { figures } from "../units/quantity";

const EDITABLE: { key: keyof typeof USUAL_TOLERANCES; label: string; share: boolean }[] = [
  { key: "kv_share", label: "Kv, ± %", share: true },
  { key: "resistance_share", label: "winding resistance, ± %", share: true },
  { key: "cell_resistance_factor", label: "cell resistance, × or ÷", share: false },
  { key: "c_rating_share", label: "C rating, − %", share: true },
  { key: "rolling_resistance_factor", label: "rolling resistance, × or ÷", share: false },
  { key: "thermal_factor", label: "heat path, × or ÷", share: false },
  { key: "no_load_factor", label: "no-load current nobody gave, × or ÷", share: false },
];

function setTolerance(key: keyof typeof USUAL_TOLERANCES, share: boolean, text: string): void {
  const value = Number(text.replace(",", "."));
  if (Number.isFinite(value) && text.trim() !== "") tolerances[key] = share ? value / 100 : value;
}
</script>

<template>
  <div class="edit">
    <label v-for="field in EDITABLE" :key="field.key">
      <span>{{ field.label }}</span>
      <input
        :value="figures(field.share ? 100 * tolerances[field.key] : tolerances[field.key], 4)"
        :data-tolerance="field.key"
        @change="(event) => setTolerance(field.key, field.share, (event.target as HTMLInputElement).value)"
      />
    </label>
    <button type="button" class="action" @click="Object.assign(tolerances, USUAL_TOLERANCES)">
      as usual again
    </button>
  </div>
</template>

<style scoped>
.edit {
  max-width: 320px;
}

.edit label {
  display: flex;
  justify-content: space-between;
  gap: var(--space-4);
  padding: var(--space-1) 0;
}

.edit input {
  width: 72px;
  font: var(--size) var(--mono);
  text-align: right;
  color: inherit;
  background: transparent;
  border: 0;
  border-bottom: 1px solid var(--box);
}
</style>
