<script setup lang="ts">
// The propeller that all unknown motors turn: a known point of it, or a known motor that turns it too.
import { computed } from "vue";
import BenchField from "../shared/fields/BenchField.vue";
import ChoiceSelect from "../shared/fields/ChoiceSelect.vue";
import { figures } from "../units/quantity";
import { useSheet } from "./sheet";

const sheet = useSheet();
const way = computed(() =>
  sheet.get("/load") != null ? "point" : sheet.get("/known") != null ? "motor" : "none",
);
/** A propeller that takes 50 W at 8000 rpm, to be changed for the one at hand. */
const POINT = { reference_rpm: 8000, reference_power_w: 50 };

const WAYS = [
  { way: "none", said: "free" },
  { way: "point", said: "the same propeller, of which a point is known" },
  { way: "motor", said: "the same propeller, which a known motor turns too" },
];
function choose(now: string): void {
  sheet.set("/load", now === "point" ? POINT : undefined, null);
  sheet.set("/known", now === "motor" ? { candidate: 0, voltage_v: 12, current_a: 1 } : undefined, null);
}
const candidates = computed(() => (sheet.get("/candidates") as { label?: string }[] | undefined) ?? []);
const found = computed(
  () =>
    sheet.measured?.results.propeller as
      { reference_rpm: number; reference_power_w: number } | null | undefined,
);
</script>

<template>
  <div class="propeller" data-propeller>
    <label>
      All of them turn
      <ChoiceSelect
        :model-value="way"
        :options="WAYS"
        option-label="said"
        option-value="way"
        aria-label="What all of them turn"
        @update:model-value="choose"
      />
    </label>
    <div v-if="way === 'point'" class="fields">
      <BenchField at="/load" record="KnownLoad" name="reference_rpm" />
      <BenchField at="/load" record="KnownLoad" name="reference_power_w" />
    </div>
    <div v-else-if="way === 'motor'" class="fields">
      <div class="field field-row plain">
        <span class="label">Known motor</span>
        <ChoiceSelect
          :model-value="sheet.get('/known/candidate')"
          :options="candidates.map(({ label }, place) => ({ place, said: label ?? 'no name' }))"
          option-label="said"
          option-value="place"
          aria-label="The motor that is known"
          @update:model-value="(place: number) => sheet.set('/known/candidate', place, null)"
        />
      </div>
      <BenchField at="/known" record="KnownReading" name="voltage_v" />
      <BenchField at="/known" record="KnownReading" name="current_a" />
    </div>
    <p v-if="found" class="note" data-propeller-found>
      The propeller takes {{ figures(found.reference_power_w, 3) }} W at
      {{ figures(found.reference_rpm, 4) }} rpm.
    </p>
  </div>
</template>

<style scoped>
.propeller {
  padding: var(--space-4) 0;
}

.fields {
  columns: 2 240px;
  column-gap: var(--space-12);
}
</style>
