<script setup lang="ts">
// Options side by side: one row a question, what the job asks as a tick, best and worst where the difference matters; moved,
// chosen, opened. What is asked and how it compares comes from the core.
import { computed, ref } from "vue";
import type { Schemas } from "../api/client";
import VerdictMark from "../shared/figures/VerdictMark.vue";
import { letterOf } from "../shared/lib/names";
import { figures, shownText } from "../units/quantity";
import { quantityOf } from "../units/units";
import { useBench } from "../workbench/bench";

const props = defineProps<{ compared: Schemas["SideBySide"] | null }>();
const emit = defineEmits<{ choose: [name: string] }>();
const bench = useBench();

type About = Schemas["About"];
type Row = Schemas["ComparedRow"];

/** Rows in words. */
const TOLD = [
  { title: "what must be made", of: (about: About | undefined) => about?.to_make ?? [], none: "nothing" },
  { title: "what is risky", of: (about: About | undefined) => about?.risks ?? [], none: "nothing known" },
];
const about = (place: number) => bench.figures?.about[place];

const results = computed(() => bench.figures?.evaluation.options ?? []);
const rows = computed(() => props.compared?.rows ?? []);
/** Places of the options, sorted by a row when one is picked. */
const sorted = ref<string | null>(null);
const order = computed(() => {
  const places = results.value.map((_, place) => place);
  const row = rows.value.find(({ key }) => key === sorted.value);
  if (!row) return places;
  const rank = (place: number) => {
    const value = row.values[place];
    return value == null ? Infinity : row.more_is_better === true ? -value : value;
  };
  return places.sort((a, b) => rank(a) - rank(b));
});

/** Counts and money have no unit. */
const COUNTED = new Set(["failing", "unknown", "shots", "price", "to_buy"]);
function said({ key }: Row, value: number | null | undefined): string {
  if (value == null) return "–";
  if (key.endsWith("_percent")) return `${figures(value, 3)} %`;
  if (key === "shots_per_second") return `${figures(value, 3)} /s`;
  return COUNTED.has(key) ? figures(value, 4) : shownText(quantityOf(key), value);
}
const differs = (row: Row) => new Set(row.values).size > 1;

/** An axis spans at least this share of its largest figure. */
const LEAST_SPREAD = 0.4;
/** Where each letter stands on its line, and where the tick of the job: better to the right, 0 to 1. */
function axisOf(row: Row): { letters: { letter: string; at: number; bad: boolean }[]; tick: number | null } {
  const known = row.values.filter((value): value is number => value != null);
  const ends = row.asked == null ? known : [...known, row.asked];
  const [least, most] = [Math.min(...ends), Math.max(...ends)];
  if (known.length < 2 || least === most) return { letters: [], tick: null };
  // What hardly differs stands close together.
  const spread = Math.max(most - least, LEAST_SPREAD * Math.max(Math.abs(most), Math.abs(least)));
  const low = (least + most - spread) / 2;
  const high = low + spread;
  const share = (value: number) => {
    const at = (value - low) / (high - low);
    return row.more_is_better === false ? 1 - at : at;
  };
  const letters = row.values.flatMap((value, place) =>
    value == null
      ? []
      : [{ letter: letterOf(place), at: share(value), bad: results.value[place]?.verdict === "fail" }],
  );
  return { letters, tick: row.asked == null ? null : share(row.asked) };
}

const options = computed(() => bench.document?.options ?? []);
const chosen = computed(() => bench.document?.chosen ?? null);

function open(place: number): void {
  bench.optionIndex = place;
}

function move(place: number, by: number): void {
  const next = [...options.value];
  const [taken] = next.splice(place, 1);
  if (!taken) return;
  next.splice(place + by, 0, taken);
  const at = bench.optionIndex;
  bench.set("/options", next, null);
  // The option that is open stays open, wherever it now stands.
  if (at === place) bench.optionIndex = place + by;
  else if (at === place + by) bench.optionIndex = place;
}
</script>

