<script setup lang="ts">
// One line: brand, build, its options as sheets, what to find or set, undo, what is saved, and a menu for the rest.
import { nextTick, ref } from "vue";
import { useToast } from "primevue/usetoast";
import { useBench } from "./bench";
import { useDrives } from "./drives";
import { SAVE_WORDS } from "../saving/saver";
import VerdictMark from "../shared/figures/VerdictMark.vue";
import type { Step } from "../router";
import { letterOf } from "../shared/lib/names";
import BenchMenu from "./BenchMenu.vue";
import type { PathMode } from "./layout";

defineProps<{ step: Step }>();
const emit = defineEmits<{ keys: []; history: []; path: [mode: PathMode]; command: [] }>();
const bench = useBench();
const drives = useDrives();
const toast = useToast();

const renaming = ref<number | null>(null);

const saved = () => SAVE_WORDS[bench.saveState.kind];

function savedTitle(): string | undefined {
  const state = bench.saveState;
  if (state.kind === "failed") return state.why;
  if (state.kind === "tried") return "What a visitor tries stays in this window.";
  if (state.kind !== "saved" || !state.at) return undefined;
  return `saved ${new Date(state.at).toLocaleTimeString([], { hour: "2-digit", minute: "2-digit" })}`;
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
  <header class="head" :class="{ many: (bench.document?.options.length ?? 0) > 2 }">
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
          :title="index === bench.optionIndex ? 'Press again to rename' : option.name"
          @click="index === bench.optionIndex ? startRename(index) : (bench.optionIndex = index)"
        >
          <span class="letter">{{ letterOf(index) }}</span>
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
        + <span class="word">option</span>
      </button>
    </nav>
    <div class="tools">
      <button type="button" class="find" data-command-open @click="emit('command')">
        <span class="wide">find or set</span> <kbd>Ctrl K</kbd>
      </button>
      <button type="button" class="step" :disabled="!bench.canUndo" @click="bench.undo()">
        <span aria-hidden="true">↶</span> <span class="word">Undo</span>
      </button>
      <button type="button" class="step" :disabled="!bench.canRedo" @click="bench.redo()">
        <span aria-hidden="true">↷</span> <span class="word">Redo</span>
      </button>
      <span
        class="saved"
        :class="bench.saveState.kind"
        role="status"
        :data-saved="bench.saveState.kind"
        :title="savedTitle()"
      >
        {{ saved() }}
      </span>
      <BenchMenu
        :step="step"
        @keys="emit('keys')"
        @history="emit('history')"
        @path="(mode) => emit('path', mode)"
      />
    </div>
  </header>
</template>

<style scoped>
.head {
  grid-area: head;
  position: relative;
  display: flex;
  align-items: stretch;
  height: 40px;
  border-bottom: 1px solid var(--ink);
  background: var(--sheet);
  min-width: 0;
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
  font-weight: 600;
  color: inherit;
  background: none;
  border: 0;
  border-right: 1px solid var(--line);
  padding: 0 var(--space-6);
  min-width: 84px;
  width: 190px;
  flex: 0 2 auto;
  field-sizing: content;
  max-width: 240px;
  text-overflow: ellipsis;
}

.sheets {
  display: flex;
  flex: 1 1 0;
  min-width: 0;
  overflow-x: auto;
  scrollbar-width: none;
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
  padding: 0 var(--space-5);
  height: 100%;
  min-width: 0;
}

/* Whole names: in two lines where one is too short. */
.words {
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  overflow: hidden;
  line-height: 1.15;
  max-width: 15rem;
  overflow-wrap: anywhere;
}

.many .words {
  font-size: var(--size-note);
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
  gap: var(--space-2);
  padding: 0 var(--space-6);
  flex: none;
  white-space: nowrap;
}

.tools {
  display: flex;
  gap: var(--space-5);
  align-items: center;
  padding: 0 var(--space-6);
  white-space: nowrap;
  flex: none;
}

.find {
  border: 1px solid var(--box);
  color: var(--soft);
  padding: var(--space-1) var(--space-3);
  background: var(--sheet);
}

.find .wide {
  display: inline-block;
  padding-right: var(--space-6);
}

kbd {
  font: inherit;
  font-size: var(--size-note);
  border: 1px solid var(--line);
  padding: 0 var(--space-2);
}

.step {
  color: var(--accent);
}

.step:disabled {
  color: var(--soft);
  cursor: default;
}

.saved {
  color: var(--soft);
  font-size: var(--size-note);
}

.saved.failed {
  color: var(--fail);
  font-weight: 600;
}

/* With many options the room is the names'. */
.many .find .wide {
  display: none;
}

.many .word {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}

.many .name {
  width: auto;
  flex-shrink: 4;
}

.many .tab > button:first-child {
  gap: var(--space-2);
  padding: 0 var(--space-3);
}

.many .away {
  padding-right: var(--space-3);
}

@media (max-width: 999px) {
  .head {
    height: 48px;
  }

  .brand,
  .find,
  .step,
  .more {
    display: none;
  }

  .saved:not(.failed) {
    display: none;
  }

  .name {
    flex: 1 1 90px;
    max-width: none;
    width: 90px;
    field-sizing: fixed;
  }

  .sheets {
    flex: 0 1 auto;
    max-width: 45%;
  }

  .tab:not(.open) .words,
  .tab .away {
    display: none;
  }

  .tab > button:first-child {
    min-width: 44px;
    justify-content: center;
  }

  .tab.open .words {
    font-size: var(--size-note);
    max-width: 6.5rem;
  }
}
</style>
