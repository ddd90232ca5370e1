<script setup lang="ts">
// A line at the foot of a step that says what the field in hand is for: always at the same place, for eye, finger and key.
import { helpInPlace, helpOfFocus } from "./help";
</script>

<template>
  <p v-if="helpOfFocus && !helpInPlace && helpOfFocus.text" class="help" data-help-line>
    <b>{{ helpOfFocus.label }}</b> {{ helpOfFocus.text }}
  </p>
</template>

<style scoped>
.help {
  position: sticky;
  bottom: calc(-1 * var(--space-12));
  margin: var(--space-5) calc(-1 * var(--space-5)) calc(-1 * var(--space-12));
  padding: var(--space-3) var(--space-5);
  background: var(--paper);
  border-top: 1px solid var(--line);
  color: var(--soft);
  z-index: 2;
}

.help b {
  color: var(--ink);
  font-weight: 600;
}
</style>
