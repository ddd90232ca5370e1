<script setup lang="ts">
// A sum in view: formula, numbers put in, result, where it is from.
import type { Schemas } from "../api/client";
import { figures } from "../units/quantity";

defineProps<{ lines: Schemas["SumLine"][] }>();
</script>

<template>
  <table class="sum">
    <caption>
      <h3>the sum</h3>
    </caption>
    <tbody>
      <tr v-for="line in lines" :key="line.what" :title="`Source: ${line.source}`">
        <td>
          {{ line.what }}
          <span class="note formula">{{ line.formula }}</span>
          <span class="note put">= {{ line.put_in }}</span>
        </td>
        <td class="figure result">
          {{ figures(line.result, 4) }}<span class="unit">{{ line.unit }}</span>
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
  font-size: 11px;
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
