<script setup lang="ts">
// One field of a document: label, the right entry for its kind, help, typical values, guesses.
import ChoiceSelect from "./ChoiceSelect.vue";
import { computed, useId } from "vue";
import { fieldHelp, fieldMeta, isPart } from "../../api/fields";
import { useDesk } from "../../workbench/desk";
import QuantityField from "./QuantityField.vue";
import ProvenanceMark from "./ProvenanceMark.vue";
import { later } from "../lib/later";
import TypicalPicker from "./TypicalPicker.vue";
import { helpInPlace, helpOfFocus } from "./help";
import { stripOffered, stripOpen, toggleStrip } from "./strip";

const FieldStrip = later(() => import("./FieldStrip.vue"));

const props = defineProps<{
  /** Pointer to the record. */
  at: string;
  /** Name of the record in the schema. */
  record: string;
  /** Key of the field. */
  name: string;
  label?: string;
}>();

const desk = useDesk();
const helpId = useId();
const meta = computed(() => fieldMeta(props.record, props.name));
const help = computed(() => fieldHelp(props.record, props.name));
const label = computed(() => props.label ?? meta.value.label);
const pointer = computed(() => `${props.at}/${props.name}`);
const value = computed(() => desk.get(pointer.value));
const amount = computed(() => (typeof value.value === "number" ? value.value : undefined));
const words = computed(() => (typeof value.value === "string" ? value.value : ""));
const chosen = computed(() => value.value ?? meta.value.fallback ?? null);
const isNumber = computed(() => meta.value.min !== undefined);
const isText = computed(() => !isNumber.value && !meta.value.choices && !meta.value.flag);
/** Figures of parts say where they are from; prices and counts need not. */
const UNMARKED = [
  "price",
  "packs_series",
  "packs_parallel",
  "channels",
  "motor_current_limit_a",
  "battery_current_limit_a",
];
const marked = computed(
  () =>
    isPart(props.record) && isNumber.value && amount.value !== undefined && !UNMARKED.includes(props.name),
);
/** Without a mark there is room for longer names. */
const plain = computed(() => !isPart(props.record) && props.record !== "OptionDrive");
/** Long choices get the room of the mark too. */
const wide = computed(() => meta.value.choices?.some((choice) => choice.label.length > 13) ?? false);
const guess = computed(() => desk.guessAt(pointer.value));
const wrong = computed(() => desk.wrongAt(pointer.value));
const choices = computed(() => {
  const listed = (meta.value.choices ?? []).map(({ word, label: said }) => ({
    value: word as string | null,
    said,
  }));
  // The list of choices shows its placeholder for a value that is null.
  const mayBeEmpty = !meta.value.required && meta.value.fallback === undefined;
  return mayBeEmpty ? [{ value: null, said: "not given" }, ...listed] : listed;
});

function set(next: unknown): void {
  desk.set(pointer.value, next === null || next === "" ? undefined : next);
}

/** A figure of the build that stands there can be tried over its range. */
const hasStrip = computed(() => desk.ofBuild && isNumber.value && amount.value !== undefined);

/** What the field is for stands at the foot of the step while it has the focus. */
function focused(): void {
  helpOfFocus.value = { label: label.value, text: help.value };
  stripOffered.value = hasStrip.value ? pointer.value : null;
}

function left(): void {
  helpOfFocus.value = null;
  stripOffered.value = null;
}

function setText(text: string): void {
  if (text.length <= (meta.value.longest ?? 400)) set(text);
}
</script>

<template>
  <div
    class="field field-row"
    :class="{ wide, words: isText, plain }"
    :data-place="`${record}.${name}`"
    @keydown.alt.down.prevent="hasStrip && toggleStrip(pointer)"
    @focusin="focused"
    @focusout="left"
  >
    <label v-if="meta.flag" class="check">
      <input
        type="checkbox"
        :checked="(value ?? meta.fallback) === true"
        :data-field="name"
        :aria-describedby="helpId"
        @change="set(($event.target as HTMLInputElement).checked)"
      />
      <span :title="help">{{ label }}</span>
    </label>
    <template v-else>
      <span class="label" :title="help">
        {{ label }}
        <TypicalPicker :name="name" @pick="set" />
      </span>
      <QuantityField
        v-if="isNumber"
        :model-value="amount"
        :name="name"
        :meta="meta"
        :label="label"
        :described-by="helpId"
        @update:model-value="set"
        @seal="desk.seal()"
      />
      <ChoiceSelect
        v-else-if="meta.choices"
        :model-value="chosen"
        :options="choices"
        option-label="said"
        option-value="value"
        :aria-label="label"
        :aria-describedby="helpId"
        :data-field="name"
        placeholder="not given"
        class="choice"
        @update:model-value="set"
      />
      <input
        v-else
        type="text"
        :value="words"
        :aria-label="label"
        :aria-describedby="helpId"
        :data-field="name"
        placeholder="not given"
        class="text write"
        @input="setText(($event.target as HTMLInputElement).value)"
        @blur="desk.seal()"
      />
      <ProvenanceMark v-if="marked" :at="at" :name="name" :label="label" />
    </template>
    <span :id="helpId" :class="helpInPlace ? 'told' : 'visually-hidden'">{{ help }}</span>
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
    <FieldStrip
      v-if="stripOpen === pointer && hasStrip && amount !== undefined"
      :pointer="pointer"
      :name="name"
      :label="label"
      :meta="meta"
      :value="amount"
      @close="stripOpen = null"
    />
    <span v-if="guess" class="guess">≈ assumed: {{ guess }}</span>
  </div>
</template>

<style scoped>
.field.words {
  grid-template-columns: minmax(0, 1fr) calc(8.25rem + 4.75rem + var(--space-4));
}

.field.plain {
  grid-template-columns: minmax(0, 1fr) 9.375rem;
}

.field.plain.words,
.field.plain.wide {
  grid-template-columns: minmax(0, 1fr) calc(8.25rem + 4.75rem + var(--space-4));
}

.field.wide :deep(.choice) {
  grid-column: 2 / -1;
}

.check {
  grid-column: 1 / -1;
  display: flex;
  gap: var(--space-4);
  align-items: center;
  padding: var(--space-2) 0;
}

.check input {
  accent-color: var(--accent);
  margin: 0;
}

.text {
  width: 100%;
  min-width: 0;
  height: 1.75rem;
}

.told,
.wrong,
.guess {
  grid-column: 1 / -1;
  font-size: var(--size-note);
  color: var(--soft);
  padding-bottom: 0.1875rem;
}

.wrong {
  color: var(--fail);
}

@media (pointer: coarse) {
  .text {
    height: 44px;
  }
}
</style>
