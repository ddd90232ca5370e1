<script setup lang="ts">
// Unlike motors: which one the others are told by, and how many of it the machine is to have.
import { computed } from "vue";
import BenchField from "../shared/fields/BenchField.vue";
import ChoiceSelect from "../shared/fields/ChoiceSelect.vue";
import { useSheet } from "./sheet";

const sheet = useSheet();
const names = computed(() =>
  ((sheet.get("/readings") as { label: string }[] | undefined) ?? []).map(({ label }) => label),
);
const chosen = computed(() => (sheet.get("/compared_to") as string | undefined) ?? "");
const choices = computed(() => [
  { name: "", said: "the middle one" },
  ...names.value.map((name) => ({ name, said: name })),
]);
</script>

<template>
  <div v-if="names.length > 0" class="fields" data-compare>
    <div class="field field-row plain">
      <span class="label">Told by</span>
      <ChoiceSelect
        :model-value="chosen"
        :options="choices"
        option-label="said"
        option-value="name"
        aria-label="The motor that the others are told by"
        data-field="compared_to"
        @update:model-value="(name: string) => sheet.set('/compared_to', name || undefined, null)"
      />
    </div>
    <BenchField
      v-if="chosen"
      at=""
      record="Measurement:loaded_currents"
      name="how_many"
      :label="`How many of ${chosen}`"
    />
  </div>
</template>

<style scoped>
.fields {
  columns: 2 240px;
  column-gap: var(--space-12);
  margin-top: var(--space-5);
}
</style>
