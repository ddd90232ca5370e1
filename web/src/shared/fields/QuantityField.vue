<script setup lang="ts">
// A number with its unit. Takes what people type; a wrong entry stays on screen and says what would do.
import { computed, onBeforeUnmount, ref, useId, watch } from "vue";
import type { FieldMeta } from "../../api/fields";
import { preferences } from "../../units/preferences";
import { displayUnit, fieldText, figures, isPlainNumber, parsed, type Reading } from "../../units/quantity";
import { loadAlgebra, readsSums } from "../../units/typing";
import { quantityOf } from "../../units/units";
import { focusNext } from "./focusNext";

const props = defineProps<{
  modelValue: number | null | undefined;
  name: string;
  meta: FieldMeta;
  label: string;
  describedBy?: string;
}>();
const emit = defineEmits<{ "update:modelValue": [value: number | null]; seal: [] }>();

const errorId = useId();
const focused = ref(false);
const typed = ref("");
const wrong = ref<string | null>(null);
/** What an entry may mean where nothing tells: two readings, or the likely ones of a figure that is far from usual. */
const asks = ref<{ kind: "either" | "unusual"; said: string; readings: Reading[] } | null>(null);
/** Whoever is still typing is asked nothing. */
const ASK_AFTER_MS = 700;
let asking: ReturnType<typeof setTimeout> | undefined;
/** The entry that was more than a bare number: what was read stands below it until the next edit. */
const toldOf = ref<string | null>(null);
/** Our own last entry: the document answering with it must not rewrite what is being typed. */
const sent = ref<number | null | undefined>(undefined);
/** What stood there when the typing began. */
const before = ref<number | null>(null);

const present = computed(() => props.modelValue ?? null);
const shown = computed(() =>
  present.value === null
    ? { text: "", unit: displayUnit(quantityOf(props.name), fallback.value).symbol }
    : fieldText(props.name, present.value),
);
const fallback = computed(() => (typeof props.meta.fallback === "number" ? props.meta.fallback : null));
const placeholder = computed(() =>
  fallback.value === null ? "not given" : fieldText(props.name, fallback.value).text,
);
/** While typing, the unit beside the field stands still. */
const unitWhileTyping = ref("");
const unit = computed(() => (focused.value || wrong.value ? unitWhileTyping.value : shown.value.unit));

watch(
  [present, () => ({ ...preferences })],
  () => {
    if (focused.value && present.value === sent.value) return;
    // The page answers with what was just typed here: what was read of it stays told.
    if (present.value !== sent.value) quiet();
    typed.value = shown.value.text;
    unitWhileTyping.value = shown.value.unit;
    wrong.value = null;
  },
  { immediate: true },
);

/** What was understood, told back where the entry was more than a bare number. */
const understood = computed(() => {
  if (toldOf.value === null || wrong.value || present.value === null) return null;
  const told = `${shown.value.text} ${shown.value.unit}`.trim();
  return [told, shown.value.text].includes(toldOf.value.trim()) ? null : `read as ${told}`;
});

onBeforeUnmount(() => {
  clearTimeout(asking);
});

function quiet(): void {
  clearTimeout(asking);
  asks.value = null;
  toldOf.value = null;
}

function take(text: string): void {
  quiet();
  typed.value = text;
  const result = parsed(props.name, props.meta, text, unitWhileTyping.value);
  wrong.value = result.kind === "wrong" ? result.why : null;
  if (result.kind === "either")
    asks.value = { kind: "either", said: "Which is meant?", readings: result.readings };
  if (result.kind === "value" && !isPlainNumber(text)) toldOf.value = text;
  if (result.kind === "value" && result.unusual) {
    const { value, suggests } = result;
    asking = setTimeout(() => {
      asks.value = { kind: "unusual", said: unusualWords(value), readings: suggests };
    }, ASK_AFTER_MS);
  }
  // "1e9" passes through 1: a wrong entry must not leave such a way station behind.
  const value = result.kind === "value" ? result.value : result.kind === "empty" ? null : before.value;
  sent.value = value;
  if (value !== present.value) emit("update:modelValue", value);
}

/** Said softly: it is taken as it stands. */
function unusualWords(value: number): string {
  const [low = 0] = props.meta.usual ?? [];
  const { text, unit: symbol } = fieldText(props.name, value);
  return `${text} ${symbol} is unusually ${value < low ? "little" : "much"}. Meant so?`.replace(
    / {2,}/g,
    " ",
  );
}

/** One of the readings is what was meant. */
function choose({ value, text }: Reading): void {
  const field = fieldText(props.name, value);
  quiet();
  wrong.value = null;
  typed.value = focused.value ? text : field.text;
  unitWhileTyping.value = field.unit;
  sent.value = value;
  before.value = value;
  if (value !== present.value) emit("update:modelValue", value);
  emit("seal");
}

/** What stood there before, instead of an entry that cannot be read. */
function putBack(): void {
  quiet();
  wrong.value = null;
  typed.value = shown.value.text;
  unitWhileTyping.value = shown.value.unit;
}

// A sum that was typed before its library had come.
watch(readsSums, () => {
  if (wrong.value) take(typed.value);
});

