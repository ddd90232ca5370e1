<script setup lang="ts">
// The shape of a kind of entry: ride, heat stage, check, upkeep, failure, change, note.
defineProps<{ kind: string }>();
</script>

<template>
  <svg viewBox="0 0 18 18" width="16" height="16" aria-hidden="true" :class="kind">
    <template v-if="kind === 'ride'">
      <circle cx="9" cy="9" r="6.5" />
      <circle cx="9" cy="9" r="1.6" class="full" />
    </template>
    <path v-else-if="kind === 'heat'" d="M3 15V11M7 15V8M11 15V5M15 15V2" class="bars" />
    <path v-else-if="kind === 'check'" d="M2.5 2.5h13v13h-13zM5.5 9l2.5 2.8 4.5-5.6" />
    <template v-else-if="kind === 'upkeep'">
      <path d="M9 1.8l6.2 3.6v7.2L9 16.2l-6.2-3.6V5.4z" />
      <circle cx="9" cy="9" r="2.4" />
    </template>
    <rect v-else-if="kind === 'failure'" x="4" y="4" width="10" height="10" class="full" />
    <path v-else-if="kind === 'change'" d="M2 6h13l-3-3M16 12H3l3 3" />
    <path v-else d="M3 2.5h12v13H3zM6 6.5h6M6 9.5h6M6 12.5h3" />
  </svg>
</template>

<style scoped>
svg {
  flex: none;
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}

.full {
  fill: currentColor;
  stroke: none;
}

.ride {
  stroke: var(--accent);
  color: var(--accent);
}

.heat {
  stroke: var(--heat);
}

.bars {
  stroke-width: 2.6;
}

.failure {
  color: var(--fail);
}
</style>
