<script setup lang="ts">
// The figures behind the first ones, folded with their number.
defineProps<{ count: number; title?: string }>();
</script>

<template>
  <details class="more" data-more>
    <summary>{{ title ?? "more figures" }} ({{ count }})</summary>
    <slot />
  </details>
</template>

<style scoped>
.more {
  margin-bottom: var(--space-5);
}

summary {
  cursor: pointer;
  color: var(--accent);
  padding: var(--space-2) 0;
  width: fit-content;
}

.more[open] > summary {
  margin-bottom: var(--space-4);
}

@media (pointer: coarse) {
  summary {
    min-height: 44px;
    align-content: center;
  }
}
</style>
