<script setup lang="ts">
// How the parts hang together: what is wrong, risky, or to be minded.
import type { Schemas } from "../api/client";

defineProps<{ findings: Schemas["LoomFinding"][] }>();
const WORDS: Record<Schemas["LoomWeight"], string> = { wrong: "wrong", risky: "risky", mind: "mind" };
</script>

<template>
  <ul class="findings" data-findings>
    <li
      v-for="finding in findings"
      :key="`${finding.code} ${finding.drive ?? ''}`"
      :data-finding="finding.code"
    >
      <b :class="finding.weight">{{ WORDS[finding.weight] }}</b>
      <span
        ><template v-if="finding.drive">{{ finding.drive }}: </template>{{ finding.words }}</span
      >
    </li>
  </ul>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 48px minmax(0, 1fr);
  gap: var(--space-4);
  padding: var(--space-2) 0;
  border-bottom: 1px solid var(--faint);
}

b {
  font-size: var(--size-note);
  color: var(--soft);
}

.wrong {
  color: var(--fail);
}

.risky {
  color: var(--tight);
}
</style>
