<script setup lang="ts">
// Ranges that the effects of candidates must be in, one line each.
import QuantityField from "../shared/fields/QuantityField.vue";
import type { EffectRange } from "./candidateRows";
import { ANY, type Effect, FIELD } from "./effectColumns";

defineProps<{ headOf: (key: keyof Effect) => string }>();
const ranges = defineModel<EffectRange[]>({ required: true });
</script>

<template>
  <div v-for="(range, place) in ranges" :key="range.key" class="range" :data-effect-range="range.key">
    <span>{{ headOf(range.key) }}</span>
    <QuantityField
      v-model="range.at_least"
      :name="FIELD[range.key] ?? 'price'"
      :meta="ANY"
      :label="`${headOf(range.key)}, at least`"
    />
    <span>to</span>
    <QuantityField
      v-model="range.at_most"
      :name="FIELD[range.key] ?? 'price'"
      :meta="ANY"
      :label="`${headOf(range.key)}, at most`"
    />
    <button
      type="button"
      class="action"
      :aria-label="`No filter by ${headOf(range.key)}`"
      @click="ranges.splice(place, 1)"
    >
      ×
    </button>
  </div>
</template>

<style scoped>
.range {
  display: grid;
  grid-template-columns: 90px 118px auto 118px auto;
  justify-content: start;
  gap: var(--space-4);
  align-items: baseline;
}
</style>
