<script setup lang="ts">
// The log out and in as files, and on paper.
import { ref } from "vue";
import type { Schemas } from "../api/client";
import { sendFile } from "../api/file";
import { useBench } from "../workbench/bench";
import { useLog } from "./log";

const emit = defineEmits<{ json: []; csv: []; print: [] }>();
const bench = useBench();
const log = useLog();
const said = ref<string[]>([]);

async function take(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  if (!file) return;
  const format = file.name.toLowerCase().endsWith(".json") ? "json" : "csv";
  const path = `/api/builds/${bench.id}/log/import?format=${format}`;
  const reply = await sendFile<Schemas["Imported"]>(path, file);
  input.value = "";
  if ("problem" in reply) {
    said.value = [reply.problem];
    return;
  }
  const { written, known, problems } = reply.data;
  said.value = [
    `${written} written${known > 0 ? `, ${known} stood there already` : ""}.`,
    ...problems
      .slice(0, 20)
      .map(({ line, column, detail }) => `line ${line}${column ? `, ${column}` : ""}: ${detail}`),
  ];
  await log.load();
}
</script>

<template>
  <div class="files note" data-log-files>
    <p>
      save as <button type="button" class="action" @click="emit('json')">JSON</button>
      <button type="button" class="action" @click="emit('csv')">CSV</button>
      <button type="button" class="action" @click="emit('print')">print</button>
      <label class="action"
        >take a log in<input
          type="file"
          accept=".json,.csv,.txt"
          class="visually-hidden"
          data-log-file
          @change="take"
      /></label>
    </p>
    <p v-for="line in said" :key="line" role="status" data-log-files-said>{{ line }}</p>
  </div>
</template>

<style scoped>
.files {
  padding: var(--space-6) var(--space-5) var(--space-9) var(--space-7);
}

.files p {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-5);
}

label {
  cursor: pointer;
}

label:focus-within {
  outline: 2px solid var(--accent);
}
</style>
