<script setup lang="ts">
// Readings as a growing list: type, Enter to the next, Enter at the last one adds it. A bad one is struck out and kept.
import { computed, nextTick, ref, watch } from "vue";
import type { Schemas } from "../api/client";
import { FIELDS } from "../api/fields.gen";
import type { FieldMeta } from "../api/fields";
import QuantityField from "../shared/fields/QuantityField.vue";
import { draftEntry, keepEntry } from "../saving/drafts";
import { fieldText } from "../units/quantity";
import type { ReadingList } from "./kinds";
import { useInstruments } from "./instruments";
import { useSheet } from "./sheet";

const props = defineProps<{ kind: string; list: ReadingList; far: Set<string> }>();
const sheet = useSheet();
const box = ref<HTMLElement>();

/** The record of one reading, by the kind of sheet. */
const RECORDS: Record<string, string> = {
  locked_rotor: "LockedPoint",
  no_load_sweep: "SweepPoint",
  spin_test: "SpinPoint",
  pack_resistance: "PackPoint",
  capacity: "DischargePoint",
  coast_down: "CoastPoint",
  generator_test: "GeneratorPoint",
  identify: "UnknownMotor",
  heat_run: "HeatPoint",
  loaded_currents: "LoadedMotor",
};
const PLAIN: Record<string, { min: number; max: number }> = {
  resistance_ohm: { min: -10, max: 1e6 },
  voltage_v: { min: 0, max: 1000 },
  force_n: { min: 0, max: 1e5 },
  grade_percent: { min: 0, max: 100 },
};
const plain = computed(() => props.list.columns[0]?.key === "");
const metas = computed<FieldMeta[]>(() =>
  props.list.columns.map(({ key, label, unit }) => {
    if (plain.value) return { label, help: "", required: true, ...PLAIN[unit] };
    const known = FIELDS[RECORDS[props.kind] ?? ""]?.[key];
    return known ?? { label, help: "", required: false, min: -1e9, max: 1e9 };
  }),
);

type Reading = number | Record<string, unknown>;
const readings = computed(() => (sheet.get(`/${props.list.key}`) as Reading[] | undefined) ?? []);
const valueOf = (reading: Reading, key: string) =>
  (typeof reading === "number" ? reading : reading[key]) as number | string | null | undefined;
const amount = (value: unknown) => (typeof value === "number" ? value : null);
const nameOf = (place: number) => `${props.list.key}/${place}`;
const pointerOf = (place: number, key: string) => `/${nameOf(place)}${key ? `/${key}` : ""}`;

function change(place: number, column: number, value: unknown): void {
  const { key } = props.list.columns[column] ?? { key: "" };
  const empty = value === null || value === "";
  // A figure that must be there keeps what stood there until another is typed.
  if (empty && metas.value[column]?.required) return;
  sheet.set(pointerOf(place, key), empty ? undefined : value);
}

// ---- the reading that is being typed

/** The half-typed reading is kept in the browser: it is no part of the sheet before it is whole. */
const entry = `${sheet.id} ${props.list.key}`;
const fresh = ref<(number | string | null)[]>(
  draftEntry(entry, props.list.columns.length) ?? props.list.columns.map(() => null),
);
watch(fresh, (now) => keepEntry(entry, now), { deep: true });
const lacking = ref<string | null>(null);

function add(): void {
  const missing = props.list.columns.filter(
    (_, at) => metas.value[at]?.required && (fresh.value[at] ?? "") === "",
  );
  if (missing.length > 0) {
    lacking.value = `${missing.map(({ label }) => label).join(" and ")} is needed`;
    return;
  }
  lacking.value = null;
  const given = props.list.columns.map(({ key }, at) => [key, fresh.value[at]] as const);
  const reading = plain.value
    ? (fresh.value[0] as number)
    : Object.fromEntries(given.filter(([, value]) => value !== null && value !== ""));
  sheet.set(`/${props.list.key}`, [...readings.value, reading], null);
  fresh.value = props.list.columns.map(() => null);
  void nextTick(() => inputs().at(-props.list.columns.length)?.focus());
}

// ---- read by the instruments

const instruments = useInstruments();
/** What an instrument reads, by the unit of a column. */
const WANTED: Record<
  string,
  { wanted: Schemas["ReadingWanted"]; role: Schemas["Role"]; key: keyof Schemas["Readings"] }
> = {
  voltage_v: { wanted: "voltage", role: "supply", key: "voltage_v" },
  current_a: { wanted: "current", role: "supply", key: "current_a" },
  target_rpm: { wanted: "rpm", role: "tachometer", key: "rpm" },
  resistance_ohm: { wanted: "resistance", role: "meter", key: "resistance_ohm" },
};
const KINDS_READ = ["winding_resistance", "locked_rotor", "no_load_sweep"];
const readable = computed(
  () =>
    KINDS_READ.includes(props.kind) &&
    props.list.columns.every(({ unit }) => WANTED[unit] && instruments.has(WANTED[unit].role)),
);
const busy = ref(false);

/** One reading of every column, added at once. */
async function readIn(): Promise<void> {
  if (busy.value || !readable.value) return;
  busy.value = true;
  const sources = props.list.columns.map(({ unit }) => WANTED[unit]);
  if (instruments.simulated && props.kind === "winding_resistance") {
    // What hands do at a real bench: hold the leads together, or turn the rotor a little.
    const leads = props.list.key === "lead_readings_ohm";
    await instruments.simulate({
      leads_shorted: leads,
      ...(!leads && { turn_deg: 20 + Math.random() * 320 }),
    });
  }
  const read = await instruments.read(sources.flatMap((source) => source?.wanted ?? []));
  busy.value = false;
  if (!read) return;
  fresh.value = sources.map((source) => (source ? (read[source.key] as number | null) : null));
  add();
}

function shortcut(event: KeyboardEvent): void {
  // One key, wherever the hands are in this list.
  if (event.altKey && event.key.toLowerCase() === "r") {
    event.preventDefault();
    void readIn();
  }
}

const inputs = () => [...(box.value?.querySelectorAll<HTMLInputElement>("[data-entry] input") ?? [])];

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
  <section ref="box" class="readings" :data-list="list.key" @keydown="enter" @keydown.capture="shortcut">
    <h3>{{ list.title }}</h3>
    <table>
      <thead>
        <tr>
          <th class="count"></th>
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
          <td class="count note">{{ place + 1 }}</td>
          <td v-for="(column, at) in list.columns" :key="column.key">
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
          <td v-for="(column, at) in list.columns" :key="column.key">
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

@media (pointer: coarse) {
  td {
    padding-block: var(--space-4);
  }
}
</style>
