<script setup lang="ts">
// The shelf: every part by kind, searched as you type, filtered by any figure, sorted, compared, edited.
import ChoiceSelect from "../shared/fields/ChoiceSelect.vue";
import VirtualScroller from "primevue/virtualscroller";
import { computed, ref, watch } from "vue";
import { shownInColumn } from "../units/quantity";
import { quantityOf } from "../units/units";
import PreferencesMenu from "../shared/PreferencesMenu.vue";
import { useCompared } from "./compared";
import CompareSheet from "./CompareSheet.vue";
import ElsewhereNote from "./ElsewhereNote.vue";
import EmptyShelf from "./EmptyShelf.vue";
import ImportDialog from "./ImportDialog.vue";
import { figureOf, type Kind, KINDS, kindOf, labelOf, numbersOf, type Part, type PartLine } from "./kinds";
import { useLineActions } from "./lineActions";
import PartSheet from "./PartSheet.vue";
import ShelfFilters from "./ShelfFilters.vue";
import { useShelf } from "./query";
import { STARTS } from "../shared/fields/starts.gen";

const { query, total, problem, lines, show, again } = useShelf();
const { setOwned, retired } = useLineActions(again);

/** Height of a row, px; the list only draws the rows in view. */
const ROW = window.matchMedia("(pointer: coarse)").matches ? 44 : 28;

const chosen = computed(() => kindOf(query.kind ?? "motor"));
const columns = computed(() =>
  query.kind ? [...chosen.value.columns, "mass_kg", "price"] : ["mass_kg", "price"],
);
const figures = computed(() => numbersOf(chosen.value.record));
const record = computed(() => chosen.value.record);

watch(
  () => query.kind,
  () => {
    query.filters = [];
    query.sort = null;
  },
);

const open = ref<PartLine | { part: Part } | null>(null);
const importing = ref(false);
const { compared, isCompared, hasRoom, compare } = useCompared();
const comparing = ref(false);

function sortBy(key: string | null): void {
  query.descending = query.sort === key ? !query.descending : false;
  query.sort = key;
}

function addFilter(key: string): void {
  if (!query.filters.some((filter) => filter.key === key)) {
    query.filters.push({ key, at_least: null, at_most: null });
  }
}

const figure = (part: Part, key: string) => shownInColumn(quantityOf(key), figureOf(part, key));

function fresh(): void {
  const kind: Kind = query.kind ?? "motor";
  open.value = { part: { format: "ypsidyne.part/1", part: kind, label: "", ...STARTS[kind] } as Part };
}

function move(event: KeyboardEvent): void {
  if (event.key !== "ArrowDown" && event.key !== "ArrowUp") return;
  const rows = [...document.querySelectorAll<HTMLElement>("[data-part] .open")];
  const at = rows.indexOf(event.target as HTMLElement);
  if (at < 0) return;
  event.preventDefault();
  rows[at + (event.key === "ArrowDown" ? 1 : -1)]?.focus();
}

const nothing = computed(() => total.value === 0);
const untouched = computed(
  () => query.text === "" && query.filters.length === 0 && query.owned === null && !query.retired,
);
</script>

