<script setup lang="ts">
// On a narrow screen what must always be seen: the verdict and what gives way first, how long it runs, undo, what is next.
import { computed } from "vue";
import type { Step } from "../router";
import VerdictMark from "../shared/figures/VerdictMark.vue";
import { figures } from "../units/quantity";
import { useBench } from "./bench";
import { useHeadlines } from "./headlines";
import { nextStep, TITLES } from "./stepWords";
import { BUILD_WORDS, weakestOf } from "./words";

const props = defineProps<{ step: Step }>();
const emit = defineEmits<{ go: [step: Step]; verdict: [] }>();
const bench = useBench();
const headlines = useHeadlines();
const next = computed(() => nextStep(props.step));
const weakest = computed(() => weakestOf(bench.optionFigures));
const used = computed(() => {
  const share = weakest.value?.utilisation;
  return share == null ? "" : `${figures(100 * share, 2)} %`;
});
</script>

<template>
  <footer class="foot" data-foot-bar>
    <button type="button" class="verdict" data-open-verdict @click="emit('verdict')">
      <template v-if="bench.optionFigures">
        <span class="word">
          <VerdictMark :verdict="bench.optionFigures.verdict" quiet />
          {{ BUILD_WORDS[bench.optionFigures.verdict] }}
        </span>
        <span class="note"
          >{{ weakest?.title.toLowerCase() }} <b>{{ used }}</b></span
        >
      </template>
      <span v-else class="note">working it out …</span>
    </button>
    <span v-if="headlines[0]" class="runs">
      <span class="note">{{ headlines[0].name }}</span>
      <span
        ><b class="figure">{{ headlines[0].text }}</b
        ><span class="unit">{{ headlines[0].unit }}</span></span
      >
    </span>
    <button type="button" class="undo" :disabled="!bench.canUndo" @click="bench.undo()">
      <span aria-hidden="true">↶</span>undo
    </button>
    <button v-if="next" type="button" class="next" data-next-step @click="emit('go', next)">
      <span class="note">next</span>
      {{ TITLES[next] }} ›
    </button>
  </footer>
</template>

<style scoped>
.foot {
  grid-area: foot;
  display: flex;
  border-top: 1px solid var(--ink);
  background: var(--sheet);
  min-height: 60px;
  min-width: 0;
  position: relative;
  z-index: 3;
}

.foot > * {
  display: flex;
  flex-direction: column;
  justify-content: center;
  padding: var(--space-3) var(--space-5);
  border-right: 1px solid var(--line);
}

.verdict {
  flex: 1 1 0;
  min-width: 0;
}

.verdict .note {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}

.word {
  display: flex;
  gap: var(--space-3);
  align-items: center;
  font-weight: 600;
  font-size: var(--size-title);
  white-space: nowrap;
}

.runs {
  white-space: nowrap;
}

.runs b {
  font-size: var(--size-title);
}

.undo {
  color: var(--accent);
  align-items: center;
}

.undo:disabled {
  color: var(--soft);
}

.next {
  background: var(--accent);
  color: var(--on-accent);
  font-weight: 600;
  font-size: var(--size-title);
  white-space: nowrap;
}

.next .note {
  color: inherit;
  font-weight: 400;
}
</style>
