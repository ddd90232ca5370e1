<script setup lang="ts">
// Checks one under another, of which at most one is open.
import type { Check } from "../api/client";
import type { Step } from "../router";
import CheckRow from "./CheckRow.vue";
import { checkKey } from "./words";

defineProps<{
  checks: readonly Check[];
  /** Key of the one that is open. */
  open: string | null;
  weakest?: Check | undefined;
}>();
const emit = defineEmits<{ toggle: [check: Check]; go: [step: Step] }>();
</script>

<template>
  <ol>
    <CheckRow
      v-for="check in checks"
      :key="check === weakest ? 'weakest' : checkKey(check)"
      :check="check"
      :open="open === checkKey(check)"
      :weakest="check === weakest"
      @toggle="emit('toggle', check)"
      @go="(step) => emit('go', step)"
    />
  </ol>
</template>
