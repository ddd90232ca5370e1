<script setup lang="ts">
// Ruled lines of name and figure.
import { shown } from "../units/quantity";
import type { Quantity } from "../units/units";

export interface FigureLine {
  name: string;
  quantity: Quantity;
  value: number | null | undefined;
  significant?: number;
}

defineProps<{ title: string; lines: FigureLine[] }>();
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
          {{ shown(line.quantity, line.value, line.significant ?? 4).text
          }}<span class="unit">{{ shown(line.quantity, line.value, line.significant ?? 4).unit }}</span>
        </td>
      </tr>
    </tbody>
  </table>
</template>
