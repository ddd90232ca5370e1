<script setup lang="ts">
// Title block: name of the build, its options as sheets, what is saved, units and undo.
import { nextTick, ref } from "vue";
import { useToast } from "primevue/usetoast";
import { useBench } from "./bench";
import { useDrives } from "./drives";
import VerdictMark from "../shared/figures/VerdictMark.vue";
import { download, fileName } from "../shared/lib/download";
import PreferencesMenu from "../shared/PreferencesMenu.vue";

const emit = defineEmits<{ keys: []; history: []; options: [] }>();
const bench = useBench();
const drives = useDrives();
const toast = useToast();

const letter = (index: number) => String.fromCharCode(65 + (index % 26));
const renaming = ref<number | null>(null);

function saved(): string {
  const state = bench.saveState;
  if (state.kind === "saved") {
    return state.at
      ? `saved ${new Date(state.at).toLocaleTimeString([], { hour: "2-digit", minute: "2-digit" })}`
      : "saved";
  }
  return state.kind === "failed" ? "not saved" : "saving";
}

async function startRename(index: number): Promise<void> {
  renaming.value = index;
  await nextTick();
  document.querySelector<HTMLInputElement>("[data-rename]")?.select();
}

function endRename(index: number, name: string): void {
  if (renaming.value === null) return;
  renaming.value = null;
  drives.renameOption(index, name);
}

function remove(index: number): void {
  const name = bench.document?.options[index]?.name;
  drives.removeOption(index);
  toast.add({
    severity: "secondary",
    summary: `Option “${name}” is taken out. Undo brings it back.`,
    life: 6000,
  });
}

function exportBuild(): void {
  const build = bench.document;
  if (!build) return;
  const text = `${JSON.stringify(build, null, 2)}\n`;
  download(fileName(build.name, "build.json"), new Blob([text], { type: "application/json" }));
}

function setName(event: Event): void {
  const input = event.target as HTMLInputElement;
  // A build has a name: an empty entry is the old one until something is typed.
  if (input.value.trim()) bench.set("/name", input.value.slice(0, 120));
}

function endName(event: Event): void {
  (event.target as HTMLInputElement).value = bench.document?.name ?? "";
  bench.seal();
}
</script>

<template>
  <header class="head">
    <router-link to="/" class="brand" title="All builds">YPSIDYNE</router-link>
    <input
      class="name"
      :value="bench.document?.name"
      aria-label="Name of the build"
      maxlength="120"
      @input="setName"
      @blur="endName"
    />
    <nav class="sheets" aria-label="Options">
      <div
        v-for="(option, index) in bench.document?.options"
        :key="index"
        class="tab"
        :class="{ open: index === bench.optionIndex }"
      >
        <input
          v-if="renaming === index"
          :value="option.name"
          data-rename
          aria-label="Name of the option"
          maxlength="120"
          @keydown.enter="(event) => endRename(index, (event.target as HTMLInputElement).value)"
          @keydown.esc="renaming = null"
          @blur="(event) => endRename(index, (event.target as HTMLInputElement).value)"
        />
        <button
          v-else
          type="button"
          :aria-current="index === bench.optionIndex ? 'true' : undefined"
          :title="index === bench.optionIndex ? 'Click again to rename' : option.name"
          @click="index === bench.optionIndex ? startRename(index) : (bench.optionIndex = index)"
        >
          <span class="letter">{{ letter(index) }}</span>
          <span class="words">{{ option.name }}</span>
          <VerdictMark
            v-if="bench.figures?.evaluation.options[index]"
            :verdict="bench.figures.evaluation.options[index].verdict"
          />
        </button>
        <button
          v-if="index === bench.optionIndex && (bench.document?.options.length ?? 0) > 1"
          type="button"
          class="away"
          :aria-label="`Take option ${option.name} out`"
          @click="remove(index)"
        >
          ×
        </button>
      </div>
      <button
        type="button"
        class="tab more"
        title="A copy of this option to change"
        @click="drives.addOption()"
      >
        + option
      </button>
      <button
        v-if="(bench.document?.options.length ?? 0) > 1"
        type="button"
        class="tab more"
        data-compare-options
        title="All options in figures, best and worst"
        @click="emit('options')"
      >
        compare
      </button>
    </nav>
    <div class="tools">
      <span
        class="saved"
        :class="bench.saveState.kind"
        role="status"
        :data-saved="bench.saveState.kind"
        :title="bench.saveState.kind === 'failed' ? bench.saveState.why : undefined"
      >
        {{ saved() }}
      </span>
      <PreferencesMenu />
      <router-link to="/shelf" class="shelf">Shelf</router-link>
      <router-link :to="{ name: 'sheets', query: { build: bench.id } }" class="shelf" data-to-bench
        >Bench</router-link
      >
      <button type="button" @click="emit('history')">History</button>
      <button type="button" @click="exportBuild">Export</button>
      <button type="button" :disabled="!bench.canUndo" @click="bench.undo()">Undo</button>
      <button type="button" :disabled="!bench.canRedo" @click="bench.redo()">Redo</button>
      <button type="button" aria-label="Keys" @click="emit('keys')">?</button>
    </div>
  </header>
