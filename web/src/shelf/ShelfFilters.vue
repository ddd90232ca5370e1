<script setup lang="ts">
// Ranges of figures that parts must lie in.
import QuantityField from "../shared/fields/QuantityField.vue";
import { labelOf } from "./kinds";
import type { Filter } from "./query";

const props = defineProps<{ record: string }>();
const filters = defineModel<Filter[]>({ required: true });

const plain = (key: string) => {
  const last = key.split(".").at(-1) ?? key;
  return {
    last,
    meta: { label: labelOf(props.record, key), required: false, min: -1e12, max: 1e12 },
  };
};
</script>

<template>
  <div class="filters">
    <div v-for="(filter, place) in filters" :key="filter.key" class="filter" :data-filter="filter.key">
      <span>{{ labelOf(record, filter.key) }}</span>
      <QuantityField
        v-model="filter.at_least"
        :name="plain(filter.key).last"
        :meta="plain(filter.key).meta"
        :label="`${labelOf(record, filter.key)}, at least`"
      />
      <span>to</span>
      <QuantityField
        v-model="filter.at_most"
        :name="plain(filter.key).last"
        :meta="plain(filter.key).meta"
        :label="`${labelOf(record, filter.key)}, at most`"
      />
      <button
        type="button"
        class="action"
        :aria-label="`No filter by ${labelOf(record, filter.key)}`"
        @click="filters = filters.filter((_, other) => other !== place)"
      >
        ×
      </button>
    </div>
  </div>
</template>

<style scoped>
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-12);
  padding: 0.3125rem var(--space-7);
  border-bottom: 1px solid var(--line);
  background: var(--paper);
}

.filter {
  display: grid;
  grid-template-columns: auto 118px auto 118px auto;
  gap: var(--space-4);
  align-items: baseline;
}
</style>
