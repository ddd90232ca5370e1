<script setup lang="ts">
// A bench sheet: what it needs and how it is done, the readings, what they say, what to do with it.
import { computed, onBeforeUnmount, provide, ref, watch } from "vue";
import { SAVE_WORDS } from "../saving/saver";
import { DESK } from "../workbench/desk";
import { download, fileName } from "../shared/lib/download";
import BenchField from "../shared/fields/BenchField.vue";
import ConflictDialog from "../workbench/ConflictDialog.vue";
import PreferencesMenu from "../shared/PreferencesMenu.vue";
import ApplyPanel from "./ApplyPanel.vue";
import BenchMode from "./BenchMode.vue";
import CandidatePick from "./CandidatePick.vue";
import InstrumentBar from "./InstrumentBar.vue";
import LiveSupply from "./LiveSupply.vue";
import CurrentsCompare from "./CurrentsCompare.vue";
import { kindOf } from "./kinds";
import { useOffOnLeaving } from "./leaving";
import PhoneDialog from "./PhoneDialog.vue";
import PropellerFields from "./PropellerFields.vue";
import ReadingTable from "./ReadingTable.vue";
import ResultPanel from "./ResultPanel.vue";
import SceneDrawing from "./SceneDrawing.vue";
import { useOwnSheets } from "./ownSheets";
import { useSheet } from "./sheet";
import { useSheetKeys } from "./sheetKeys";

const props = defineProps<{ id: string }>();
const sheet = useSheet();
watch(
  () => props.id,
  (id) => void sheet.open(id),
  { immediate: true },
);
provide(DESK, {
  get: sheet.get,
  set: sheet.set,
  seal: sheet.seal,
  guessAt: () => undefined,
  wrongAt: (pointer) => sheet.refused?.errors?.find((error) => error.pointer === pointer)?.detail,
});

const kind = computed(() => kindOf(sheet.document?.kind, sheet.document));
const record = computed(() => `Measurement:${sheet.document?.kind ?? ""}`);
const far = computed(
  () =>
    new Set(
      sheet.measured?.findings
        .filter(({ code }) => code === "far_off")
        .flatMap(({ reading }) => reading ?? []) ?? [],
    ),
);
const phoning = ref(false);
/** Readings one by one on a screen of their own. */
const atBench = ref(false);
const label = computed(() => (sheet.document?.label as string | undefined) ?? "");

function exportSheet(): void {
  const text = `${JSON.stringify(sheet.document, null, 2)}\n`;
  download(
    fileName(label.value || (kind.value?.title ?? "sheet"), "measurement.json"),
    new Blob([text], { type: "application/json" }),
  );
}

const { problem, copy, settle, unbin, keepOrphan } = useOwnSheets(
  () => props.id,
  () => label.value || (kind.value?.title ?? ""),
);

useSheetKeys();
useOffOnLeaving();
onBeforeUnmount(() => sheet.leave());
watch(
  [label, kind],
  () => {
    document.title = `${label.value || kind.value?.title || "Bench"} · Ypsidyne`;
  },
  { immediate: true },
);
</script>

<template>
  <div v-if="sheet.missing" class="missing">
    <h2>This sheet is not on the bench</h2>
    <p>{{ sheet.missing }}</p>
    <p v-if="sheet.orphan">
      <button type="button" class="boxed" data-orphan @click="keepOrphan">
        Keep what was typed here as a new sheet
      </button>
    </p>
    <p><router-link to="/bench">All sheets</router-link></p>
  </div>
  <BenchMode
    v-else-if="atBench && sheet.document && kind"
    :key="`bench ${id}`"
    :kind="kind"
    :label="label"
    @leave="atBench = false"
  />
  <div v-else-if="sheet.document && kind" class="page" :data-sheet="kind.kind">
    <header class="head">
      <router-link to="/" class="brand">YPSIDYNE</router-link>
      <router-link to="/bench" class="back">Bench</router-link>
      <h1>{{ kind.title }}</h1>
      <input
        :value="label"
        class="name"
        placeholder="what is measured: give it a name"
        aria-label="What is measured"
        maxlength="160"
        data-sheet-label
        @input="sheet.set('/label', ($event.target as HTMLInputElement).value.trimStart() || undefined)"
        @blur="sheet.seal()"
      />
      <span class="tools">
        <span
          role="status"
          :data-saved="sheet.saving.kind"
          :class="{ wrong: sheet.saving.kind === 'failed' }"
        >
          {{ sheet.saving.kind === "failed" ? sheet.saving.why : SAVE_WORDS[sheet.saving.kind] }}
        </span>
        <button v-if="sheet.gone" type="button" class="action" data-unbin @click="unbin">
          take it out of the bin
        </button>
        <PreferencesMenu />
        <button
          type="button"
          class="boxed"
          data-at-bench
          title="One reading a card, with a pad of its own"
          @click="atBench = true"
        >
          At the bench
        </button>
        <button type="button" data-on-phone title="Opens this sheet on a phone" @click="phoning = true">
          Phone
        </button>
        <PhoneDialog v-model:shown="phoning" :path="`/bench/${id}`" />
        <button type="button" @click="copy">Copy</button>
        <button type="button" @click="exportSheet">Export</button>
        <button type="button" :disabled="!sheet.canUndo" @click="sheet.undo()">Undo</button>
        <button type="button" :disabled="!sheet.canRedo" @click="sheet.redo()">Redo</button>
      </span>
    </header>
    <ConflictDialog
      :mine="sheet.document"
      :theirs="sheet.conflict?.theirs ?? null"
      word="sheet"
      @keep="settle"
    />
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <aside class="how" aria-label="How it is done">
      <SceneDrawing :things="kind.scene.things" :leads="kind.scene.leads" />
      <h2>What you need</h2>
      <ul>
        <li v-for="need in kind.needs" :key="need">{{ need }}</li>
      </ul>
      <h2>How</h2>
      <ol>
        <li v-for="step in kind.steps" :key="step">{{ step }}</li>
      </ol>
      <p v-if="kind.caution" class="caution">{{ kind.caution }}</p>
    </aside>
    <main class="entry">
      <LiveSupply />
      <InstrumentBar v-if="kind.reads" :key="id" />
      <div class="fields">
        <BenchField
          v-if="kind.choice"
          :at="''"
          :record="record"
          :name="kind.choice.key"
          :label="kind.choice.label"
        />
        <BenchField
          v-for="field in kind.fields"
          :key="field.key"
          :at="''"
          :record="record"
          :name="field.key"
          :label="field.label"
        />
      </div>
      <ReadingTable
        v-for="list in kind.lists"
        :key="`${id} ${list.key}`"
        :kind="kind.kind"
        :list="list"
        :far="far"
      />
      <div v-if="kind.kind === 'heat_run'" class="fields" data-heat-limits>
        <BenchField
          v-for="place in ['motor_c', 'controller_c', 'battery_c']"
          :key="place"
          at="/limits"
          record="HeatLimits"
          :name="place"
          :label="`Stop at: ${place.replace('_c', '')}`"
        />
      </div>
      <CurrentsCompare v-if="kind.kind === 'loaded_currents'" />
      <template v-if="kind.kind === 'identify'">
        <PropellerFields />
        <CandidatePick />
      </template>
      <label class="notes">
        <span class="note">notes</span>
        <textarea
          rows="2"
          maxlength="4000"
          :value="(sheet.document.notes as string | undefined) ?? ''"
          @input="sheet.set('/notes', ($event.target as HTMLTextAreaElement).value || undefined)"
        ></textarea>
      </label>
    </main>
    <section class="says" aria-label="What it says" :data-stale="sheet.staleSince ? '' : undefined">
      <ResultPanel />
      <ApplyPanel :key="id" />
    </section>
  </div>
