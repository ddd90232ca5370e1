<script setup lang="ts">
// A line with a list to pick from that is no field of a record, and looks like one.
defineProps<{ label: string }>();
</script>

<template>
  <label class="pick">
    <span>{{ label }}</span>
    <slot />
  </label>
</template>

<style scoped>
.pick {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 152px;
  align-items: baseline;
  min-height: 27px;
  break-inside: avoid;
  border-bottom: 1px solid var(--faint);
}

.pick :slotted(select) {
  font: inherit;
  color: inherit;
  background: transparent;
  border: 0;
  border-bottom: 1px solid var(--line);
  min-width: 0;
}

.pick :slotted(.choose) {
  border-color: transparent;
  border-bottom-color: var(--line);
  background: transparent;
  font-size: var(--size);
}
</style>
