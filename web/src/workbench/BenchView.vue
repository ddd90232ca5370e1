<script setup lang="ts">
// The workbench: options as sheets, the power path, the steps, the verdict.
import { useToast } from "primevue/usetoast";
import { computed, onBeforeUnmount, reactive, ref, watch, watchEffect } from "vue";
import { useRouter } from "vue-router";
import { api, type Build, saying } from "../api/client";
import { useAsNew } from "../saving/asNew";
import { useBench } from "./bench";
import { useSums } from "./sums";
import { stepAt } from "./steps";
import { useKeys } from "./keys";
import { loadTypical } from "./typical";
import PowerPath from "./PowerPath.vue";
import { fetchTheRest } from "../shared/lib/later";
import { keyInWords, placeInWords } from "../shared/lib/places";
import { differences } from "../shared/lib/pointer";
import { STEPS, type Step } from "../router";
import BenchHeader from "./BenchHeader.vue";
import CaseBar from "./CaseBar.vue";
import NoticeBar from "./NoticeBar.vue";
import { ConflictDialog, fetchPanel, HistoryDialog, KeysDialog, PANELS, SumDialog } from "./late";
import StepNav from "./StepNav.vue";
import VerdictPanel from "./VerdictPanel.vue";

const props = defineProps<{ id: string; step?: string }>();
const bench = useBench();
const sums = useSums();
const router = useRouter();

/** Steps about whole options keep what is open in them when another option is taken up. */
const OF_ALL = new Set<Step>(["search", "options", "parts", "odds", "run", "sheet"]);
const step = computed<Step>(() => STEPS.find((known) => known === props.step) ?? "job");
void fetchPanel(step.value);
const toast = useToast();
const keysShown = ref(false);
const historyShown = ref(false);

/** Dialogs that have been opened once: they stay, so that they leave as they came. */
const wanted = reactive({ conflict: false, sum: false, history: false, keys: false });
watchEffect(() => {
  if (bench.conflict) wanted.conflict = true;
  if (sums.id !== null) wanted.sum = true;
  if (historyShown.value) wanted.history = true;
  if (keysShown.value) wanted.keys = true;
});
watch(
  () => bench.figures !== null,
  (there) => there && fetchTheRest(),
);

void loadTypical();
watch(
  () => props.id,
  (id) => void bench.open(id),
  { immediate: true },
);
watch(
  () => bench.document?.name,
  (name) => {
    document.title = name ? `${name} · Ypsidyne` : "Ypsidyne";
  },
);
onBeforeUnmount(() => {
  document.title = "Ypsidyne";
  bench.reset();
});

/** A build of its own of what was typed here; null where that did not work, which is said. */
async function asNew(build: Build, name: string): Promise<string | null> {
  const body = { ...build, name: name.slice(0, 120) };
  const reply = await api.POST("/api/builds", { body }).catch(() => undefined);
  if (reply?.data) return reply.data.id;
  toast.add({ severity: "error", summary: saying(reply?.error), life: 8000 });
  return null;
}

const { settle, keepAsNew, unbin } = useAsNew<Build>({
  kept: bench,
  nameOf: ({ name }) => name,
  asNew,
  restore: async () => {
    const params = { path: { id: props.id } };
    const reply = await api.POST("/api/builds/{id}/restore", { params }).catch(() => undefined);
    const back = reply?.response.ok ?? false;
    if (!back) toast.add({ severity: "error", summary: saying(reply?.error), life: 8000 });
    return back;
  },
  open: (id) => router.push({ name: "bench", params: { id, step: "job" } }),
});

function go(to: Step): void {
  void router.push({ name: "bench", params: { id: props.id, step: to } });
}

// What no longer applies is said; going back to the kind, or undo, brings it back.
watch(
  () => bench.setAside,
  (places) => {
    if (!places) return;
    toast.removeAllGroups();
    toast.add({
      severity: "secondary",
      summary: `Set aside, for it does not apply any more: ${places.map(keyInWords).join(", ")}.`,
      life: 8000,
    });
  },
);

