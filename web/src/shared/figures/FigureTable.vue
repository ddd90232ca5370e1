<script setup lang="ts">
// Ruled lines of name and figure; a figure opens its sum, and shows its difference to the pinned one.
import { useSums } from "../../workbench/sums";
import { shown, type Shown } from "../../units/quantity";
import type { Quantity } from "../../units/units";
import FigureDelta from "./FigureDelta.vue";

export interface FigureLine {
  name: string;
  quantity: Quantity;
  value: number | null | undefined;
  significant?: number;
  /** What stands there where there is no number. */
  words?: string | undefined;
  /** The sum behind it. */
  sum?: string | undefined;
}

const props = defineProps<{ title: string; lines: FigureLine[]; pinned?: FigureLine[] | null }>();
const sums = useSums();

/** Speeds are compared to the last turn, other figures to three places. */
const places = (line: FigureLine) => line.significant ?? (line.quantity === "rotation" ? 4 : 3);

function figure(line: FigureLine): Shown {
  if (line.value == null && line.words !== undefined) return { text: line.words, unit: "" };
  return shown(line.quantity, line.value, places(line));
}

const base = (line: FigureLine) => props.pinned?.find((candidate) => candidate.name === line.name)?.value;
</script>

<template>
  <table class="figures">
    <thead>
      <tr>
        <th colspan="2">{{ title }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="line in lines" :key="line.name">
        <td>{{ line.name }}</td>
        <td class="figure">
          <FigureDelta
            v-if="pinned"
            :quantity="line.quantity"
            :value="line.value"
            :base="base(line)"
            :significant="places(line)"
            class="before"
          />
          <button
            v-if="line.sum && line.value != null"
            type="button"
            class="opens"
            :title="`Show the sum: ${line.name}`"
            :data-sum="line.sum"
            @click="sums.open(line.sum)"
          >
            {{ figure(line).text }}</button><template v-else>{{ figure(line).text }}</template
          ><span class="unit">{{ figure(line).unit }}</span>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
/* A name and its figure are read in one look. */
.figures {
  max-width: 26rem;
}

.before {
  margin: 0 0.4375rem 0 0;
}
</style>
