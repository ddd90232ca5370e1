<script setup lang="ts">
// A line with a list to pick from that is no field of a record, and looks like one.
defineProps<{ label: string }>();
</script>

<template>
  <label class="field-row pick">
    <span class="pick-label">{{ label }}</span>
    <slot />
  </label>
</template>

<style scoped>
.pick {
  grid-template-columns: minmax(0, 1fr) calc(8.25rem + 4.75rem + var(--space-4));
}

.pick :slotted(select) {
  font: inherit;
  color: inherit;
  background: var(--sheet);
  border: 1px solid var(--box);
  min-width: 0;
  min-height: 1.75rem;
}
</style>
