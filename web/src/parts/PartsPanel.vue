<script setup lang="ts">
// What the option needs down to the screws: have or need, price, quantity, what is still to buy, against the budget.
import { computed, ref } from "vue";
import { api, type Schemas } from "../api/client";
import { fieldMeta } from "../api/fields";
import { useAnswer } from "../api/answer";
import { useBench } from "../workbench/bench";
import PanelHead from "../shared/PanelHead.vue";
import QuantityField from "../shared/fields/QuantityField.vue";
import { figures } from "../units/quantity";
import LineStatePick from "./LineStatePick.vue";
import { usePartsTable } from "./partsTable";

type FreeLine = Schemas["FreeLine"];
type ListLine = Schemas["ListLine"];

const bench = useBench();
const { value: list, problem } = useAnswer<Schemas["PartsList"]>(
  () => [bench.document, bench.optionIndex],
  (signal) =>
    bench.document
      ? api.POST("/api/parts-list", {
          body: { build: bench.document, option: bench.optionIndex },
          signal,
        })
      : null,
);
const free = computed<FreeLine[]>(() => bench.document?.options[bench.optionIndex]?.parts_list ?? []);
const money = (value: number | null | undefined) => (value == null ? "–" : figures(value, 5));
const meta = (key: string) => fieldMeta("FreeLine", key);

/** Where a key of a line stands: free lines have words of their own for what is in the drawer. */
const pointerOf = (line: ListLine, key: "price" | "owned" | "made" | "what" | "quantity" | "unit" | "note") =>
  `${bench.optionPointer}/${line.place}/${key}`;

function set(line: ListLine, key: Parameters<typeof pointerOf>[1], value: unknown): void {
  bench.set(pointerOf(line, key), value === "" || value === null || value === false ? undefined : value);
}

function setWhat(line: ListLine, event: Event): void {
  const input = event.target as HTMLInputElement;
  if (input.value.trim()) set(line, "what", input.value.slice(0, 200));
  else input.value = line.what;
}

function setLines(lines: FreeLine[]): void {
  bench.set(`${bench.optionPointer}/parts_list`, lines.length > 0 ? lines : undefined, null);
}

function remove(line: ListLine): void {
  const place = Number(line.place.split("/").at(-1));
  setLines(free.value.filter((_, at) => at !== place));
}

const fresh = ref("");
function add(): void {
  const what = fresh.value.trim().slice(0, 200);
  if (!what) return;
  fresh.value = "";
  setLines([...free.value, { what } as FreeLine]);
}

const { read, readProblem, exportTable, importTable } = usePartsTable();

const used = computed(() => {
  const { budget, to_buy: toBuy } = list.value ?? {};
  return budget ? Math.min(1, (toBuy ?? 0) / budget) : null;
});
</script>

