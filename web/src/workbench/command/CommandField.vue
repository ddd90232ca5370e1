<script setup lang="ts">
// One field to go anywhere and set anything by words; what Enter will do stands there before it is done.
import { computed, nextTick, ref, watch } from "vue";
import type { Command } from "./entries";

const props = defineProps<{ find: (typed: string) => Command[] }>();
const shown = defineModel<boolean>("shown", { required: true });
const dialog = ref<HTMLDialogElement>();
const typed = ref("");
const at = ref(0);
const found = computed(() => (shown.value ? props.find(typed.value) : []));
watch(found, () => (at.value = 0));
watch(
  shown,
  async (open) => {
    await nextTick();
    if (open) {
      typed.value = "";
      dialog.value?.showModal();
    } else dialog.value?.close();
  },
  { immediate: true },
);

async function take(command: Command | undefined): Promise<void> {
  if (!command?.act) return;
  shown.value = false;
  await nextTick();
  await command.act();
}

function key(event: KeyboardEvent): void {
  const count = Math.max(1, found.value.length);
  if (event.key === "ArrowDown") at.value = (at.value + 1) % count;
  else if (event.key === "ArrowUp") at.value = (at.value + count - 1) % count;
  else if (event.key === "Enter") void take(found.value[at.value]);
  else return;
  event.preventDefault();
}
</script>

<template>
  <dialog
    ref="dialog"
    class="command"
    aria-label="Find or set"
    @close="shown = false"
    @click.self="shown = false"
  >
    <input
      v-model="typed"
      type="text"
      role="combobox"
      aria-expanded="true"
      aria-controls="command-list"
      aria-label="Find or set"
      :aria-activedescendant="found.length > 0 ? `command-${at}` : undefined"
      placeholder="kv 150 · 15:40 · 12 cells · fix sag · run hill · print"
      autocomplete="off"
      spellcheck="false"
      autofocus
      data-command
      @keydown="key"
    />
    <ul id="command-list" role="listbox" aria-label="What can be done">
      <li
        v-for="(command, place) in found"
        :id="`command-${place}`"
        :key="`${command.words} ${command.does}`"
        role="option"
        :aria-selected="place === at"
        data-command-line
        @pointermove="at = place"
        @click="take(command)"
      >
        <b>{{ command.words }}</b>
        <span class="soft">{{ command.does }}</span>
        <kbd v-if="command.keys">{{ command.keys }}</kbd>
      </li>
    </ul>
    <p v-if="found.length === 0" class="note">
      Nothing of that name. A figure is set by its name and value, as “kv 150”.
    </p>
    <p class="note">↑ ↓ choose, Enter does it, Escape leaves.</p>
  </dialog>
</template>

<style scoped>
.command {
  width: min(640px, 94vw);
  margin: 56px auto auto;
  padding: var(--space-5);
  border: 1px solid var(--ink);
  background: var(--sheet);
  color: var(--ink);
}

.command::backdrop {
  background: rgb(0 0 0 / 25%);
}

input {
  width: 100%;
  font: inherit;
  font-size: var(--size-title);
  color: inherit;
  background: var(--sheet);
  border: 1px solid var(--box);
  padding: var(--space-4) var(--space-5);
}

ul {
  max-height: 60vh;
  overflow: auto;
  margin: var(--space-4) 0;
}

li {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 3fr) auto;
  gap: var(--space-5);
  align-items: baseline;
  padding: var(--space-3) var(--space-5);
  cursor: pointer;
}

li[aria-selected="true"] {
  background: var(--selected);
  box-shadow: inset 3px 0 var(--accent);
}

b {
  font-weight: 600;
}

kbd {
  font: inherit;
  font-size: var(--size-note);
  color: var(--soft);
  border: 1px solid var(--line);
  padding: 0 var(--space-2);
}

@media (pointer: coarse) {
  li {
    min-height: 44px;
    align-items: center;
  }
}
</style>
