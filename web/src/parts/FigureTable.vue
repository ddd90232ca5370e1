<script setup lang="ts">
// Ruled lines of name and figure.
import { shown, type Shown } from "../units/quantity";
import type { Quantity } from "../units/units";

export interface FigureLine {
  name: string;
  quantity: Quantity;
  value: number | null | undefined;
  significant?: number;
}

defineProps<{ title: string; lines: FigureLine[] }>();

/** Speeds are compared to the last turn, other figures to three places. */
function figure(line: FigureLine): Shown {
  return shown(line.quantity, line.value, line.significant ?? (line.quantity === "rotation" ? 4 : 3));
}
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
          {{ figure(line).text }}<span class="unit">{{ figure(line).unit }}</span>
        </td>
      </tr>
    </tbody>
  </table>
</template>