<template>
  <PanelHead title="Parts list" :note="bench.option?.name">
    <span class="tools">
      <button type="button" class="action" data-parts-out @click="exportTable">save as CSV</button>
      <label class="action">
        read a CSV
        <input
          type="file"
          accept=".csv,text/csv"
          class="visually-hidden"
          data-parts-in
          @change="importTable"
        />
      </label>
    </span>
  </PanelHead>
  <p v-if="problem ?? readProblem" class="wrong" role="alert">{{ problem ?? readProblem }}</p>
  <ul v-if="read && read.problems.length > 0" class="wrong" data-parts-problems>
    <li v-for="row in read.problems" :key="`${row.line} ${row.column}`">
      line {{ row.line }}, {{ row.column }}: {{ row.detail }}
    </li>
  </ul>
  <p v-if="!list && !problem" class="note" role="status">The lines are being put together …</p>
  <template v-if="list">
    <div class="sums">
      <h2 class="headline">
        <span class="figure big" data-to-buy>{{ money(list.to_buy) }}</span>
        <span class="unit">{{ list.currency }}</span> to buy
        <span class="note"
          >of {{ money(list.total) }} in all<template v-if="list.ordered > 0"
            >, {{ money(list.ordered) }} ordered</template
          ></span
        >
      </h2>
      <p v-if="list.budget != null" class="budget">
        <span class="bar" aria-hidden="true"
          ><span :class="{ over: (list.left ?? 0) < 0 }" :style="{ width: `${100 * (used ?? 0)}%` }"></span
        ></span>
        <span v-if="(list.left ?? 0) >= 0">
          {{ money(list.left) }} left of {{ money(list.budget) }} {{ list.currency }}
        </span>
        <span v-else class="wrong">
          ■ {{ money(-(list.left ?? 0)) }} over the budget of {{ money(list.budget) }} {{ list.currency }}
        </span>
      </p>
      <p v-else class="note">No budget is given in the Job step.</p>
      <p v-if="list.without_price > 0" class="note">
        {{ list.without_price }} {{ list.without_price === 1 ? "line has" : "lines have" }} no price yet: the
        sums are too low by {{ list.without_price === 1 ? "that" : "those" }}.
      </p>
    </div>
    <p v-for="finding in list.findings" :key="finding" class="wrong" role="alert" data-parts-finding>
      {{ finding }}
    </p>
    <div class="wide">
      <table data-parts-list>
        <thead>
          <tr>
            <th>what</th>
            <th class="number">how many</th>
            <th>how far</th>
            <th>make</th>
            <th class="number">price of one</th>
            <th class="number">total</th>
            <td></td>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in list.lines" :key="line.place" :class="{ settled: line.have || line.made }">
            <td class="what">
              <template v-if="!line.free">{{ line.what }}</template>
              <input
                v-else
                :value="line.what"
                maxlength="200"
                aria-label="What is needed"
                @change="setWhat(line, $event)"
              />
            </td>
            <td class="number quantity">
              <span v-if="!line.free" class="figure">{{ line.quantity }}<span class="pieces">pcs</span></span>
              <template v-else>
                <QuantityField
                  :model-value="line.quantity"
                  name="quantity"
                  :meta="meta('quantity')"
                  :label="`How many: ${line.what}`"
                  @update:model-value="(value) => set(line, 'quantity', value)"
                  @seal="bench.seal()"
                />
                <input
                  class="unit-entry"
                  :value="line.unit"
                  maxlength="20"
                  placeholder="pcs"
                  :aria-label="`Unit of ${line.what}`"
                  @change="set(line, 'unit', ($event.target as HTMLInputElement).value.trim())"
                />
              </template>
            </td>
            <td><LineStatePick :line="line" /></td>
            <td>
              <input
                v-if="line.free"
                type="checkbox"
                :checked="line.made"
                :aria-label="`Made here: ${line.what}`"
                @change="set(line, 'made', ($event.target as HTMLInputElement).checked)"
              />
            </td>
            <td class="number price">
              <QuantityField
                :model-value="line.price"
                name="price"
                :meta="meta('price')"
                :label="`Price of one: ${line.what}`"
                @update:model-value="(value) => set(line, 'price', value)"
                @seal="bench.seal()"
              />
            </td>
            <td class="figure number">{{ money(line.total) }}</td>
            <td>
              <button
                v-if="line.free"
                type="button"
                class="action"
                :aria-label="`Take out: ${line.what}`"
                @click="remove(line)"
              >
                ×
              </button>
            </td>
          </tr>
          <tr>
            <td colspan="7">
              <form class="add" @submit.prevent="add">
                <input
                  v-model="fresh"
                  maxlength="200"
                  placeholder="one more line: leads, screws, a switch …"
                  aria-label="One more line"
                  data-new-line
                />
                <button type="submit" class="boxed" :disabled="!fresh.trim()">Add</button>
              </form>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <section v-if="list.suggested.length > 0" class="suggested">
      <h3>
        An option like this usually needs too
        <button type="button" class="action" data-add-all @click="setLines([...free, ...list.suggested])">
          add all
        </button>
      </h3>
      <ul>
        <li v-for="line in list.suggested" :key="line.what">
          <button type="button" class="action" @click="setLines([...free, line])">
            + {{ line.what
            }}<span v-if="line.quantity !== 1">, {{ figures(line.quantity ?? 1, 3) }} {{ line.unit }}</span>
          </button>
        </li>
      </ul>
    </section>
  </template>
</template>

<style scoped>
.tools {
  display: flex;
  gap: var(--space-7);
}

.tools label {
  cursor: pointer;
}

.tools label:focus-within {
  outline: 2px solid var(--accent);
}

.wrong {
  color: var(--fail);
}

.sums {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) 1.75rem;
  align-items: baseline;
  margin-bottom: var(--space-4);
}

.big {
  font-size: var(--size-big);
  font-weight: 600;
}

.budget {
  display: flex;
  gap: var(--space-5);
  align-items: center;
}

.bar {
  display: inline-block;
  width: 150px;
  height: 10px;
  border: 1px solid var(--ink);
}

.bar span {
  display: block;
  height: 100%;
  background: var(--accent);
}

.bar .over {
  background: var(--fail);
}

.wide {
  overflow-x: auto;
}

.number {
  text-align: right;
}

td {
  padding: var(--space-1) var(--space-3);
}

.what {
  min-width: 210px;
}

.what input,
.unit-entry,
.add input {
  font: inherit;
  color: inherit;
  background: transparent;
  border: 0;
  border-bottom: 1px solid var(--faint);
  width: 100%;
  padding: 0.0625rem 0;
}

.unit-entry {
  width: 44px;
}

.quantity :deep(.quantity),
.price :deep(.quantity) {
  display: inline-grid;
  width: 86px;
  grid-template-columns: minmax(0, 1fr) 0;
}

.quantity {
  white-space: nowrap;
}

input[type="checkbox"] {
  accent-color: var(--accent);
}

.pieces {
  display: inline-block;
  width: 49px;
  padding-left: 0.3125rem;
  text-align: left;
  font-family: var(--sans);
  color: var(--soft);
}

.settled td {
  color: var(--soft);
}

.add {
  display: flex;
  gap: var(--space-5);
}

.suggested {
  margin-top: var(--space-7);
}

.suggested h3 {
  border-bottom: 1px solid var(--line);
  display: flex;
  gap: var(--space-6);
}

.suggested ul {
  columns: 2 260px;
  padding-top: var(--space-2);
}

@media (max-width: 760px) {
  .what {
    min-width: 120px;
  }

  td,
  th {
    padding-inline: 0.1875rem;
  }
}

@media (pointer: coarse) {
  td,
  .suggested li {
    padding-block: var(--space-4);
  }
}
</style>
