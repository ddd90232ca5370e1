<script setup lang="ts">
// Case and charge as two lists, where there is no room for a row of buttons.
import { CHARGES, useBench } from "../bench";
import { useCases } from "./cases";

defineProps<{
  /** Whether the second list says that it is a charge. */
  told?: boolean;
}>();
const bench = useBench();
const { cases, word } = useCases();
const chosen = (event: Event) => (event.target as HTMLSelectElement).value;
</script>

<template>
  <template v-if="cases.length > 0">
    <select
      aria-label="Case"
      :value="bench.caseName"
      @change="bench.caseName = chosen($event) as typeof bench.caseName"
    >
      <option v-for="name in cases" :key="name" :value="name">{{ word(name) }}</option>
    </select>
    <select aria-label="Charge" :value="bench.charge" @change="bench.charge = Number(chosen($event))">
      <option v-for="{ word: said, charge } in CHARGES" :key="said" :value="charge">
        {{ said }}{{ told ? " charge" : "" }}
      </option>
    </select>
  </template>
</template>
