<script setup lang="ts">
// Fields of one record under a heading, in columns.
import BenchField from "./BenchField.vue";

defineProps<{ title?: string; at: string; record: string; names: readonly string[] }>();
</script>

<template>
  <section class="group">
    <h3 v-if="title">{{ title }}</h3>
    <BenchField v-for="name in names" :key="name" :at="at" :record="record" :name="name" />
    <slot />
  </section>
</template>

<style scoped>
.group {
  break-inside: avoid;
  margin-bottom: var(--space-7);
}

h3 {
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.1875rem;
}
</style>
