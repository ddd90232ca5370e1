<script setup lang="ts">
// The figures behind a plot.
import type { PlotTable } from "./table";

defineProps<{ title: string; table: PlotTable }>();
</script>

<template>
  <div class="behind">
    <table>
      <caption class="visually-hidden">
        {{
          title
        }}
      </caption>
      <thead>
        <tr>
          <th v-for="column in table.columns" :key="column">{{ column }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, index) in table.rows" :key="index">
          <td v-for="(cell, column) in row" :key="column" class="figure">{{ cell }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.behind {
  max-height: 260px;
  overflow: auto;
  border-top: 1px solid var(--line);
  margin-top: var(--space-3);
}

th {
  position: sticky;
  top: 0;
  background: var(--sheet);
}
</style>
