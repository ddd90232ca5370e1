<script setup lang="ts">
// What every entry has: when, a title, notes.
import { fromField, toField } from "./kinds";

defineProps<{ hint?: string }>();
const at = defineModel<string>("at", { required: true });
const title = defineModel<string>("title", { required: true });
const notes = defineModel<string>("notes", { required: true });

function setTime(text: string): void {
  const read = fromField(text);
  if (read) at.value = read;
}
</script>

<template>
  <div class="heading">
    <label>
      <span>When</span>
      <input
        type="datetime-local"
        :value="toField(at)"
        data-log-at
        @change="(event) => setTime((event.target as HTMLInputElement).value)"
      />
    </label>
    <label>
      <span>Title</span>
      <input v-model="title" maxlength="160" :placeholder="hint" data-log-title />
    </label>
    <label>
      <span>Notes</span>
      <textarea v-model="notes" rows="2" maxlength="8000" data-log-notes></textarea>
    </label>
  </div>
</template>

<style scoped>
label {
  display: grid;
  grid-template-columns: 11rem minmax(0, 28rem);
  gap: var(--space-3);
  align-items: baseline;
  padding: var(--space-1) 0;
}

input,
textarea {
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--box);
  padding: var(--space-1) var(--space-3);
  min-height: 28px;
  min-width: 0;
}

@media (max-width: 699px) {
  label {
    grid-template-columns: minmax(0, 1fr);
  }

  input {
    min-height: 44px;
  }
}
</style>
