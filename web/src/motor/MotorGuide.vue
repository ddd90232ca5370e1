<script setup lang="ts">
// Which kind of motor: wishes on the left, kinds with every reason for and against on the right.
import { computed, ref } from "vue";
import { api, type Schemas } from "../api/client";
import { useAnswer } from "../api/answer";
import { useBench } from "../workbench/bench";
import BenchField from "../shared/fields/BenchField.vue";

const bench = useBench();
const open = ref(false);
const at = computed(() => `/job/drives/${bench.jobDriveIndex}/wishes`);
const generates = computed(() => bench.jobDrive?.load.kind === "generator");
const rolls = computed(() => bench.jobDrive?.load.kind === "vehicle");
const names = computed(() => [
  "finesse",
  "wetness",
  "noise",
  "upkeep",
  "purse",
  ...(generates.value ? [] : ["purpose"]),
  "class_rule",
  ...(rolls.value ? ["wheel"] : []),
  ...(generates.value ? [] : ["class_cells", "class_can", "class_turns", "class_poles", "class_timing"]),
]);
const { value: guide, problem } = useAnswer<Schemas["Guide"]>(
  () => [open.value, bench.shown, bench.optionIndex, bench.driveIndex],
  (signal) => {
    const [build, option, drive] = [bench.shown, bench.optionIndex, bench.driveIndex];
    return open.value && build
      ? api.POST("/api/motors/guide", { body: { build, option, drive }, signal })
      : null;
  },
);
/** The kind whose reasons are open; the first until one is picked. */
const picked = ref<Schemas["Ranked"]["kind"] | null>(null);
const kinds = computed(() => guide.value?.kinds);
const shown = computed(() => kinds.value?.find(({ kind }) => kind === picked.value) ?? kinds.value?.[0]);
const MARKS = { for: "+", against: "−", rules_out: "×" } as const;
const WORDS = { for: "speaks for it", against: "speaks against it", rules_out: "rules it out" } as const;
const tally = (kind: Schemas["Ranked"]) =>
  kind.ruled_out
    ? "ruled out"
    : guide.value?.ranked
      ? `${kind.points_for} for, ${kind.points_against} against`
      : "";
</script>

<template>
  <details class="guide" data-motor-guide @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary>Which kind of motor? A few plain questions, and what speaks for and against each kind</summary>
    <p v-if="problem" class="note" role="alert">{{ problem }}</p>
    <div class="halves">
      <div class="asked">
        <h3>what is asked of it</h3>
        <div class="fields">
          <BenchField v-for="name in names" :key="name" :at="at" record="Wishes" :name="name" />
        </div>
        <p class="note">
          Hills, speed, power and the number of motors come from the job. Each point counts one; nothing else
          does.
          <template v-if="guide && !guide.ranked && !generates"
            >Nothing is answered yet: the kinds that can do the job stand in no order.</template
          >
        </p>
        <p v-if="guide?.size" data-size-asked>{{ guide.size }}</p>
        <p v-for="entry in guide?.forbidden ?? []" :key="entry" class="forbidden" role="alert" data-forbidden>
          {{ entry }}
        </p>
      </div>
      <ol v-if="kinds" class="kinds">
        <li v-for="kind in kinds" :key="kind.kind">
          <button
            type="button"
            :aria-pressed="shown?.kind === kind.kind"
            :class="{ out: kind.ruled_out }"
            :data-kind="kind.kind"
            @click="picked = kind.kind"
          >
            <span>{{ kind.label }}</span>
            <span class="note">{{ tally(kind) }}</span>
          </button>
        </li>
      </ol>
      <div v-if="shown" class="reasons" data-reasons>
        <h3>{{ shown.label.toLowerCase() }}</h3>
        <p v-if="shown.points.length === 0" class="note">Nothing asked here speaks for or against it.</p>
        <ul>
          <li v-for="point in shown.points" :key="point.reason" :class="point.side">
            <b aria-hidden="true">{{ MARKS[point.side] }}</b>
            <span>
              <span class="visually-hidden">{{ WORDS[point.side] }}: </span>{{ point.reason }}
              <span class="note">since {{ point.since }}</span>
            </span>
          </li>
        </ul>
        <h4>it also needs</h4>
        <ul class="plain">
          <li v-for="need in shown.needs" :key="need">{{ need }}</li>
        </ul>
        <h4>over the years</h4>
        <ul class="plain">
          <li v-for="care in shown.upkeep" :key="care">{{ care }}</li>
        </ul>
      </div>
    </div>
  </details>
</template>

<style scoped>
.guide {
  margin: var(--space-2) 0;
}

summary {
  cursor: pointer;
  color: var(--accent);
}

.halves {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 3fr);
  gap: var(--space-4) 1.375rem;
  margin: var(--space-4) 0 var(--space-7);
}

.asked {
  grid-column: 1 / -1;
}

.forbidden {
  color: var(--fail);
}

.fields {
  columns: 2 240px;
  column-gap: var(--space-12);
}

.fields :deep(.field) {
  grid-template-columns: minmax(0, 1fr) 190px;
}

.kinds button {
  width: 100%;
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 0 var(--space-4);
  padding: var(--space-2) var(--space-3);
  border-bottom: 1px solid var(--faint);
  border-left: 3px solid transparent;
}

.kinds button[aria-pressed="true"] {
  background: var(--selected);
  border-left-color: var(--accent);
}

.out span {
  color: var(--soft);
  text-decoration: line-through;
}

.out .note {
  text-decoration: none;
}

.reasons li {
  display: flex;
  gap: 0.4375rem;
  padding: var(--space-1) 0;
}

.reasons .note {
  display: block;
}

.for b {
  color: var(--ok);
}

.against b,
.rules_out b {
  color: var(--fail);
}

h4 {
  margin: var(--space-4) 0 var(--space-1);
  font-size: var(--size-note);
  font-weight: 600;
  color: var(--soft);
}

.plain li {
  border-bottom: 1px solid var(--faint);
}

@media (max-width: 760px) {
  .halves {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