function focus(event: FocusEvent): void {
  void loadAlgebra();
  focused.value = true;
  sent.value = present.value;
  before.value = present.value;
  if (!wrong.value) unitWhileTyping.value = shown.value.unit;
  (event.target as HTMLInputElement).select();
}

/** Enter goes to the next entry, as a maker's hand does. */
function enter(event: KeyboardEvent): void {
  if (event.defaultPrevented || wrong.value || asks.value?.kind === "either") return;
  event.preventDefault();
  focusNext(event.target as HTMLElement);
}

/** Escape gives back what stood there when the typing began. */
function escape(event: KeyboardEvent): void {
  const changed = wrong.value !== null || present.value !== before.value || typed.value !== shown.value.text;
  if (!changed) return;
  event.stopPropagation();
  quiet();
  wrong.value = null;
  sent.value = before.value;
  typed.value = before.value === null ? "" : fieldText(props.name, before.value).text;
  if (before.value !== present.value) emit("update:modelValue", before.value);
}

function blur(): void {
  focused.value = false;
  emit("seal");
  // What nobody has decided yet stays as it was typed.
  if (!wrong.value && asks.value?.kind !== "either") {
    typed.value = shown.value.text;
    unitWhileTyping.value = shown.value.unit;
  }
}

/** Up and down step the last figure that is shown; whole numbers by one. */
function step(event: KeyboardEvent): void {
  if (event.key !== "ArrowUp" && event.key !== "ArrowDown") return;
  const match = /^[+-]?\d+(?:[.,](\d+))?$/.exec(typed.value.trim());
  if (!match) return;
  event.preventDefault();
  const decimals = match[1]?.length ?? 0;
  const direction = (event.key === "ArrowUp" ? 1 : -1) * (event.shiftKey ? 10 : 1);
  const next = Number(typed.value.trim().replace(",", ".")) + direction * 10 ** -decimals;
  const text = decimals > 0 ? next.toFixed(decimals) : figures(next, 9);
  // Past the end of the range nothing happens, rather than an error.
  if (parsed(props.name, props.meta, text, unitWhileTyping.value).kind === "value") take(text);
}
</script>

<template>
  <span class="quantity" :class="{ wrong }">
    <span class="box">
      <input
        type="text"
        :value="typed"
        :placeholder="placeholder"
        :aria-label="label"
        :aria-invalid="wrong ? true : undefined"
        :aria-describedby="wrong ? errorId : describedBy"
        :data-field="name"
        inputmode="text"
        autocomplete="off"
        spellcheck="false"
        class="entry"
        @input="take(($event.target as HTMLInputElement).value)"
        @focus="focus"
        @blur="blur"
        @keydown="step"
        @keydown.enter="enter"
        @keydown.esc="escape"
      />
      <span v-if="unit" class="unit" aria-hidden="true">{{ unit }}</span>
    </span>
    <span v-if="understood" class="understood figure" role="status" data-understood>{{ understood }}</span>
    <span v-if="asks" class="asks" role="group" data-asks>
      {{ asks.said }}
      <button
        v-for="reading in asks.readings"
        :key="reading.text"
        type="button"
        class="action"
        data-reading
        @mousedown.prevent
        @click="choose(reading)"
      >
        {{ reading.text }}
      </button>
      <button
        v-if="asks.kind === 'unusual'"
        type="button"
        class="action"
        data-keep
        @mousedown.prevent
        @click="asks = null"
      >
        yes
      </button>
    </span>
    <span v-if="wrong" :id="errorId" class="why" role="alert">
      {{ wrong }}
      <button type="button" class="action" data-put-back @mousedown.prevent @click="putBack">
        {{ before === null ? "clear it" : "put the old one back" }}
      </button>
    </span>
  </span>
</template>

<style scoped>
.quantity {
  position: relative;
  display: grid;
  min-width: 0;
}

.box {
  display: flex;
  align-items: center;
  min-width: 0;
  height: 1.75rem;
  border: 1px solid var(--box);
  background: var(--sheet);
  padding-right: var(--space-2);
}

.box:hover {
  border-color: var(--soft);
}

.box:focus-within {
  border-color: var(--accent);
  outline: 2px solid var(--accent);
  outline-offset: -1px;
}

.entry {
  font: 400 var(--size-figure) / normal var(--mono);
  color: inherit;
  text-align: right;
  flex: 1;
  width: 100%;
  min-width: 0;
  padding: 0 var(--space-2);
  border: 0;
  background: transparent;
  outline: none;
}

.entry::placeholder {
  font-family: var(--sans);
  font-size: var(--size-note);
  color: var(--soft);
  opacity: 1;
}

.wrong .box {
  border-color: var(--fail);
  background: var(--fail-paper);
}

.unit {
  margin: 0;
  white-space: nowrap;
  font-size: var(--size-note);
}

.understood,
.asks,
.why {
  font-size: var(--size-note);
  text-align: right;
  padding: 0.0625rem 0 var(--space-1);
}

.understood {
  color: var(--ok);
}

.asks {
  color: var(--soft);
}

.asks button {
  margin-left: var(--space-3);
  text-decoration: underline;
}

.why {
  color: var(--fail);
}

.why button {
  margin-left: var(--space-3);
}

@media (pointer: coarse) {
  .box {
    height: 44px;
  }

  .entry {
    font-size: 1.0625rem;
  }
}
</style>
