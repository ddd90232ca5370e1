<script setup lang="ts">
// The head of a step: which one, for what; then one sentence that says what this part does here.
import { computed } from "vue";
import { useBench } from "../workbench/bench";
import { helpInPlace } from "./fields/help";

const props = defineProps<{
  title: string;
  note?: string | undefined;
  /** The step whose sentence the core says; else the sentence is given. */
  step?: "job" | "motor" | "gearing" | "battery" | "controller" | "wiring";
  says?: string | undefined;
}>();
const bench = useBench();
const sentence = computed(() => (props.step ? bench.says(props.step) : props.says));
</script>

<template>
  <header class="step-head">
    <div class="line">
      <h1>{{ title }}</h1>
      <span v-if="note" class="note">{{ note }}</span>
      <span class="tools"><slot /></span>
      <button
        type="button"
        class="ask"
        :aria-pressed="helpInPlace"
        aria-label="Say what every figure is for, in place"
        data-help-in-place
        @click="helpInPlace = !helpInPlace"
      >
        ?
      </button>
    </div>
    <h2 v-if="step || says" class="says" :class="{ two: step }" data-says>{{ sentence }}</h2>
  </header>
</template>

<style scoped>
.step-head {
  margin-bottom: var(--space-5);
}

.line {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: var(--space-1) var(--space-5);
}

h1 {
  font-size: var(--size);
  font-weight: 600;
  color: var(--soft);
  margin: 0;
}

.tools {
  margin-left: auto;
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1) var(--space-6);
  align-items: baseline;
}

.ask {
  border: 1px solid var(--box);
  min-width: 24px;
  line-height: 22px;
  text-align: center;
}

.ask[aria-pressed="true"] {
  background: var(--ink);
  color: var(--sheet);
}

.says {
  font-size: var(--size-sentence);
  font-weight: 600;
  line-height: 1.28;
  max-width: 62ch;
  text-wrap: pretty;
}

/* Its room is kept before the figures come. */
.says.two {
  min-height: 2.56em;
}

@media (pointer: coarse) {
  .ask {
    min-width: 44px;
    line-height: 40px;
  }
}

@media (max-width: 699px) {
  .ask {
    margin-left: auto;
  }

  .tools {
    order: 3;
    flex-basis: 100%;
    margin-left: 0;
  }

  .tools:empty {
    display: none;
  }
}

@media (max-width: 999px) {
  .says {
    font-size: 1.125rem;
  }
}
</style>
