<script setup lang="ts">
// Parts of the shelf for this step, each with its effect on this build. The arrows step, the workbench follows,
// Enter keeps, Escape goes back.
import ChoiceSelect from "../shared/fields/ChoiceSelect.vue";
import { computed, onBeforeUnmount, ref } from "vue";
import { useAnswer } from "../api/answer";
import { api, type Schemas } from "../api/client";
import { useBench } from "../workbench/bench";
import { verdictWord } from "../workbench/words";
import VerdictMark from "../shared/figures/VerdictMark.vue";
import { holdInPlace } from "../shared/lib/steady";
import { useAnswers } from "./answers";
import { useCandidateRows } from "./candidateRows";
import { type Effect, useEffectColumns } from "./effectColumns";
import EffectRanges from "./EffectRanges.vue";
import { kindOf } from "./kinds";

type Candidate = Schemas["Candidate"];

const props = defineProps<{ kind: Schemas["PartKind"]; title: string; stage?: number }>();

/** The shelf is one line with its best until it is opened. */
const open = ref(false);
const BEST = 3;
const bench = useBench();

const text = ref("");
const box = ref<HTMLElement>();

/** The build without what is looked at: candidates are compared with what is stored. */
const { value: found, problem } = useAnswer<Schemas["Candidates"]>(
  () => [bench.document, bench.optionIndex, bench.driveIndex, text.value, props.stage],
  (signal) => {
    const [build, option, drive] = [bench.document, bench.optionIndex, bench.driveIndex];
    if (!build) return null;
    const search = { kind: props.kind, text: text.value };
    const body = { build, option, drive, stage: props.stage ?? 0, search };
    return api.POST("/api/candidates", { body, signal });
  },
);
onBeforeUnmount(() => bench.look(null));

const { columns, figure } = useEffectColumns(found, () => props.kind);

const { rows, sort, descending, sortBy, onlyHolding, ranges, unfolded } = useCandidateRows(
  found,
  () => text.value !== "",
);
const unfiltered = computed(() =>
  columns.value.filter(({ key }) => !ranges.value.some((range) => range.key === key)),
);
const headOf = (key: keyof Effect) => columns.value.find((column) => column.key === key)?.head ?? key;

const { foldedAway, holding, elsewhere } = useAnswers(found);

const listed = computed(() => (open.value ? rows.value : rows.value.slice(0, BEST)));
const at = computed(() => listed.value.findIndex(({ label }) => label === bench.trying?.label));

/** For those who listen: the part stepped to, and what it does. */
const spoken = computed(() => {
  const candidate = listed.value[at.value];
  if (!candidate) return "";
  const told = columns.value.map((column) => {
    const { text: value, unit } = figure(candidate.effect, column);
    return `${column.head} ${value} ${unit}`;
  });
  return `${candidate.label}: ${verdictWord(candidate.effect.verdict)}. ${told.join(", ")}`;
});

function look(candidate: Candidate | undefined): void {
  if (!candidate) return;
  bench.look({ pointer: candidate.pointer, value: candidate.value, label: candidate.label });
}

/** As {@link look}, with the row brought into view: by the keys. */
function stepTo(candidate: Candidate | undefined): void {
  look(candidate);
  requestAnimationFrame(() =>
    box.value?.querySelector("[aria-selected='true']")?.scrollIntoView({ block: "nearest" }),
  );
}

function step(event: KeyboardEvent): void {
  const page = 10;
  const moves: Record<string, number> = { ArrowDown: 1, ArrowUp: -1, PageDown: page, PageUp: -page };
  const move = moves[event.key];
  if (move !== undefined) {
    stepTo(listed.value[Math.min(Math.max(at.value + move, 0), listed.value.length - 1)]);
  } else if (event.key === "Home" || event.key === "End") {
    stepTo(event.key === "Home" ? listed.value[0] : listed.value.at(-1));
  } else if (event.key === "Enter" && bench.trying) {
    bench.keep();
  } else if (event.key === "Escape" && bench.trying) {
    bench.look(null);
  } else return;
  event.preventDefault();
  event.stopPropagation();
}

