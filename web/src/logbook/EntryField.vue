<script setup lang="ts">
// A figure of an entry: its label, range and unit come from the document's own description.
import { computed } from "vue";
import { type FieldMeta, fieldMeta } from "../api/fields";
import QuantityField from "../shared/fields/QuantityField.vue";

const props = defineProps<{ record: string; name: string; label?: string }>();
const value = defineModel<number | null | undefined>({ required: true });
const meta = computed<FieldMeta>(() => fieldMeta(props.record, props.name));
const label = computed(() => props.label ?? meta.value.label);
</script>

<template>
  <label class="field" :data-log-field="name">
    <span>{{ label }}</span>
    <QuantityField
      :model-value="value"
      :name="name"
      :meta="meta"
      :label="label"
      @update:model-value="(next) => (value = next)"
    />
  </label>
</template>

<style scoped>
.field {
  display: grid;
  grid-template-columns: 11rem minmax(0, 11rem);
  align-items: baseline;
  gap: var(--space-3);
  padding: var(--space-1) 0;
}

@media (max-width: 699px) {
  .field {
    grid-template-columns: minmax(0, 1fr) 9.5rem;
  }
}
</style>
