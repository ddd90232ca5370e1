<script setup lang="ts">
// Where practice is split: what each school does in this build, at the place of the choice.
import { computed, ref } from "vue";
import { api, type Schemas } from "../api/client";
import { useAnswer } from "../api/answer";
import { useBench } from "../workbench/bench";
import { shownText } from "../units/quantity";
import type { Quantity } from "../units/units";

const props = defineProps<{ ids: Schemas["Question"]["id"][] }>();
const bench = useBench();
const open = ref(false);
const { value: all, problem } = useAnswer<Schemas["Question"][]>(
  () => [open.value, bench.shown, bench.optionIndex],
  (signal) =>
    open.value && bench.shown
      ? api.POST("/api/schools", {
          params: { query: { option: bench.optionIndex } },
          body: bench.shown,
          signal,
        })
      : null,
);

/** Of a machine that only charges makers have no schools. */
const fed = computed(() => (bench.shown?.job.drives ?? []).some(({ load }) => load.kind !== "generator"));
const questions = computed(() =>
  (all.value ?? []).filter(
    ({ id, drive }) => props.ids.includes(id) && (drive === null || drive === bench.drive?.drive),
  ),
);

function follow(school: Schemas["School"]): void {
  if (school.pointer) bench.set(school.pointer, school.value, null);
}
</script>

<template>
  <details
    v-if="fed"
    class="schools"
    data-schools
    @toggle="open = ($event.target as HTMLDetailsElement).open"
  >
    <summary>Both schools: where makers differ, with this build's numbers</summary>
    <p v-if="problem" class="note">{{ problem }}</p>
    <section v-for="question in questions" :key="question.id" :data-question="question.id">
      <h3>{{ question.asks }}</h3>
      <div class="sides">
        <div
          v-for="school in question.schools"
          :key="school.name"
          class="school"
          :class="{ now: school.now }"
        >
          <h4>
            {{ school.name }}
            <span v-if="school.now" class="note">as it is</span>
            <button v-else-if="school.pointer" type="button" class="action" @click="follow(school)">
              do it so
            </button>
          </h4>
          <p>{{ school.says }}</p>
          <dl>
            <div v-for="line in school.figures" :key="line.what">
              <dt>{{ line.what }}</dt>
              <dd class="figure">{{ shownText(line.quantity as Quantity, line.value) }}</dd>
            </div>
          </dl>
        </div>
      </div>
    </section>
  </details>
</template>

<style scoped>
.schools {
  margin: var(--space-2) 0 var(--space-7);
}

summary {
  cursor: pointer;
  color: var(--accent);
}

section {
  margin-top: var(--space-4);
}

.sides {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  border-top: 1px solid var(--line);
}

.school {
  padding: var(--space-3) var(--space-7) var(--space-4) var(--space-5);
  border-left: 1px solid var(--line);
}

.school:first-child {
  padding-left: 0;
  border-left: 0;
}

.now h4 {
  color: var(--accent);
}

h4 {
  margin: 0 0 0.1875rem;
  font-size: var(--size);
  font-weight: 600;
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1) var(--space-5);
  align-items: baseline;
}

dl {
  margin-top: 0.3125rem;
}

dl div {
  display: flex;
  justify-content: space-between;
  gap: var(--space-4);
  border-bottom: 1px solid var(--faint);
}

dt {
  color: var(--soft);
}
</style>
