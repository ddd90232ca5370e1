<script setup lang="ts">
// What stands between what is typed and its figures: figures of before, places that are refused, a save that failed.
import { computed } from "vue";
import { timeOf } from "../api/stale";
import { useBench } from "./bench";
import { stepAt } from "./steps";
import { keysAsLabels, placeInWords } from "../shared/lib/places";
import { valueAt } from "../shared/lib/pointer";
import type { Step } from "../router";

const emit = defineEmits<{ go: [step: Step]; unbin: []; asNew: [] }>();
const bench = useBench();
const since = computed(() => bench.staleSince && timeOf(bench.staleSince));
const lines = computed(() =>
  bench.refusals.map(({ pointer, detail }) => ({
    pointer,
    place: bench.shown ? placeInWords(bench.shown, pointer) : "",
    detail: keysAsLabels(detail),
    old: valueAt(bench.accepted, pointer),
    now: bench.get(pointer),
    step: stepAt(pointer),
  })),
);
const said = (value: unknown) => (typeof value === "object" ? "what stood there" : String(value));
</script>

<template>
  <div v-if="bench.figuresProblem || bench.saveState.kind === 'failed'" class="notice" role="status">
    <p v-if="bench.figuresProblem" data-stale-since>The figures are those of {{ since }}.</p>
    <p v-for="line in lines" :key="line.pointer" data-refusal>
      <button v-if="line.step" type="button" class="place" @click="emit('go', line.step)">
        {{ line.place }}
      </button>
      <b v-else>{{ line.place }}</b>: {{ line.detail }}
      <button
        v-if="line.old !== undefined && line.old !== line.now"
        type="button"
        class="action"
        data-put-back
        @click="bench.set(line.pointer, line.old, null)"
      >
        put {{ said(line.old) }} back
      </button>
      <button
        v-if="line.now !== undefined"
        type="button"
        class="action"
        data-clear
        @click="bench.set(line.pointer, undefined, null)"
      >
        clear it
      </button>
    </p>
    <p v-if="bench.figuresProblem && lines.length === 0">{{ bench.figuresProblem }}</p>
    <p v-else-if="bench.saveState.kind === 'failed' && lines.length === 0">
      Not saved. {{ bench.saveState.why }}
      <template v-if="bench.gone">
        <button type="button" class="action" data-unbin @click="emit('unbin')">take it out of the bin</button>
        <button type="button" class="action" data-as-new @click="emit('asNew')">
          keep what is here as a new build
        </button>
      </template>
    </p>
  </div>
</template>

<style scoped>
/* Above the step, in sight wherever that is scrolled to. */
.notice {
  color: var(--fail);
  border-bottom: 1px solid var(--fail);
  padding: var(--space-4) var(--space-9) var(--space-3);
}

.place {
  font-weight: 600;
  text-decoration: underline;
}

.action {
  margin-left: var(--space-5);
}
</style>
