<script setup lang="ts">
// At the bench with one hand and dirty fingers: one reading a card, a pad of its own, the live supply and its stop above it.
import { computed, ref, watch } from "vue";
import { figures, fieldText } from "../units/quantity";
import { shownFigure } from "./figure";
import type { ReadingList, SheetKind } from "./kinds";
import BenchPad from "./BenchPad.vue";
import LiveSupply from "./LiveSupply.vue";
import { unitKeys, unitsOf, usePadKeyboard } from "./padKeys";
import { useReadings, valueOf } from "./readings";
import { useSheet } from "./sheet";
import { useScreenOn, useSpoken } from "./spoken";

const props = defineProps<{ kind: SheetKind; label: string }>();
const emit = defineEmits<{ leave: [] }>();
const sheet = useSheet();

const NO_LIST: ReadingList = { key: "", title: "", columns: [] };
const at = ref(0);
const list = computed(() => props.kind.lists[at.value] ?? NO_LIST);
const columns = computed(() => list.value.columns);

const unitKey = (index: number) => columns.value[index]?.unit ?? "";
const labelOf = (index: number) => columns.value[index]?.label ?? "";

// ---- which reading, which of its figures

const column = ref(0);
const { metas, readings, change, fresh, lacking, missing, add, sources, readable, busy, readIn } =
  useReadings(
    () => props.kind.kind,
    () => list.value,
    (place) => (column.value = place),
  );
const place = ref(readings.value.length);
const last = computed(() => place.value >= readings.value.length);
watch(
  () => readings.value.length,
  (now) => (place.value = now),
);
watch([at, place], () => {
  column.value = 0;
  typed.value = "";
});

function value(index: number): number | string | null {
  const key = columns.value[index]?.key ?? "";
  return last.value
    ? (fresh.value[index] ?? null)
    : (valueOf(readings.value[place.value] ?? {}, key) ?? null);
}
function put(index: number, now: number | string | null): void {
  if (last.value) fresh.value[index] = now;
  else change(place.value, index, now);
}
const shown = (index: number) => {
  const now = value(index);
  if (typeof now === "string") return { text: now, unit: "" };
  return now === null ? { text: "", unit: unitsAt(index)[0]?.symbol ?? "" } : fieldText(unitKey(index), now);
};

// ---- the pad: digits, then the unit, which ends the figure and finds its row

const typed = ref("");
const unitsAt = (index: number) => unitsOf(columns.value[index]);
const keys = computed(() => unitKeys(columns.value));

function digit(sign: string): void {
  if (sign === "." && typed.value.includes(".")) return;
  if (typed.value.length < 9) typed.value += sign;
}
function back(): void {
  if (typed.value === "") put(column.value, null);
  else typed.value = typed.value.slice(0, -1);
}
/** Ends the figure in a unit; it goes to the row of that unit, the row that is open where it has that unit too. */
function end(symbol: string): void {
  const number = Number(typed.value);
  if (typed.value === "" || typed.value === "." || !Number.isFinite(number)) return;
  const own =
    !columns.value[column.value]?.text && unitsAt(column.value).find((unit) => unit.symbol === symbol);
  const key = keys.value.find((one) => one.symbol === symbol);
  const index = own ? column.value : key?.index;
  const unit = own || key?.unit;
  if (index === undefined || !unit) return;
  const meta = metas.value[index];
  const taken = Number((number * unit.factor + (unit.offset ?? 0)).toPrecision(12));
  if (
    meta &&
    ((meta.min !== undefined && taken < meta.min) || (meta.max !== undefined && taken > meta.max))
  ) {
    lacking.value = `${typed.value} ${symbol} is out of range for ${labelOf(index)}`;
    return;
  }
  lacking.value = null;
  put(index, taken);
  say(`${typed.value} ${symbol}`);
  typed.value = "";
  column.value = nextOf(index);
}
const nextOf = (index: number) => {
  const open = columns.value.findIndex((_, other) => other > index && value(other) === null);
  return open >= 0 ? open : index;
};
/** What the large key does: the next figure that is missing, then the reading itself. */
const goesTo = computed(() => {
  if (typed.value !== "") return null;
  const lacks = last.value ? missing()[0] : undefined;
  return lacks === undefined || lacks === column.value ? null : lacks;
});
function next(): void {
  if (typed.value !== "") {
    const symbol = unitsAt(column.value).find(({ symbol }) => symbol === shown(column.value).unit)?.symbol;
    end(symbol ?? unitsAt(column.value)[0]?.symbol ?? "");
    return;
  }
  if (goesTo.value !== null) column.value = goesTo.value;
  else if (last.value) add();
  else place.value += 1;
}
const nextWords = computed(() => {
  if (typed.value !== "") return "take it";
  if (goesTo.value !== null) return `next: ${columns.value[goesTo.value]?.label}`;
  return last.value ? "keep reading" : "next reading";
});
const reads = computed(() =>
  columns.value.filter((_, index) => sources.value[index]).map(({ label }) => label),
);

// ---- what it says so far

const figure = computed(() => {
  const first = sheet.measured?.figures[0];
  return first ? { label: first.label, ...shownFigure(first) } : null;
});
const wanted = computed(() => sheet.refused?.errors?.[0]?.detail ?? null);

// ---- the screen stays on; what was taken is spoken back where that is wished

const { isSupported, isActive } = useScreenOn();
const { speaks, spoken, say } = useSpoken();

usePadKeyboard({ digit, back, next, leave: () => emit("leave") });
</script>

