<script setup lang="ts">
// What can be done with an entry: edited, taken out with undo.
import { useToast } from "primevue/usetoast";
import type { LogLine } from "./kinds";
import { useLog } from "./log";

const props = defineProps<{ line: LogLine }>();
const log = useLog();
const toast = useToast();

async function takeOut(): Promise<void> {
  const back = await log.takeOut(props.line);
  if (!back) return;
  const undo = async () => {
    toast.removeAllGroups();
    await back();
  };
  toast.add({
    severity: "secondary",
    summary: `“${props.line.title}” is out of the log.`,
    detail: undo,
    life: 12_000,
  });
}
</script>

<template>
  <span class="tools">
    <router-link v-if="line.sheet" :to="{ name: 'sheet', params: { id: line.sheet } }"
      >open the bench sheet</router-link
    >
    <template v-else>
      <button type="button" class="action" data-entry-edit @click="log.edit(line)">edit</button>
      <button type="button" class="action" data-entry-out @click="takeOut">take out</button>
    </template>
  </span>
</template>

<style scoped>
.tools {
  display: inline-flex;
  gap: var(--space-6);
}
</style>
