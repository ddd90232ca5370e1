<script setup lang="ts">
import Dialog from "primevue/dialog";
import { KEYS } from "./keys";

const shown = defineModel<boolean>("shown", { required: true });
</script>

<template>
  <Dialog v-model:visible="shown" modal header="Keys" :style="{ width: '460px', maxWidth: '94vw' }">
    <table>
      <tbody>
        <tr v-for="line in KEYS" :key="line.keys">
          <td class="figure">{{ line.keys }}</td>
          <td>{{ line.does }}</td>
        </tr>
      </tbody>
    </table>
    <p class="note">Entries take any unit: 4.6 ft/s, 5 mph, 6 in, 1/8 in, 12 ozf.in, 2200 mAh.</p>
  </Dialog>
</template>
