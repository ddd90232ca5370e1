<script setup lang="ts">
// Sums in view: formula, numbers put in, result; each opens whole.
import { type Sum, useSums } from "../../workbench/sums";
import FormulaText from "./FormulaText.vue";
import { figures } from "../../units/quantity";

defineProps<{ lines: Sum[] }>();
const sums = useSums();
</script>

<template>
  <table class="sum">
    <caption>
      <h3>the sum</h3>
    </caption>
    <tbody>
      <tr v-for="line in lines" :key="line.id" :title="`Source: ${line.source}`">
        <td>
          {{ line.what }}
          <span class="note formula"><FormulaText :formula="line.formula" /></span>
          <span class="note put">= {{ line.put_in }}</span>
        </td>
        <td class="figure result">
          <button type="button" class="opens" :data-sum="line.id" @click="sums.open(line.id, line.drive)">
            {{ figures(line.result, 4) }}</button><span class="unit">{{ line.unit }}</span>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
caption {
  text-align: left;
}

.formula,
.put {
  display: block;
  overflow-wrap: anywhere;
}

.put {
  font-family: var(--mono);
  font-size: var(--size-tick);
}

.result {
  text-align: right;
  vertical-align: top;
  padding-right: 0;
}

td:first-child {
  padding-left: 0;
}
</style>
