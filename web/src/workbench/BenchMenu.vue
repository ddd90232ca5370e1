<script setup lang="ts">
// What is wanted now and then: other rooms, history, export, units, how the bench is laid out.
import Popover from "primevue/popover";
import { computed, ref } from "vue";
import type { Step } from "../router";
import PreferenceChoices from "../shared/PreferenceChoices.vue";
import { download, fileName } from "../shared/lib/download";
import { useBench } from "./bench";
import { lettersAct, type PathMode, pathOf, setLetters } from "./layout";
import { useDrives } from "./drives";

const props = defineProps<{ step: Step }>();
const emit = defineEmits<{ keys: []; history: []; path: [mode: PathMode] }>();
const bench = useBench();
const drives = useDrives();
const popover = ref<InstanceType<typeof Popover>>();
const path = computed(() => pathOf(props.step));
const PATHS: { mode: PathMode; word: string }[] = [
  { mode: "full", word: "full" },
  { mode: "line", word: "a line" },
  { mode: "off", word: "away" },
];

/** Does it, with the menu out of the way. */
function then(act: () => void): void {
  popover.value?.hide();
  act();
}

function exportBuild(): void {
  const build = bench.document;
  if (!build) return;
  const text = `${JSON.stringify(build, null, 2)}\n`;
  download(fileName(build.name, "build.json"), new Blob([text], { type: "application/json" }));
}
</script>

<template>
  <button
    type="button"
    class="menu"
    data-menu
    aria-haspopup="true"
    @click="(event) => popover?.toggle(event)"
  >
    Menu <span aria-hidden="true">⌄</span>
  </button>
  <Popover ref="popover">
    <div class="items" data-menu-items>
      <router-link to="/" class="item">All builds</router-link>
      <router-link to="/shelf" class="item">Shelf</router-link>
      <router-link :to="{ name: 'sheets', query: { build: bench.id } }" class="item" data-to-bench
        >Bench</router-link
      >
      <button type="button" class="item" @click="then(() => emit('history'))">History</button>
      <button type="button" class="item" @click="then(exportBuild)">Export</button>
      <button type="button" class="item" @click="then(() => drives.addOption())">One more option</button>
      <button type="button" class="item" :disabled="!bench.canRedo" @click="then(() => bench.redo())">
        Do again what was undone
      </button>
      <button type="button" class="item" aria-label="Keys" @click="then(() => emit('keys'))">
        Keys <kbd>?</kbd>
      </button>
      <div class="line">
        <span class="soft">power path</span>
        <span class="switch" role="group" aria-label="Power path">
          <button
            v-for="{ mode, word } in PATHS"
            :key="mode"
            type="button"
            :aria-pressed="path === mode"
            :data-path-mode="mode"
            @click="emit('path', mode)"
          >
            {{ word }}
          </button>
        </span>
      </div>
      <label class="line letters">
        <input
          type="checkbox"
          :checked="lettersAct()"
          @change="setLetters(($event.target as HTMLInputElement).checked)"
        />
        <span>single letters are keys</span>
      </label>
      <PreferenceChoices />
    </div>
  </Popover>
</template>

<style scoped>
.menu {
  white-space: nowrap;
}

.items {
  display: grid;
  gap: var(--space-1);
  min-width: 16rem;
}

.item {
  color: inherit;
  text-decoration: none;
  padding: var(--space-2) var(--space-3);
}

.item:hover:not(:disabled),
.item:focus-visible {
  background: var(--selected);
}

.item:disabled {
  color: var(--soft);
  cursor: default;
}

.line {
  display: grid;
  grid-template-columns: 80px auto;
  align-items: center;
  justify-items: start;
  padding: var(--space-1) var(--space-3);
}

.letters {
  grid-template-columns: auto 1fr;
  gap: var(--space-4);
}

.letters input {
  accent-color: var(--accent);
  margin: 0;
}

kbd {
  font: inherit;
  color: var(--soft);
}

@media (pointer: coarse) {
  .item {
    padding-block: 0.75rem;
  }
}

@media (max-width: 999px) {
  .menu {
    min-height: 44px;
    min-width: 44px;
  }
}
</style>
