<script setup lang="ts">
// A ride by hand: what was read off the meter, moment by moment. Two rows are enough: set off, and back.
import QuantityField from "../shared/fields/QuantityField.vue";

export interface HandRow {
  t_s: number | null;
  distance_m: number | null;
  supply_voltage_v: number | null;
  case_c: number | null;
}

const rows = defineModel<HandRow[]>({ required: true });
const KEYS = ["t_s", "distance_m", "supply_voltage_v", "case_c"] as const;
const LABELS: Record<(typeof KEYS)[number], string> = {
  t_s: "Time since the start",
  distance_m: "Way",
  supply_voltage_v: "Battery",
  case_c: "Motor case",
};
const meta = (key: (typeof KEYS)[number]) => ({ label: LABELS[key], required: false, ...RANGES[key] });
const RANGES: Record<string, { min: number; max: number }> = {
  t_s: { min: 0, max: 1e7 },
  distance_m: { min: -1e8, max: 1e8 },
  supply_voltage_v: { min: 0, max: 2000 },
  case_c: { min: -60, max: 400 },
};

function set(row: number, key: (typeof KEYS)[number], value: number | null): void {
  rows.value = rows.value.map((one, at) => (at === row ? { ...one, [key]: value } : one));
}
function add(): void {
  rows.value = [...rows.value, { t_s: null, distance_m: null, supply_voltage_v: null, case_c: null }];
}
</script>

<template>
  <div class="scroll">
    <table data-hand-rows>
      <thead>
        <tr>
          <th v-for="key in KEYS" :key="key">{{ LABELS[key].toLowerCase() }}</th>
          <td></td>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, at) in rows" :key="at">
          <td v-for="key in KEYS" :key="key">
            <QuantityField
              :model-value="row[key]"
              :name="key"
              :meta="meta(key)"
              :label="`${LABELS[key]}, row ${at + 1}`"
              @update:model-value="(value) => set(at, key, value)"
            />
          </td>
          <td>
            <button
              v-if="rows.length > 2"
              type="button"
              class="action"
              :aria-label="`Take row ${at + 1} out`"
              @click="rows = rows.filter((_, other) => other !== at)"
            >
              −
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <button type="button" class="action" data-hand-add @click="add">another row</button>
  </div>
</template>

<style scoped>
td {
  padding: var(--space-1) var(--space-4) var(--space-1) 0;
  min-width: 7.5rem;
}

td:last-child {
  min-width: 0;
}
</style>