/** A second press on the same keeps it, so that a finger needs no Enter: the row stays where it was pressed. */
function press(candidate: Candidate, event: MouseEvent): void {
  if (box.value) holdInPlace(event.currentTarget as HTMLElement, box.value);
  if (bench.trying?.label === candidate.label) bench.keep();
  else look(candidate);
}
</script>

<template>
  <section class="candidates" :aria-label="title">
    <header>
      <button
        type="button"
        class="opens-shelf"
        :aria-expanded="open"
        :data-shelf-line="kind"
        @click="open = !open"
      >
        <span class="chevron" aria-hidden="true">{{ open ? "⌄" : "›" }}</span>
        <template v-if="found"
          ><b>{{ found.total }}</b> {{ title }}, <b>{{ holding }}</b> would hold{{
            open || holding === 0 ? "" : ". Best three:"
          }}</template
        >
        <template v-else>{{ title }}: looking through them …</template>
      </button>
      <template v-if="open">
        <input
          v-model="text"
          type="search"
          placeholder="search the shelf"
          :aria-label="`Search: ${title}`"
          :data-candidate-search="kind"
        />
        <label class="note"><input v-model="onlyHolding" type="checkbox" /> only what holds</label>
        <ChoiceSelect
          :model-value="null"
          :options="unfiltered"
          option-label="head"
          option-value="key"
          placeholder="filter by effect"
          :aria-label="`Filter by effect: ${title}`"
          class="by"
          data-filter-effect
          @update:model-value="(key: keyof Effect) => ranges.push({ key, at_least: null, at_most: null })"
        />
      </template>
      <span v-if="open || bench.trying" class="note count" role="status">
        <template v-if="bench.trying">
          trying <b>{{ bench.trying.label }}</b>
          <button type="button" class="boxed" @click="bench.keep()">Keep</button>
          <button type="button" class="action" @click="bench.look(null)">back</button>
        </template>
        <template v-else-if="found">
          {{ rows.length }} of {{ found.total }} · ↑ ↓ to step
          <button
            v-if="foldedAway && text === ''"
            type="button"
            class="action"
            data-folded
            :aria-pressed="unfolded"
            @click="unfolded = !unfolded"
          >
            {{ unfolded ? "fold away" : "show" }} {{ foldedAway }}
          </button>
        </template>
      </span>
    </header>
    <EffectRanges v-model="ranges" :head-of="headOf" />
    <p v-if="problem" class="note">{{ problem }}</p>
    <p v-else-if="found && found.total === 0 && !text" class="note">
      Nothing of this kind is on the shelf. <router-link to="/shelf">Fill the shelf</router-link> from a list,
      or put this part on it.
    </p>
    <p v-else-if="found && found.total === 0 && found.elsewhere.length > 0" class="note" data-elsewhere>
      No {{ kindOf(kind).one }} is called “{{ text }}”; the shelf has {{ elsewhere }} of that name.
    </p>
    <div v-else ref="box" class="scroll" :class="{ best: !open }">
      <table
        tabindex="0"
        role="grid"
        :aria-label="`${title}: arrows step, Enter keeps, Escape goes back`"
        :aria-activedescendant="at >= 0 ? `candidate-${kind}-${at}` : undefined"
        :data-candidates="kind"
        @keydown="step"
      >
        <thead>
          <tr>
            <th>
              <button type="button" @click="sortBy('label')">part</button>
            </th>
            <th v-for="column in columns" :key="column.key" class="number">
              <button
                type="button"
                :aria-label="`Sort by ${column.head}`"
                :data-sort="column.key"
                @click="sortBy(column.key)"
              >
                {{ column.head
                }}<span v-if="sort === column.key" aria-hidden="true">{{ descending ? " ↓" : " ↑" }}</span>
              </button>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-if="found && open" class="now">
            <td>as it is</td>
            <td v-for="column in columns" :key="column.key" class="figure number">
              {{ figure(found.now, column).text
              }}<span class="unit">{{ figure(found.now, column).unit }}</span>
            </td>
          </tr>
          <tr
            v-for="(candidate, index) in listed"
            :id="`candidate-${kind}-${index}`"
            :key="candidate.id"
            role="row"
            :aria-selected="index === at"
            :data-candidate="candidate.label"
            @click="press(candidate, $event)"
          >
            <td>
              <VerdictMark :verdict="candidate.effect.verdict" />
              {{ candidate.label }}<span v-if="candidate.owned" class="note"> · in the drawer</span
              ><span v-if="candidate.brings.length > 0" class="note brings" data-brings>
                · {{ candidate.brings.join(", ") }}</span
              >
              <span class="visually-hidden">
                {{ verdictWord(candidate.effect.verdict) }}, weakest {{ candidate.effect.weakest }}
              </span>
            </td>
            <td v-for="column in columns" :key="column.key" class="figure number">
              {{ figure(candidate.effect, column).text
              }}<span class="unit">{{ figure(candidate.effect, column).unit }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="at >= 0" class="visually-hidden" role="status">{{ spoken }}</p>
  </section>
</template>

<style scoped>
.candidates {
  margin: var(--space-3) 0 var(--space-8);
  border-top: 1px solid var(--ink);
  padding-top: var(--space-3);
}

header {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-7);
  align-items: baseline;
  margin-bottom: var(--space-2);
}

