<script setup lang="ts">
// A line at the foot of a step that says what the field in hand is for: always at the same place, for eye, finger and key.
import { helpInPlace, helpOfFocus } from "./help";
import { stripOffered, stripOpen, toggleStrip } from "./strip";
</script>

<template>
  <p class="help note" :class="{ idle: !helpOfFocus || helpInPlace }" data-help-line>
    <template v-if="helpOfFocus?.text && !helpInPlace">
      <b>{{ helpOfFocus.label }}</b> {{ helpOfFocus.text }}
      <button
        v-if="stripOffered"
        type="button"
        class="action"
        tabindex="-1"
        :aria-pressed="stripOpen === stripOffered"
        title="Alt ↓"
        data-strip-open
        @mousedown.prevent
        @click="toggleStrip(stripOffered)"
      >
        {{ stripOpen === stripOffered ? "strip away" : "where does it hold?" }}
      </button>
    </template>
    <template v-else>What a figure is for stands here while it is typed; ? shows all of them.</template>
  </p>
</template>

<style scoped>
.help {
  flex: none;
  min-height: 26px;
  padding: var(--space-2) var(--space-10);
  border-top: 1px solid var(--line);
  background: var(--paper);
}

.help button {
  text-decoration: underline;
}

.help b {
  color: var(--ink);
  font-weight: 600;
}

@media (max-width: 999px) {
  .help.idle {
    display: none;
  }
}

@media (max-height: 560px) {
  .help {
    display: none;
  }
}
</style>