</template>

<style scoped>
.page {
  display: grid;
  grid-template: auto minmax(0, 1fr) / 292px minmax(0, 1fr) minmax(340px, 430px);
  grid-template-areas: "head head head" "how entry says";
  height: 100%;
}

.head {
  grid-area: head;
  display: flex;
  align-items: center;
  gap: var(--space-7);
  min-height: 38px;
  border-bottom: 1px solid var(--ink);
  padding: 0 var(--space-7);
  flex-wrap: wrap;
}

.brand {
  font-weight: 600;
  letter-spacing: 0.08em;
  color: var(--ink);
  text-decoration: none;
}

.back {
  color: var(--soft);
}

h1 {
  font-size: var(--size-title);
  font-weight: 600;
}

.name {
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  border-bottom: 1px solid var(--box);
  flex: 1 1 180px;
  min-width: 120px;
}

.tools {
  display: flex;
  gap: var(--space-6);
  color: var(--soft);
  flex-wrap: wrap;
  align-items: center;
}

.tools button:disabled {
  opacity: 0.45;
}

.how {
  grid-area: how;
  background: var(--paper);
  border-right: 1px solid var(--line);
  padding: var(--space-6) var(--space-7);
  overflow: auto;
}

.how h2 {
  font-size: inherit;
  color: var(--soft);
  margin-top: var(--space-5);
}

.how ol {
  counter-reset: step;
}

.how ol li {
  counter-increment: step;
  padding: 0.1875rem 0 0.1875rem var(--space-10);
  position: relative;
}

.how ol li::before {
  content: counter(step);
  position: absolute;
  left: 0;
  color: var(--accent);
  font-weight: 600;
}

.how ul li {
  padding: 0.0625rem 0 0.0625rem var(--space-6);
  position: relative;
}

.how ul li::before {
  content: "·";
  position: absolute;
  left: 2px;
}

.caution {
  margin-top: var(--space-6);
}

.entry {
  grid-area: entry;
  padding: var(--space-6) var(--space-9) var(--space-12);
  overflow: auto;
}

.fields {
  columns: 2 240px;
  column-gap: var(--space-12);
}

/* A question is longer than a name: it has the room of its words. */
.fields :deep(.field.words),
.fields :deep(.field.wide) {
  grid-template-columns: minmax(5.5rem, 1fr) minmax(0, 9.5rem);
}

/* What the motors are to each other decides the rest: its words stand whole, in a row of their own. */
.fields :deep(.field[data-place$=".motors_are"]) {
  column-span: all;
  grid-template-columns: minmax(5.5rem, 10rem) minmax(0, 18rem);
}

.says {
  grid-area: says;
  border-left: 1px solid var(--line);
  padding: var(--space-6) var(--space-8) var(--space-12);
  overflow: auto;
}

.notes {
  display: grid;
  margin-top: var(--space-7);
}

textarea {
  font: inherit;
  color: inherit;
  background: transparent;
  border: 1px solid var(--box);
  resize: vertical;
}

.wrong {
  color: var(--fail);
}

.missing {
  padding: 3rem;
  display: grid;
  gap: var(--space-5);
}

@media (max-width: 1000px) {
  .page {
    grid-template: auto auto auto auto / minmax(0, 1fr);
    grid-template-areas: "head" "how" "entry" "says";
    height: auto;
  }

  .how {
    border-right: 0;
    border-bottom: 1px solid var(--line);
  }

  .says {
    border-left: 0;
    border-top: 1px solid var(--ink);
  }
}
</style>
