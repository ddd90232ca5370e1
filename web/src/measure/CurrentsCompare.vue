<script setup lang="ts">
// The pack they are to run on, of a build; of unlike motors, which one the others are told by and how many of it there are to be.
import { computed, ref } from "vue";
import { useAnswer } from "../api/answer";
import { api, type Schemas } from "../api/client";
import BenchField from "../shared/fields/BenchField.vue";
import ChoiceSelect from "../shared/fields/ChoiceSelect.vue";
import { useSheet } from "./sheet";

const sheet = useSheet();
const names = computed(() =>
  ((sheet.get("/readings") as { label: string }[] | undefined) ?? []).map(({ label }) => label),
);
const unlike = computed(() => sheet.get("/motors_are") === "unlike");
const chosen = computed(() => (sheet.get("/compared_to") as string | undefined) ?? "");
const choices = computed(() => [
  { name: "", said: "the middle one" },
  ...names.value.map((name) => ({ name, said: name })),
]);

const { value: builds } = useAnswer<Schemas["PacksOfBuild"][]>(
  () => sheet.id,
  (signal) => api.GET("/api/measure/packs", { signal }),
);
const packs = computed(() =>
  (builds.value ?? []).flatMap(({ build, build_id, packs: own }) =>
    own.map((pack) => ({
      key: `${build_id} ${pack.option}`,
      said: `${build}, ${pack.option}`,
      build_id,
      pack,
    })),
  ),
);
const pack = ref<string | null>(null);
/** The capacity is that of the build's pack, and the sheet belongs to the build from then on. */
function takePack(key: string): void {
  const found = packs.value.find((one) => one.key === key);
  if (!found) return;
  pack.value = key;
  sheet.set("/pack_ah", found.pack.pack_ah, null);
  sheet.set("/build_id", found.build_id, null);
}
</script>

<template>
  <div v-if="names.length > 0" class="fields" data-compare>
    <div v-if="packs.length > 0" class="field field-row plain">
      <span class="label">On the pack of</span>
      <ChoiceSelect
        :model-value="pack"
        :options="packs"
        option-label="said"
        option-value="key"
        placeholder="a build"
        aria-label="The build whose pack they are to run on"
        data-pack-of
        @update:model-value="takePack"
      />
    </div>
    <div v-if="unlike" class="field field-row plain">
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
      v-if="unlike && chosen"
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

.field {
  grid-template-columns: minmax(5.5rem, 1fr) minmax(0, 9.5rem);
}
</style>
