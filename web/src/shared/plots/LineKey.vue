<script setup lang="ts">
// How a line of a plot is drawn, beside its name.
defineProps<{ line: string }>();
</script>

<template>
  <svg width="26" height="8" aria-hidden="true"><path d="M0 4H26" class="plot-line" :class="line" /></svg>
</template>