<template>
  <div class="wide">
    <table data-options>
      <thead>
        <tr>
          <th class="note">side by side</th>
          <th v-for="place in order" :key="place" :data-option="options[place]?.name">
            <span class="who">
              <span class="letter">{{ letterOf(place) }}</span>
              <VerdictMark v-if="results[place]" :verdict="results[place].verdict" />
              <button type="button" class="action name" @click="open(place)">
                {{ options[place]?.name }}
              </button>
            </span>
            <span class="tools">
              <button
                type="button"
                class="boxed"
                :aria-pressed="chosen === options[place]?.name"
                data-choose
                @click="emit('choose', options[place]?.name ?? '')"
              >
                {{ chosen === options[place]?.name ? "chosen" : `choose ${letterOf(place)}` }}
              </button>
              <button
                type="button"
                class="action"
                :disabled="place === 0 || sorted !== null"
                :aria-label="`Move ${options[place]?.name} to the left`"
                @click="move(place, -1)"
              >
                ◂
              </button>
              <button
                type="button"
                class="action"
                :disabled="place === options.length - 1 || sorted !== null"
                :aria-label="`Move ${options[place]?.name} to the right`"
                @click="move(place, 1)"
              >
                ▸
              </button>
            </span>
          </th>
          <th v-if="options.length > 1" class="note axis">
            better to the right, the tick is what the job asks
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.key" :class="{ differs: differs(row) }" :data-compared="row.key">
          <td class="title">
            <button
              type="button"
              :aria-pressed="sorted === row.key"
              :title="`Sort the options by it: ${row.title}`"
              @click="sorted = sorted === row.key ? null : row.key"
            >
              {{ row.title }}{{ sorted === row.key ? " ↓" : "" }}
            </button>
          </td>
          <td v-for="place in order" :key="place">
            <span class="figure" :class="{ strong: row.standing[place] === 'best' }">{{
              said(row, row.values[place])
            }}</span>
            <span v-if="row.standing[place]" class="note word" :class="row.standing[place]">
              {{ row.standing[place] }}
            </span>
            <span v-if="row.notes[place]" class="note word">{{ row.notes[place] }}</span>
          </td>
          <td v-if="options.length > 1" class="axis">
            <span class="line" aria-hidden="true">
              <span
                v-if="axisOf(row).tick !== null"
                class="tick"
                :style="{ left: `${100 * (axisOf(row).tick ?? 0)}%` }"
              ></span>
              <span
                v-for="mark in axisOf(row).letters"
                :key="mark.letter"
                class="letter"
                :class="{ bad: mark.bad }"
                :style="{ left: `${100 * mark.at}%` }"
                >{{ mark.letter }}</span
              >
            </span>
          </td>
        </tr>
        <tr v-for="row in TOLD" :key="row.title" class="told">
          <td class="title">{{ row.title }}</td>
          <td v-for="place in order" :key="place">
            <ul v-if="row.of(about(place)).length > 0">
              <li v-for="line in row.of(about(place))" :key="line">{{ line }}</li>
            </ul>
            <span v-else class="note">{{ row.none }}</span>
          </td>
          <td v-if="options.length > 1"></td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.wide {
  overflow-x: auto;
}

th {
  vertical-align: bottom;
  white-space: normal;
}

.who {
  display: flex;
  gap: var(--space-3);
  align-items: baseline;
}

.name {
  font-weight: 600;
  font-size: var(--size);
  text-align: left;
}

.letter {
  border: 1px solid currentColor;
  padding: 0 var(--space-2);
  line-height: 17px;
  background: var(--sheet);
  color: var(--ink);
}

.tools {
  display: flex;
  gap: var(--space-4);
  margin-top: 0.1875rem;
}

.tools .boxed[aria-pressed="true"] {
  background: var(--accent);
  color: var(--on-accent);
}

.title {
  white-space: nowrap;
}

.figure.strong {
  font-weight: 600;
}

.word {
  margin-left: var(--space-3);
  white-space: nowrap;
}

tr:not(.differs, .told) td {
  color: var(--soft);
}

.told td {
  vertical-align: top;
}

.told li + li {
  border-top: 1px solid var(--faint);
}

.best {
  color: var(--ok);
}

.worst {
  color: var(--fail);
}

.axis {
  min-width: 180px;
  width: 24%;
}

.line {
  display: block;
  position: relative;
  height: 19px;
  margin: 0 10px;
  background: linear-gradient(var(--line), var(--line)) center / 100% 1px no-repeat;
}

.line .letter {
  position: absolute;
  translate: -50% 0;
  font-size: var(--size-note);
  font-weight: 600;
}

.line .bad {
  color: var(--fail);
  background: var(--fail-paper);
}

.tick {
  position: absolute;
  inset-block: 0;
  width: 2px;
  margin-left: -1px;
  background: var(--ink);
}
</style>
