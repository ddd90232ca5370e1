<script setup lang="ts">
// The verdict as a shape; the word is there for those who do not see it.
import type { Verdict } from "../../api/client";
import { verdictWord } from "../../workbench/words";

defineProps<{ verdict: Verdict; quiet?: boolean; know?: boolean; large?: boolean }>();
</script>

<template>
  <span class="mark" :class="know ? 'know' : verdict">
    <svg viewBox="0 0 10 10" :width="large ? 15 : 10" :height="large ? 15 : 10" aria-hidden="true">
      <path v-if="know" d="M5 0.4 9.6 5 5 9.6 0.4 5z" fill="none" stroke="currentColor" stroke-width="1.4" />
      <circle v-else-if="verdict === 'ok'" cx="5" cy="5" r="4" />
      <path v-else-if="verdict === 'tight'" d="M5 0.8 9.6 9H0.4z" />
      <rect v-else-if="verdict === 'fail'" x="1" y="1" width="8" height="8" />
      <circle v-else cx="5" cy="5" r="3.5" fill="none" stroke="currentColor" stroke-dasharray="2 1.5" />
    </svg>
    <span v-if="!quiet" class="visually-hidden">{{ know ? "know this" : verdictWord(verdict) }}</span>
  </span>
</template>

<style scoped>
.mark {
  display: inline-flex;
  color: var(--soft);
}

.mark svg {
  fill: currentColor;
}

.know {
  color: var(--caution);
}

.ok {
  color: var(--ok);
}

.tight {
  color: var(--tight);
}

.fail {
  color: var(--fail);
}
</style>
