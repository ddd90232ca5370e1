<script setup lang="ts">
// The keys, made from what can be done by words.
import Dialog from "primevue/dialog";
import { computed } from "vue";
import type { Command } from "./command/entries";

const props = defineProps<{ commands: () => Command[] }>();
const shown = defineModel<boolean>("shown", { required: true });
const lines = computed(() => (shown.value ? props.commands().filter(({ keys }) => keys) : []));
</script>

<template>
  <Dialog v-model:visible="shown" modal header="Keys" :style="{ width: '560px', maxWidth: '94vw' }">
    <table>
      <tbody>
        <tr v-for="line in lines" :key="`${line.keys} ${line.words}`">
          <td class="figure">{{ line.keys }}</td>
          <td>{{ line.does }}</td>
        </tr>
      </tbody>
    </table>
    <p class="note">Entries take any unit: 4.6 ft/s, 5 mph, 6 in, 1/8 in, 12 ozf.in, 2200 mAh.</p>
  </Dialog>
</template>
