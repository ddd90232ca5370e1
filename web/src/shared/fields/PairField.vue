<script setup lang="ts">
// Two figures that belong together in one row: across and long, amps at volts, continuous and peak.
import { computed } from "vue";
import { fieldHelp, fieldMeta, isPart } from "../../api/fields";
import { useDesk } from "../../workbench/desk";
import { helpInPlace, helpOfFocus } from "./help";
import ProvenanceMark from "./ProvenanceMark.vue";
import QuantityField from "./QuantityField.vue";

const props = defineProps<{
  /** Pointer to the record. */
  at: string;
  /** Name of the record in the schema. */
  record: string;
  /** Keys of the two. */
  names: readonly [string, string];
  label: string;
  /** What stands between them. */
  between?: string;
}>();
const desk = useDesk();
const fields = computed(() =>
  props.names.map((name) => ({
    name,
    meta: fieldMeta(props.record, name),
    help: fieldHelp(props.record, name),
    value: desk.get(`${props.at}/${name}`) as number | null | undefined,
  })),
);
const known = computed(() => fields.value[0]?.value != null);
const guesses = computed(() => props.names.flatMap((name) => desk.guessAt(`${props.at}/${name}`) ?? []));
const marked = computed(() => isPart(props.record));
</script>

<template>
  <div
    class="field-row pair-row"
    :data-place="names.map((name) => `${record}.${name}`).join(' ')"
    @focusout="helpOfFocus = null"
  >
    <span class="label">{{ label }}</span>
    <span class="two">
      <template v-for="(field, place) in fields" :key="field.name">
        <span v-if="place > 0 && between" class="note">{{ between }}</span>
        <QuantityField
          :model-value="field.value"
          :name="field.name"
          :meta="field.meta"
          :label="field.meta.label"
          @update:model-value="(next) => desk.set(`${at}/${field.name}`, next ?? undefined)"
          @seal="desk.seal()"
          @focusin="helpOfFocus = { label: field.meta.label, text: field.help }"
        />
      </template>
      <ProvenanceMark v-if="known && marked" :at="at" :name="names[0]" :label="label" quiet />
    </span>
    <span v-if="helpInPlace" class="told">{{
      fields.map(({ meta, help }) => `${meta.label}: ${help}`).join(" ")
    }}</span>
    <span v-for="guess in guesses" :key="guess" class="told">≈ assumed: {{ guess }}</span>
  </div>
</template>

<style scoped>
.pair-row {
  grid-template-columns: minmax(0, 1fr) calc(8.25rem + 4.75rem + var(--space-4));
}

.two {
  display: flex;
  align-items: center;
  gap: var(--space-2);
}

.two :deep(.quantity) {
  flex: 1 1 0;
}

.told {
  grid-column: 1 / -1;
  font-size: var(--size-note);
  color: var(--soft);
}
</style>
