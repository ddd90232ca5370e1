<script setup lang="ts">
// The first power-up: ticked step by step, readings against what this build should show. A reading out of its band stops the
// list there and says what it may mean.
import { computed, ref } from "vue";
import { useBench } from "../workbench/bench";
import { figures } from "../units/quantity";
import { loadAlgebra, readsSums, typed } from "../units/typing";
import type { PowerStep } from "./workshop";

const props = defineProps<{ steps: PowerStep[] }>();
const bench = useBench();
const at = computed(() => `${bench.optionPointer}/power_up`);
const ticks = computed(() => bench.option?.power_up ?? []);
const entries = ref<Record<string, string>>({});
const wrong = ref<Record<string, string>>({});

/** A band that ends beyond any meter has no upper end. */
const MOST = 1e5;
const tickOf = (step: PowerStep) => ticks.value.findLast((tick) => tick.step === step.key);
const outside = (step: PowerStep) => {
  const reading = tickOf(step)?.reading;
  if (reading == null || !step.reading) return null;
  if (reading < step.reading.from) return { word: "lower than it should be", means: step.reading.low };
  if (reading > step.reading.to) return { word: "higher than it should be", means: step.reading.high };
  return null;
};
/** The first step that is not done, or whose reading is out of its band: nothing after it is ticked before. */
const current = computed(() => {
  const open = props.steps.findIndex((step) => !tickOf(step) || outside(step));
  return open < 0 ? props.steps.length : open;
});

function keep(step: PowerStep, reading?: number): void {
  const rest = ticks.value.filter((tick) => tick.step !== step.key);
  const tick = {
    step: step.key,
    at: new Date().toISOString(),
    ...(reading === undefined ? {} : { reading }),
  };
  bench.set(at.value, [...rest, tick], null);
}

function undo(step: PowerStep): void {
  bench.set(
    at.value,
    ticks.value.filter((tick) => tick.step !== step.key),
    null,
  );
}

async function read(step: PowerStep): Promise<void> {
  if (!readsSums()) await loadAlgebra();
  const result = typed("plain", entries.value[step.key] ?? "");
  if (result.kind === "wrong") {
    wrong.value = { ...wrong.value, [step.key]: "A number is needed, as the meter shows it." };
    return;
  }
  wrong.value = {};
  keep(step, result.value);
}

const day = (iso: string) =>
  new Date(iso).toLocaleString(undefined, { dateStyle: "medium", timeStyle: "short" });
</script>

<template>
  <ol class="steps" data-power-up>
    <li
      v-for="(step, place) in steps"
      :key="step.key"
      :class="{ done: tickOf(step) && !outside(step), waits: place > current, stopped: outside(step) }"
      :data-power-step="step.key"
    >
      <p>{{ step.does }}</p>
      <p v-if="step.caution && place <= current" class="caution note">{{ step.caution }}</p>
      <p v-if="step.reading" class="note">
        about <b class="figure">{{ figures(step.reading.about, 3) }} {{ step.reading.unit }}</b
        >; goes on from {{ figures(step.reading.from, 3) }}
        {{ step.reading.to < MOST ? `to ${figures(step.reading.to, 3)}` : "upwards" }}
      </p>
      <p v-if="tickOf(step)" class="note">
        {{ day(tickOf(step)?.at ?? "") }}
        <template v-if="tickOf(step)?.reading != null"
          >: read
          <b class="figure">{{ figures(tickOf(step)?.reading ?? NaN) }} {{ step.reading?.unit }}</b></template
        >
        <button type="button" class="action" @click="undo(step)">again</button>
      </p>
      <p v-if="outside(step)" class="wrong" role="alert">
        Stop here: {{ outside(step)?.word }}. {{ outside(step)?.means }}.
      </p>
      <form
        v-if="place === current && !tickOf(step) && step.reading"
        class="entry"
        @submit.prevent="read(step)"
      >
        <input
          v-model="entries[step.key]"
          inputmode="decimal"
          :aria-label="`Reading, ${step.reading.unit}`"
          data-reading
        />
        <span class="unit">{{ step.reading.unit }}</span>
        <button type="submit" class="boxed">read it</button>
        <span v-if="wrong[step.key]" class="wrong" role="alert">{{ wrong[step.key] }}</span>
      </form>
      <button
        v-else-if="place === current && !tickOf(step)"
        type="button"
        class="boxed"
        data-tick
        @click="keep(step)"
      >
        done
      </button>
    </li>
  </ol>
</template>

<style scoped>
li {
  padding: var(--space-3) 0 var(--space-3) 1.75rem;
  border-bottom: 1px solid var(--faint);
  position: relative;
}

li::before {
  content: "";
  position: absolute;
  left: 2px;
  top: 9px;
  width: 13px;
  height: 13px;
  border: 1.5px solid var(--ink);
}

li.done::before {
  background: var(--ok);
  border-color: var(--ok);
}

li.stopped::before {
  background: var(--fail);
  border-color: var(--fail);
}

li.waits {
  color: var(--soft);
}

li.waits::before {
  border-color: var(--line);
}

.entry {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-4);
  align-items: center;
  padding-top: var(--space-2);
}

input {
  width: 92px;
  font: var(--size-title) var(--mono);
  color: inherit;
  background: transparent;
  border: 0;
  border-bottom: 1px solid var(--ink);
  text-align: right;
  padding: var(--space-1) var(--space-2);
}

.wrong {
  color: var(--fail);
}
</style>