</template>

<style scoped>
.head {
  grid-area: head;
  position: relative;
  display: flex;
  align-items: stretch;
  min-height: 38px;
  border-bottom: 1px solid var(--ink);
  background: var(--sheet);
}

.brand {
  display: flex;
  align-items: center;
  padding: 0 var(--space-7);
  font-weight: 600;
  letter-spacing: 0.08em;
  color: var(--ink);
  text-decoration: none;
  border-right: 1px solid var(--line);
}

.name {
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  border-right: 1px solid var(--line);
  padding: 0 var(--space-6);
  width: 190px;
  min-width: 90px;
  flex: 0 1 190px;
  text-overflow: ellipsis;
}

.sheets {
  display: flex;
  flex: 1 1 0;
  min-width: 0;
  overflow-x: auto;
}

.tab {
  display: flex;
  align-items: center;
  border-right: 1px solid var(--line);
  color: var(--soft);
  min-width: 0;
  flex: 0 1 auto;
}

.tab > button:first-child {
  display: flex;
  gap: var(--space-4);
  align-items: center;
  padding: 0 var(--space-6);
  height: 100%;
  min-width: 0;
}

.tab .words {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  max-width: 200px;
}

.tab input {
  font: inherit;
  margin: 0 var(--space-4);
}

.tab.open {
  color: var(--ink);
  box-shadow: inset 0 -3px var(--accent);
}

.letter {
  border: 1px solid currentColor;
  padding: 0 var(--space-2);
  font-size: var(--size-small);
  line-height: 17px;
}

.away {
  padding: 0 var(--space-5) 0 var(--space-1);
  color: var(--soft);
  height: 100%;
}

.more {
  padding: 0 var(--space-7);
  flex: none;
}

.tools {
  display: flex;
  gap: var(--space-6);
  align-items: center;
  padding: 0 var(--space-7);
  color: var(--soft);
  white-space: nowrap;
}

.shelf {
  color: inherit;
  text-decoration: none;
}

.shelf:hover,
.tools button:hover:not(:disabled) {
  color: var(--accent);
}

.tools button:disabled {
  opacity: 0.45;
  cursor: default;
}

.saved.failed {
  color: var(--fail);
}

@media (max-width: 1000px) {
  .head {
    flex-wrap: wrap;
  }

  .brand,
  .name {
    min-height: 44px;
  }

  .name {
    flex: 1 1 100px;
    border-right: 0;
  }

  .sheets {
    flex: 1 1 100%;
    border-top: 1px solid var(--line);
    border-bottom: 1px solid var(--line);
    min-height: 44px;
  }

  .tools {
    flex: 1 1 100%;
    min-height: 40px;
    flex-wrap: wrap;
    padding-block: var(--space-3);
  }
}
</style>
