<script setup lang="ts">
// The order of work. Each step says what stands in it and how its checks came out.
import { STEPS, type Step } from "../router";
import VerdictMark from "../shared/figures/VerdictMark.vue";
import { GROUP_ENDS, TITLES, useStepMarks, useStepWords } from "./stepWords";

defineProps<{ step: Step }>();
const emit = defineEmits<{ go: [step: Step] }>();
const words = useStepWords();
const marks = useStepMarks();
</script>

<template>
  <nav class="steps" aria-label="Steps">
    <ol>
      <li v-for="(name, index) in STEPS" :key="name" :class="{ end: GROUP_ENDS.includes(name) }">
        <button
          type="button"
          :aria-current="name === step ? 'step' : undefined"
          :data-step="name"
          @click="emit('go', name)"
        >
          <span class="number">{{ index + 1 }}</span>
          <span class="title">{{ TITLES[name] }}</span>
          <VerdictMark v-if="marks[name]" :verdict="marks[name]" />
          <span class="note words">{{ words[name] }}</span>
        </button>
      </li>
    </ol>
  </nav>
</template>

<style scoped>
.steps {
  grid-area: steps;
  position: relative;
  background: var(--paper);
  border-right: 1px solid var(--line);
  padding-top: var(--space-2);
  overflow: auto;
  container: steps / size;
}

button {
  display: grid;
  grid-template-columns: 26px 1fr auto;
  align-items: baseline;
  width: 100%;
  padding: 0.28rem var(--space-7) 0.28rem var(--space-6);
  border-left: 3px solid transparent;
  line-height: 1.32;
}

.end {
  border-bottom: 1px solid var(--line);
  margin-bottom: var(--space-2);
  padding-bottom: var(--space-2);
}

.number {
  color: var(--soft);
  font-size: var(--size-note);
}

.title {
  font-weight: 600;
}

.words {
  grid-column: 2 / -1;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}

button[aria-current] {
  background: var(--sheet);
  border-left-color: var(--accent);
}

button[aria-current] .title {
  color: var(--accent);
}

/* The notes go before a step does. */
@container steps (max-height: 35rem) {
  .words {
    display: none;
  }
}
</style>
