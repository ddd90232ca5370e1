<script setup lang="ts">
// Readings as a growing list: type, Enter to the next, Enter at the last one adds it. A bad one is struck out and kept.
import { useElementSize } from "@vueuse/core";
import { computed, ref } from "vue";
import QuantityField from "../shared/fields/QuantityField.vue";
import { fieldText } from "../units/quantity";
import type { ReadingList } from "./kinds";
import { amount, useReadings, valueOf } from "./readings";
import { useSheet } from "./sheet";

const props = defineProps<{ kind: string; list: ReadingList; far: Set<string> }>();
const sheet = useSheet();
const box = ref<HTMLElement>();
/** Below this width of a column no figure stands whole: then a reading is a card. */
const LEAST_COLUMN_PX = 112;
/** Number and tools of a row. */
const BESIDE_PX = 150;
const { width } = useElementSize(box);
const cards = computed(
  () => width.value > 0 && width.value < BESIDE_PX + props.list.columns.length * LEAST_COLUMN_PX,
);
const inputs = () => [...(box.value?.querySelectorAll<HTMLInputElement>("[data-entry] input") ?? [])];
const { metas, readings, nameOf, wasLimited, change, fresh, lacking, add, readable, busy, readIn } =
  useReadings(
    () => props.kind,
    () => props.list,
    (column) => inputs()[column]?.focus(),
  );

function shortcut(event: KeyboardEvent): void {
  // One key, wherever the hands are in this list.
  if (event.altKey && event.key.toLowerCase() === "r") {
    event.preventDefault();
    void readIn();
  }
}

/** Enter goes on to the next entry; after the last one the reading is added. */
function enter(event: KeyboardEvent): void {
  if (event.key !== "Enter") return;
  event.preventDefault();
  const all = inputs();
  const at = all.indexOf(event.target as HTMLInputElement);
  if (at >= 0 && at < all.length - 1) all[at + 1]?.focus();
  else if (at >= 0) add();
}

const shown = (unit: string, value: unknown) => {
  if (typeof value !== "number") return value == null || value === "" ? "–" : String(value);
  const { text, unit: symbol } = fieldText(unit, value);
  return `${text} ${symbol}`.trim();
};
</script>

<template>
  <section
    ref="box"
    class="readings"
    :class="{ cards }"
    :data-list="list.key"
    @keydown="enter"
    @keydown.capture="shortcut"
  >
    <h3>{{ list.title }}</h3>
    <table>
      <thead>
        <tr>
          <td class="count"></td>
          <th v-for="column in list.columns" :key="column.key">{{ column.label }}</th>
          <td></td>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="(reading, place) in readings"
          :key="place"
          :class="{ struck: sheet.struck.has(nameOf(place)), far: far.has(nameOf(place)) }"
          :data-reading="nameOf(place)"
        >
          <td class="count note">
            {{ place + 1 }}
            <span
              v-if="wasLimited(reading)"
              class="limit"
              title="The supply was in its current limit"
              data-limited
              >▲<span class="visually-hidden">in the current limit</span></span
            >
          </td>
          <td v-for="(column, at) in list.columns" :key="column.key" :data-label="column.label">
            <span v-if="sheet.struck.has(nameOf(place))" class="figure">{{
              shown(column.unit, valueOf(reading, column.key))
            }}</span>
            <input
              v-else-if="column.text"
              class="words"
              :value="valueOf(reading, column.key) ?? ''"
              :aria-label="`${column.label} ${place + 1}`"
              maxlength="120"
              @input="change(place, at, ($event.target as HTMLInputElement).value.trimStart())"
              @blur="sheet.seal()"
            />
            <QuantityField
              v-else
              :model-value="amount(valueOf(reading, column.key))"
              :name="column.unit"
              :meta="metas[at]!"
              :label="`${column.label} ${place + 1}`"
              @update:model-value="(value) => change(place, at, value)"
              @seal="sheet.seal()"
            />
          </td>
          <td class="tools">
            <button type="button" class="action" data-strike @click="sheet.strike(nameOf(place))">
              {{ sheet.struck.has(nameOf(place)) ? "use it" : "strike" }}
            </button>
            <button
              type="button"
              class="action"
              :aria-label="`Take reading ${place + 1} out`"
              @click="sheet.remove(list.key, place)"
            >
              ×
            </button>
          </td>
        </tr>
        <tr class="entry" data-entry>
          <td class="count note">{{ readings.length + 1 }}</td>
          <td v-for="(column, at) in list.columns" :key="column.key" :data-label="column.label">
            <input
              v-if="column.text"
              v-model="fresh[at]"
              class="words"
              :aria-label="`${column.label}, next`"
              maxlength="120"
            />
            <QuantityField
              v-else
              :model-value="amount(fresh[at])"
              :name="column.unit"
              :meta="metas[at]!"
              :label="`${column.label}, next`"
              @update:model-value="(value) => (fresh[at] = value)"
            />
          </td>
          <td class="tools">
            <button
              v-if="readable"
              type="button"
              class="boxed read"
              :disabled="busy"
              title="Take a reading of the instruments (Alt R)"
              data-read
              @click="readIn"
            >
              Read</button
            ><button type="button" class="boxed" data-add @click="add">Add</button>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="lacking" class="wrong" role="alert">{{ lacking }}</p>
    <p v-else-if="list.hint && readings.length > 0" class="note">{{ list.hint }}</p>
  </section>
</template>

<style scoped>
.readings {
  margin-top: var(--space-6);
}

td,
th {
  padding: 0.1875rem 0.3125rem;
}

.count {
  width: 26px;
  text-align: right;
}

.readings :deep(.quantity) {
  grid-template-columns: minmax(0, 1fr) 30px;
}

.readings :deep(.entry) {
  font-size: var(--size-entry);
  padding-inline: 0.1875rem;
}

.limit {
  color: var(--tight);
}

.words {
  font: inherit;
  font-size: var(--size-entry);
  color: inherit;
  background: transparent;
  border: 0;
  border-bottom: 1px solid var(--box);
  width: 100%;
  min-width: 90px;
}

.tools {
  white-space: nowrap;
  width: 118px;
}

.read {
  margin-right: var(--space-3);
}

.tools .action {
  padding: var(--space-2) var(--space-3);
}

tr.entry td {
  background: var(--paper);
}

.struck .figure {
  text-decoration: line-through;
  color: var(--soft);
}

.far td:first-child {
  box-shadow: inset 3px 0 var(--fail);
}

.wrong {
  color: var(--fail);
}

/* Where a row has no room for whole figures, a reading is a card: its names above its figures, two beside each other. */
.cards table,
.cards tbody {
  display: block;
}

.cards thead {
  display: none;
}

.cards tr {
  display: grid;
  grid-template-columns: 1.5rem repeat(2, minmax(0, 1fr));
  border-bottom: 1px solid var(--line);
  padding: var(--space-2) 0;
}

.cards td {
  border: 0;
}

.cards .count {
  grid-row: 1 / span 9;
  width: auto;
}

.cards td[data-label]::before {
  content: attr(data-label);
  display: block;
  color: var(--soft);
  font-size: var(--size-note);
}

.cards td.tools {
  grid-column: 2 / -1;
  width: auto;
  text-align: right;
}

@media (pointer: coarse) {
  td {
    padding-block: var(--space-4);
  }
}
</style>