<template>
  <main class="bench" data-bench-mode>
    <header>
      <button
        type="button"
        class="back"
        aria-label="Back to the sheet"
        data-leave-bench
        @click="emit('leave')"
      >
        ‹
      </button>
      <h1>
        {{ kind.title }}<small>{{ label }}</small>
      </h1>
      <span class="awake note" role="status">{{ isSupported && isActive ? "screen stays on" : "" }}</span>
      <label v-if="speaks" class="note"><input v-model="spoken" type="checkbox" /> speak</label>
    </header>
    <LiveSupply bare />
    <p v-if="kind.caution" class="caution">{{ kind.caution }}</p>
    <nav class="which">
      <button type="button" :disabled="place === 0" aria-label="The reading before" @click="place -= 1">
        ‹
      </button>
      <b
        >Reading {{ place + 1 }}<span class="soft"> of {{ Math.max(readings.length, place + 1) }}</span></b
      >
      <button type="button" :disabled="last" aria-label="The reading after" @click="place += 1">›</button>
    </nav>
    <div v-if="kind.lists.length > 1" class="lists" role="group" aria-label="What is read">
      <button
        v-for="(one, index) in kind.lists"
        :key="one.key"
        type="button"
        :aria-pressed="index === at"
        @click="at = index"
      >
        {{ one.title }}
      </button>
    </div>
    <div class="rows">
      <div
        v-for="(one, index) in columns"
        :key="one.key"
        class="row"
        :class="{ open: index === column }"
        :data-row="one.key"
      >
        <button type="button" class="pick" :aria-pressed="index === column" @click="column = index">
          {{ one.label }}
        </button>
        <input
          v-if="one.text"
          class="words"
          :value="value(index) ?? ''"
          :aria-label="one.label"
          maxlength="120"
          @focus="column = index"
          @input="put(index, ($event.target as HTMLInputElement).value.trimStart())"
        />
        <output v-else class="value" @click="column = index">
          {{ index === column && typed !== "" ? typed : shown(index).text
          }}<i v-if="index === column" class="caret"></i>
          <small>{{ shown(index).unit }}</small>
        </output>
        <span class="note from">{{
          sources[index] ? (sources[index] === "clock" ? "by the clock" : "can be read") : ""
        }}</span>
      </div>
    </div>
    <p v-if="lacking" class="wrong" role="alert">{{ lacking }}</p>
    <p class="sofar" role="status">
      <template v-if="figure">
        {{ figure.label }}, so far <b>{{ figure.text }}</b> {{ figure.unit }}
        <template v-if="figure.half">± {{ figure.half.text }}</template
        >{{ " " }}<span class="soft">from {{ readings.length }}</span>
      </template>
      <template v-else>{{ wanted ?? `${figures(readings.length)} readings so far` }}</template>
    </p>
    <BenchPad
      :keys="keys.map(({ symbol }) => symbol)"
      :reads="readable ? reads : []"
      :busy="busy || !last"
      :next="nextWords"
      @digit="digit"
      @back="back"
      @unit="end"
      @take="readIn"
      @next="next"
    />
  </main>
</template>

<style scoped>
.bench {
  position: fixed;
  inset: 0;
  z-index: 20;
  background: var(--sheet);
  display: flex;
  flex-direction: column;
  overflow-y: auto;
  font-size: 1.125rem;
}

header {
  display: flex;
  align-items: center;
  gap: var(--space-4);
  border-bottom: 1px solid var(--ink);
  padding-right: var(--space-6);
}

.back {
  display: grid;
  place-items: center;
  min-width: 56px;
  min-height: 48px;
  font-size: 1.75rem;
  color: var(--accent);
}

h1 {
  flex: 1;
  font-size: var(--size-title);
  font-weight: 600;
}

h1 small {
  display: block;
  font-weight: 400;
  font-size: var(--size-note);
  color: var(--soft);
}

.bench :deep(.supply) {
  margin: 0;
  border-width: 0 0 1px;
}

.caution {
  margin: var(--space-3) var(--space-6);
  font-size: var(--size);
}

.which {
  display: grid;
  grid-template-columns: 56px 1fr 56px;
  text-align: center;
  align-items: center;
  border-bottom: 1px solid var(--line);
}

.which button {
  min-height: 44px;
  font-size: 1.5rem;
  color: var(--accent);
}

.which button:disabled {
  visibility: hidden;
}

.lists {
  display: flex;
  border-bottom: 1px solid var(--line);
}

.lists button {
  flex: 1;
  min-height: 44px;
  font-size: var(--size-title);
}

.lists button[aria-pressed="true"] {
  background: var(--selected);
  font-weight: 600;
}

.row {
  display: grid;
  grid-template-columns: 6.5rem minmax(0, 1fr) 5.5rem;
  align-items: center;
  gap: var(--space-4);
  min-height: 56px;
  padding: 0 var(--space-6);
  border-bottom: 1px solid var(--line);
}

.row.open {
  outline: 2px solid var(--accent);
  outline-offset: -2px;
}

.pick {
  min-height: 56px;
  text-align: left;
  font-size: 1.125rem;
}

.value {
  font: 1.75rem / 1.1 var(--mono);
  text-align: right;
  white-space: nowrap;
}

.value small {
  font: 1.125rem var(--sans);
  color: var(--soft);
}

.caret {
  display: inline-block;
  width: 2px;
  height: 1.6rem;
  vertical-align: -0.25rem;
  background: var(--accent);
}

.words {
  font: 1.125rem var(--sans);
  color: inherit;
  background: var(--sheet);
  border: 1px solid var(--box);
  min-width: 0;
  min-height: 44px;
  grid-column: 2 / -1;
  padding: 0 var(--space-4);
}

.sofar {
  padding: var(--space-4) var(--space-6);
  flex: 1;
}

.sofar b {
  font: 600 1.75rem / 1 var(--mono);
}

.soft {
  color: var(--soft);
  font-weight: 400;
}

.wrong {
  color: var(--fail);
  padding: var(--space-3) var(--space-6);
}
</style>