.opens-shelf {
  font-size: var(--size-title);
  flex: none;
}

.chevron {
  display: inline-block;
  width: 1rem;
  color: var(--accent);
}

/* Its room is kept before the answer comes. */
.scroll.best {
  min-height: 116px;
}

input[type="search"] {
  font: inherit;
  color: inherit;
  background: transparent;
  border: 1px solid var(--box);
  padding: 0.0625rem var(--space-3);
  width: 170px;
}

input[type="checkbox"] {
  accent-color: var(--accent);
  vertical-align: -2px;
}

.by {
  font-size: var(--size-note);
}

/* A line of its own that is always as high: nothing below it moves when something is tried. */
.count {
  flex: 0 0 100%;
  height: 26px;
  display: flex;
  gap: var(--space-4);
  align-items: baseline;
  overflow: hidden;
  white-space: nowrap;
}

.scroll {
  max-height: 340px;
  overflow: auto;
  border-bottom: 1px solid var(--line);
}

thead th {
  position: sticky;
  top: 0;
  background: var(--sheet);
  white-space: nowrap;
  z-index: 1;
}

/* The corner lies over both the heads and the names that scroll under it. */
thead th:first-child {
  left: 0;
  z-index: 2;
}

td,
th {
  padding: 0.1875rem var(--space-3);
}

td:first-child {
  min-width: 190px;
  position: sticky;
  left: 0;
  background: var(--sheet);
}

tr[aria-selected="true"] td:first-child {
  background: var(--selected);
}

.number {
  text-align: right;
}

tbody tr[role="row"] {
  cursor: pointer;
}

tbody tr[role="row"]:hover {
  background: var(--faint);
}

tr[aria-selected="true"],
tr[aria-selected="true"]:hover {
  background: var(--selected) !important;
  box-shadow: inset 3px 0 var(--accent);
}

.now td {
  color: var(--soft);
  background: var(--paper);
}

@media (max-width: 760px) {
  .scroll {
    max-height: 55vh;
  }

  td:first-child {
    min-width: 150px;
    position: static;
  }
}

@media (pointer: coarse) {
  .count {
    height: 40px;
  }

  td {
    padding-block: 0.5625rem;
  }
}
</style>
