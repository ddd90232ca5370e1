<script setup lang="ts">
// A part in one line: what was typed as its name, or a seller's text that was pasted, read into figures and shown before it
// is taken.
import { computed, ref, watch } from "vue";
import { api, type Schemas } from "../api/client";
import { useAnswer } from "../api/answer";
import { fieldMeta } from "../api/fields";
import { kindOf } from "./kinds";
import { shown } from "../units/quantity";
import { quantityOf } from "../units/units";
import { useDesk } from "../workbench/desk";

const props = defineProps<{
  kind: Schemas["PartKind"];
  /** Pointer to the part. */
  at: string;
  /** Keys that stay as they are when another part is taken. */
  stays?: readonly string[];
  /** Diameter of the wheel that a hub would sit in, m. */
  wheel?: number | null | undefined;
}>();
const desk = useDesk();

/** Fewer figures than this are a name like any other. */
const FEWEST = 2;

const part = computed(() => (desk.get(props.at) ?? {}) as Record<string, unknown>);
const label = computed(() => (typeof part.value.label === "string" ? part.value.label : ""));
const pasting = ref(false);
const pasted = ref("");
/** The name stands that was there when the part was opened; only what is typed is read. */
const atFirst = ref(label.value);
const dismissed = ref("");
const text = computed(() =>
  pasting.value ? pasted.value : label.value === atFirst.value ? "" : label.value,
);

/** A reading, and what it is the reading of. */
type Read = Schemas["LineReading"] & { of: string };
const { value: answer } = useAnswer<Read>(
  () => [text.value, props.kind, props.wheel],
  (signal) => {
    const of = text.value;
    if (of.trim() === "") return null;
    const body = { text: of, kind: props.kind, wheel_diameter_m: props.wheel ?? null };
    return api
      .POST("/api/parts/line", { body, signal })
      .then(({ data, error, response }) =>
        data ? { data: { ...data, of }, response } : { error, response },
      );
  },
);
const reading = computed(() => {
  const read = answer.value;
  if (text.value.trim() === "" || !read || dismissed.value === text.value) return null;
  return pasting.value || read.figures.length >= FEWEST ? read : null;
});

/** Figures without which a part is none. */
const NEEDED: Record<Schemas["PartKind"], string[]> = {
  motor: ["kind", "kv_rpm_per_v", "resistance_ohm"],
  battery: ["chemistry", "cells_series", "capacity_ah"],
  controller: ["kind"],
  gearing_stage: ["kind"],
  wheel: ["diameter_m"],
};

/** What is still wanted before it is a part, in a maker's words. */
const wanted = computed(() => {
  const read = reading.value;
  if (!read) return [];
  if (read.worked_out) return read.worked_out.missing;
  const found = read.part as Record<string, unknown>;
  const record = kindOf(props.kind).record;
  const turns = "ratio" in found || ("driver_teeth" in found && "driven_teeth" in found);
  if (props.kind === "gearing_stage" && !turns) return ["the teeth of both wheels, or a ratio as 1:4"];
  return NEEDED[props.kind]
    .filter((key) => !(key in found))
    .map((key) => fieldMeta(record, key).label.toLowerCase());
});

function words(key: string, value: unknown): string {
  if (typeof value !== "number") return String(value).replace("_", " ");
  const { text: figure, unit } = shown(quantityOf(key.split(".").at(-1) ?? key), value);
  return `${figure} ${unit}`.trim();
}

/** Enter was pressed before the answer to what was typed was there: it is taken when it comes. */
const waiting = ref("");
watch(reading, () => {
  if (waiting.value !== "" && waiting.value === text.value) take();
});

function enter(): void {
  waiting.value = pasting.value ? "" : text.value;
  take();
}

function take(): void {
  const read = reading.value;
  if (!read || read.of !== text.value || read.figures.length === 0 || wanted.value.length > 0) return;
  const kept = Object.fromEntries(
    ["format", "part", ...(props.stays ?? [])].flatMap((key) =>
      key in part.value ? [[key, part.value[key]]] : [],
    ),
  );
  const name = pasting.value
    ? label.value || (pasted.value.trim().split("\n")[0] ?? "").slice(0, 100)
    : label.value;
  desk.set(props.at, { ...kept, ...(read.part as Record<string, unknown>), label: name }, null);
  desk.seal();
  waiting.value = "";
  dismissed.value = text.value;
  atFirst.value = name;
  pasting.value = false;
  pasted.value = "";
}
</script>

<template>
  <div class="line" data-one-line @keydown.enter="enter">
    <slot />
    <p class="offers">
      <button
        v-if="!pasting"
        type="button"
        class="action note"
        :data-paste="kind"
        title="Paste what a seller writes about it"
        @click="pasting = true"
      >
        paste a seller's text
      </button>
      <span v-if="!pasting && !reading" class="note">or type it in one line as its name</span>
    </p>
    <template v-if="pasting">
      <textarea
        v-model="pasted"
        rows="4"
        class="write"
        :aria-label="`What a seller writes about the ${kind.replace('_', ' ')}`"
        placeholder="Rated voltage: 12 V, no-load speed 5500 rpm, stall current 9 A …"
        data-pasted
        @keydown.enter.stop
      />
    </template>
    <div v-if="reading" class="read" role="status" data-reading>
      <template v-if="reading.figures.length > 0">
        <p class="understood">
          <span v-for="figure in reading.figures" :key="figure.key" class="heard" :data-heard="figure.key">
            <span class="note">{{ figure.label.toLowerCase() }}</span>
            <b>{{ words(figure.key, figure.value) }}</b>
          </span>
        </p>
        <p v-if="reading.usual.length > 0" class="understood" data-usual>
          <span v-for="figure in reading.usual" :key="figure.key" class="heard">
            <span class="note">≈ {{ figure.label.toLowerCase() }}, as usual</span>
            <span>{{ words(figure.key, figure.value) }}</span>
          </span>
        </p>
        <p v-if="reading.left.length > 0" class="note" data-left>Not read: {{ reading.left.join(" · ") }}</p>
        <p v-if="wanted.length > 0" class="note" data-wanted>Still wanted: {{ wanted.join("; and ") }}.</p>
        <p
          v-for="entry in reading.worked_out?.contradictions ?? []"
          :key="entry.says"
          class="wrong"
          data-contradiction
        >
          {{ entry.says }}
        </p>
        <button type="button" class="boxed" :disabled="wanted.length > 0" data-take-line @click="take">
          Take it
        </button>
        <span class="note">{{ pasting ? "" : "or Enter" }}</span>
      </template>
      <p v-else class="note">No figure was found in it.</p>
      <button
        type="button"
        class="action note"
        data-leave-line
        @click="
          dismissed = text;
          pasting = false;
        "
      >
        leave it
      </button>
    </div>
  </div>
</template>

<style scoped>
.line {
  margin-bottom: var(--space-4);
}

.offers {
  margin: var(--space-1) 0;
  display: flex;
  gap: var(--space-4);
  flex-wrap: wrap;
  align-items: baseline;
}

textarea {
  width: 100%;
  font: var(--size) / 1.4 var(--sans);
}

.read {
  border-left: 3px solid var(--accent);
  background: var(--selected);
  padding: var(--space-3) var(--space-5);
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-5);
  align-items: baseline;
}

.read p {
  flex-basis: 100%;
  margin: 0;
}

.understood {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1) var(--space-6);
}

.heard {
  display: flex;
  gap: var(--space-2);
  align-items: baseline;
}

.wrong {
  color: var(--fail);
}
</style>