// Undo says what it undid, and shows it.
watch(
  () => bench.stepped,
  (stepped) => {
    const place = stepped && differences(stepped.from, stepped.to)[0];
    if (!stepped || place === undefined || place === null) return;
    toast.removeAllGroups();
    toast.add({
      severity: "secondary",
      summary: `${stepped.word}: ${placeInWords(stepped.to, place)}`,
      life: 4000,
    });
    const option = /^\/options\/(\d+)/.exec(place)?.[1];
    if (option !== undefined && stepped.to.options[Number(option)]) bench.optionIndex = Number(option);
    const shows = stepAt(place);
    // Screens of whole options follow the undo by themselves.
    if (shows && shows !== step.value && !OF_ALL.has(step.value)) go(shows);
  },
);

useKeys({
  step: (index) => {
    const to = STEPS[index];
    if (to) go(to);
  },
  help: () => {
    keysShown.value = true;
  },
});
</script>

<template>
  <div v-if="bench.missing" class="missing">
    <h2>This build is not on the bench</h2>
    <p>{{ bench.missing }}</p>
    <p v-if="bench.orphan">
      <button type="button" class="boxed" data-orphan @click="keepAsNew(bench.orphan, bench.orphan.name)">
        Keep what was typed here as a new build
      </button>
    </p>
    <p><router-link to="/">All builds</router-link></p>
  </div>
  <div v-else-if="bench.document" class="bench">
    <BenchHeader @keys="keysShown = true" @history="historyShown = true" @options="go('options')" />
    <section class="sheet" aria-label="What the chain does" :data-stale="bench.staleSince ? '' : undefined">
      <CaseBar />
      <PowerPath :selected="step" @select="go" />
    </section>
    <StepNav :step="step" @go="go" />
    <div class="middle">
      <NoticeBar @go="go" @unbin="unbin" @as-new="keepAsNew(bench.document, bench.document.name)" />
      <main class="panel" :aria-busy="bench.figures === null">
        <component
          :is="PANELS[step]"
          :key="OF_ALL.has(step) ? step : `${step} ${bench.optionIndex} ${bench.driveName}`"
        />
      </main>
    </div>
    <VerdictPanel :data-stale="bench.staleSince ? '' : undefined" @go="go" />
    <ConflictDialog
      v-if="wanted.conflict"
      :mine="bench.document"
      :theirs="bench.conflict?.theirs ?? null"
      word="build"
      @keep="settle"
    />
    <SumDialog v-if="wanted.sum" />
    <HistoryDialog v-if="wanted.history" v-model:shown="historyShown" />
    <KeysDialog v-if="wanted.keys" v-model:shown="keysShown" />
  </div>
</template>

<style>
/* Shared by the panels: a chart with its figures beside it, fields in columns under it. */
.panel .top {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 224px;
  gap: 1.375rem;
  margin-bottom: var(--space-7);
  align-items: start;
}

.panel .columns {
  columns: 2 280px;
  column-gap: 1.625rem;
}

.panel .columns .group {
  break-inside: avoid;
  margin-bottom: var(--space-7);
}

.panel .columns h3 {
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.1875rem;
}

@media (max-width: 760px) {
  .panel .top {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

<style scoped>
.bench {
  display: grid;
  height: 100%;
  grid-template: auto auto minmax(0, 1fr) / 204px minmax(0, 1fr) 348px;
  grid-template-areas: "head head head" "path path path" "steps panel verdict";
}

.sheet {
  grid-area: path;
  background-color: var(--sheet);
  background-image:
    linear-gradient(var(--faint) 1px, transparent 1px),
    linear-gradient(90deg, var(--faint) 1px, transparent 1px);
  background-size: 20px 20px;
  border-bottom: 1px solid var(--ink);
}

.middle {
  grid-area: panel;
  display: flex;
  flex-direction: column;
  min-height: 0;
}

.panel {
  flex: 1;
  min-height: 0;
  position: relative;
  overflow: auto;
  padding: var(--space-6) var(--space-9) var(--space-12);
  scrollbar-gutter: stable;
}

.missing {
  padding: 3rem;
  display: grid;
  gap: var(--space-5);
}

@media (max-width: 1000px) {
  .bench {
    grid-template: auto auto auto auto auto / minmax(0, 1fr);
    grid-template-areas: "head" "path" "steps" "panel" "verdict";
    height: auto;
  }

  .middle {
    display: block;
  }

  .panel {
    overflow: visible;
    padding: var(--space-6);
  }
}
</style>