<template>
  <div class="shelf">
    <header class="head">
      <router-link to="/" class="brand">YPSIDYNE</router-link>
      <h1>Shelf</h1>
      <span class="note" role="status" data-total>
        {{ total === null ? "" : total === 1 ? "1 part" : `${total} parts` }}
      </span>
      <span class="tools">
        <PreferencesMenu />
        <button type="button" class="boxed" @click="fresh">New {{ chosen.one }}</button>
        <button type="button" @click="importing = true">Import</button>
        <a :href="`/api/parts/export?format=csv${query.kind ? `&kind=${query.kind}` : ''}`">CSV</a>
        <a :href="`/api/parts/export?format=json${query.kind ? `&kind=${query.kind}` : ''}`">JSON</a>
      </span>
    </header>
    <main class="room">
      <div class="ask">
        <span class="switch" role="group" aria-label="Kind of part">
          <button
            v-for="known in KINDS"
            :key="known.kind"
            type="button"
            :aria-pressed="query.kind === known.kind"
            :data-kind="known.kind"
            @click="query.kind = known.kind"
          >
            {{ known.many }}
          </button>
          <button type="button" :aria-pressed="query.kind === null" @click="query.kind = null">All</button>
        </span>
        <input
          v-model="query.text"
          type="search"
          class="text"
          placeholder="search: 190 kv, 6s 5000, worm 1:50"
          aria-label="Search the shelf"
          data-shelf-search
        />
        <span class="switch" role="group" aria-label="Drawer">
          <button type="button" :aria-pressed="query.owned === null" @click="query.owned = null">all</button>
          <button type="button" :aria-pressed="query.owned === true" @click="query.owned = true">own</button>
          <button type="button" :aria-pressed="query.owned === false" @click="query.owned = false">
            need
          </button>
        </span>
        <label class="note"><input v-model="query.retired" type="checkbox" /> retired</label>
        <ChoiceSelect
          v-if="query.kind"
          :model-value="null"
          :options="figures"
          option-label="label"
          option-value="key"
          placeholder="filter by a figure"
          aria-label="Filter by a figure"
          class="add"
          data-add-filter
          @update:model-value="addFilter"
        />
        <button v-if="compared.length > 1" type="button" class="boxed" data-compare @click="comparing = true">
          Compare {{ compared.length }}
        </button>
        <button v-if="compared.length > 0" type="button" class="action" @click="compared = []">none</button>
      </div>
      <ShelfFilters v-if="query.filters.length > 0" v-model="query.filters" :record="record" />
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <div class="list" role="table" aria-label="Parts" :aria-rowcount="total ?? undefined" @keydown="move">
        <div class="row heads" role="row" :style="{ '--figures': columns.length }">
          <span role="columnheader"><span class="visually-hidden">compare</span></span>
          <span role="columnheader">
            <button type="button" @click="sortBy(null)">
              part<span v-if="query.sort === null" aria-hidden="true">{{
                query.descending ? " ↓" : " ↑"
              }}</span>
            </button>
          </span>
          <span v-for="key in columns" :key="key" role="columnheader" class="number">
            <button type="button" :data-sort="key" @click="sortBy(key)">
              {{ labelOf(record, key).toLowerCase()
              }}<span v-if="query.sort === key" aria-hidden="true">{{ query.descending ? " ↓" : " ↑" }}</span>
            </button>
          </span>
          <span role="columnheader" class="number">drawer</span>
        </div>
        <VirtualScroller
          v-if="!nothing"
          :items="lines as PartLine[]"
          :item-size="ROW"
          lazy
          :pt="{ root: { role: 'rowgroup' } }"
          class="scroller"
          @lazy-load="(event) => show(event.first as number, event.last as number)"
        >
          <template #item="{ item, options }">
            <div
              class="row"
              role="row"
              :aria-rowindex="options.index + 1"
              :style="{ height: `${ROW}px`, '--figures': columns.length }"
              :data-part="item?.part.label"
            >
              <template v-if="item">
                <span role="cell" class="pick"
                  ><input
                    type="checkbox"
                    :checked="isCompared(item)"
                    :disabled="!isCompared(item) && !hasRoom()"
                    :aria-label="`Compare ${item.part.label}`"
                    @change="compare(item)"
                /></span>
                <span role="cell" class="cell"
                  ><button type="button" class="open" @click="open = item">
                    {{ item.part.label }}
                    <span v-if="!query.kind" class="note">{{ kindOf(item.part.part).one }}</span>
                  </button></span
                >
                <span v-for="key in columns" :key="key" role="cell" class="figure number">
                  {{ figure(item.part, key).text }}<span class="unit">{{ figure(item.part, key).unit }}</span>
                </span>
                <span role="cell" class="number"
                  ><button
                    type="button"
                    class="own"
                    :class="{ has: item.part.owned }"
                    :aria-label="`${item.part.owned ? 'own' : 'need'}: ${item.part.label}; press to change`"
                    @click="setOwned(item)"
                  >
                    {{ item.part.owned ? "own" : "need" }}
                  </button></span
                >
              </template>
            </div>
          </template>
        </VirtualScroller>
        <template v-else>
          <ElsewhereNote
            v-if="query.kind && query.text.trim() !== ''"
            :kind="query.kind"
            :text="query.text"
            @go="(kind) => (query.kind = kind)"
          />
          <EmptyShelf :untouched="untouched" @stocked="again" @import="importing = true" />
        </template>
      </div>
    </main>
    <PartSheet v-if="open" :line="open" @close="open = null" @changed="again" @retired="retired" />
    <CompareSheet v-model:shown="comparing" :lines="compared" />
    <ImportDialog v-model:shown="importing" :kind="query.kind" @done="again" />
  </div>
</template>

<style scoped>
.shelf {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  height: 100%;
}

.room {
  display: flex;
  flex-direction: column;
  min-height: 0;
}

.room .list {
  flex: 1;
  min-height: 0;
}

.cell {
  min-width: 0;
}

.cell .open {
  width: 100%;
}

.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--space-2) var(--space-7);
  min-height: 38px;
  border-bottom: 1px solid var(--ink);
}

.brand {
  display: flex;
  align-items: center;
  align-self: stretch;
  padding: 0 var(--space-7);
  font-weight: 600;
  letter-spacing: 0.08em;
  color: var(--ink);
  text-decoration: none;
  border-right: 1px solid var(--line);
}

h1 {
  font-size: var(--size-title);
}

.tools {
  margin-left: auto;
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3) var(--space-7);
  align-items: center;
  padding: 0.1875rem var(--space-7);
}

.tools > button:not(.boxed):hover,
.tools a:hover {
  color: var(--accent);
}

.tools a {
  color: inherit;
  text-decoration: none;
}

.ask {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-4) var(--space-7);
  align-items: center;
  padding: var(--space-4) var(--space-7);
  background: var(--paper);
  border-bottom: 1px solid var(--line);
}

.text {
  font: inherit;
  color: inherit;
  background: var(--sheet);
  border: 1px solid var(--box);
  padding: 0.1875rem var(--space-4);
  flex: 1 1 200px;
  max-width: 320px;
}

input[type="checkbox"] {
  accent-color: var(--accent);
  vertical-align: -2px;
}

.add {
  font-size: var(--size);
}

.problem {
  color: var(--fail);
  padding: var(--space-3) var(--space-7);
}

.list {
  grid-row: 5;
  display: flex;
  flex-direction: column;
  min-height: 0;
  overflow-x: auto;
}

.row {
  display: grid;
  grid-template-columns: 22px minmax(180px, 3.4fr) repeat(var(--figures), minmax(76px, 1fr)) 60px;
  column-gap: var(--space-6);
  align-items: center;
  padding: 0 var(--space-7);
  border-bottom: 1px solid var(--faint);
  min-width: calc(340px + var(--figures) * 88px);
}

.row:hover {
  background: var(--faint);
}

.heads,
.heads:hover {
  background: var(--sheet);
  border-bottom-color: var(--ink);
  padding-block: var(--space-2);
  color: var(--soft);
  font-size: var(--size-note);
}

.number {
  text-align: right;
}

.open {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  align-self: stretch;
}

.open:hover {
  color: var(--accent);
}

.own {
  color: var(--soft);
}

.own.has {
  color: var(--ok);
  font-weight: 600;
}

.scroller {
  flex: 1;
  min-height: 300px;
}
</style>
