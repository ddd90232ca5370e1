<script setup lang="ts">
// The workbench: options as sheets, the power path, the steps, the verdict.
import { useToast } from "primevue/usetoast";
import { computed, nextTick, onBeforeUnmount, reactive, ref, watch, watchEffect } from "vue";
import { useRouter } from "vue-router";
import { api, type Build, saying } from "../api/client";
import { useAsNew } from "../saving/asNew";
import { useBench } from "./bench";
import { useSums } from "./sums";
import { stepAt } from "./steps";
import { useKeys } from "./keys";
import { loadTypical } from "./typical";
import PowerPath from "./path/PowerPath.vue";
import FootBar from "./FootBar.vue";
import { fold, isFolded, narrow, nextPath, pathOf, setPath } from "./layout";
import NarrowSteps from "./NarrowSteps.vue";
import TitleBlock from "./TitleBlock.vue";
import { fetchTheRest } from "../shared/lib/later";
import { keyInWords, placeInWords } from "../shared/lib/places";
import { differences } from "../shared/lib/pointer";
import { STEPS, type Step } from "../router";
import BenchHeader from "./BenchHeader.vue";
import CaseBar from "./path/CaseBar.vue";
import NoticeBar from "./NoticeBar.vue";
import {
  CommandField,
  ConflictDialog,
  fetchPanel,
  HistoryDialog,
  KeysDialog,
  PANELS,
  SumDialog,
} from "./late";
import HelpLine from "../shared/fields/HelpLine.vue";
import StepNav from "./StepNav.vue";
import { useCommands } from "./command/commands";
import PinStrip from "./PinStrip.vue";
import { courseAsked } from "../run/courseAsked";
import VerdictPanel from "./VerdictPanel.vue";

const props = defineProps<{ id: string; step?: string }>();
const bench = useBench();
const sums = useSums();
const router = useRouter();

/** Steps about whole options keep what is open in them when another option is taken up. */
const OF_ALL = new Set<Step>(["search", "options", "parts", "odds", "run", "sheet", "log"]);
/** What other steps own and a step shows too, to be dragged on its picture: undoing it needs no going there. */
const SHOWN_TOO: Partial<Record<Step, RegExp>> = {
  motor:
    /(target_(tip_)?speed_m_s|lift_speed_m_s|target_rpm|climb_speed_m_s|grade_percent|motor_current_limit_a|cells_series)$/,
};
const step = computed<Step>(() => STEPS.find((known) => known === props.step) ?? "job");
void fetchPanel(step.value);
const toast = useToast();
const keysShown = ref(false);
const historyShown = ref(false);
const commandShown = ref(false);

/** Dialogs that have been opened once: they stay, so that they leave as they came. */
const wanted = reactive({ conflict: false, sum: false, history: false, keys: false, command: false });
watchEffect(() => {
  if (bench.conflict) wanted.conflict = true;
  if (sums.id !== null) wanted.sum = true;
  if (historyShown.value) wanted.history = true;
  if (keysShown.value) wanted.keys = true;
  if (commandShown.value) wanted.command = true;
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
    if (shows && shows !== step.value && !OF_ALL.has(step.value) && !SHOWN_TOO[step.value]?.test(place)) {
      go(shows);
    }
  },
);

/** By a key or by words one goes to the step itself, not only to its name. */
async function goInto(to: Step): Promise<void> {
  await router.push({ name: "bench", params: { id: props.id, step: to } });
  document.getElementById("step")?.focus();
}

const path = computed(() => pathOf(step.value));
const folded = computed(() => !narrow.value && isFolded(step.value));
/** The verdict as a sheet over the step, on a narrow screen. */
const verdictOpen = ref(false);
watch(step, () => (verdictOpen.value = false));

function openVerdict(): void {
  if (narrow.value) verdictOpen.value = true;
  else fold(step.value, false);
  void nextTick(() => document.querySelector<HTMLElement>("[data-verdict] button.row")?.focus());
}

const commands = useCommands({
  go: (to) => void goInto(to),
  history: () => (historyShown.value = true),
  keys: () => (keysShown.value = true),
  verdict: openVerdict,
  path: () => nextPath(step.value),
  run: (course) => {
    courseAsked.value = course;
    go("run");
  },
  find: () => (commandShown.value = true),
});
useKeys(commands.all);
</script>

<template>
  <div v-if="bench.missing" class="missing">
    <h1>This build is not on the bench</h1>
    <p>{{ bench.missing }}</p>
    <p v-if="bench.orphan">
      <button type="button" class="boxed" data-orphan @click="keepAsNew(bench.orphan, bench.orphan.name)">
        Keep what was typed here as a new build
      </button>
    </p>
    <p><router-link to="/">All builds</router-link></p>
  </div>
  <div v-else-if="bench.document" class="bench" :class="{ folded }">
    <a class="skip" href="#step">Skip to the step</a>
    <BenchHeader
      :step="step"
      @keys="keysShown = true"
      @history="historyShown = true"
      @command="commandShown = true"
      @path="(mode) => setPath(step, mode)"
    />
    <section
      v-if="narrow || path !== 'off'"
      class="sheet"
      :class="narrow ? 'chips' : path"
      aria-label="Power path"
      :data-stale="bench.staleSince ? '' : undefined"
    >
      <PowerPath v-if="narrow" :selected="step" form="chips" @select="go" />
      <template v-else>
        <div class="way">
          <CaseBar :step="step" :line="path === 'line'" />
          <PowerPath :selected="step" :form="path === 'line' ? 'line' : 'full'" @select="go" />
        </div>
        <TitleBlock :line="path === 'line'" class="title" />
      </template>
    </section>
    <NarrowSteps v-if="narrow" :step="step" @go="go" />
    <StepNav v-else :step="step" @go="go" />
    <main id="step" class="middle" tabindex="-1">
      <PinStrip v-if="bench.pinned" />
      <NoticeBar @go="go" @unbin="unbin" @as-new="keepAsNew(bench.document, bench.document.name)" />
      <div class="panel" :aria-busy="bench.figures === null">
        <component
          :is="PANELS[step]"
          :key="OF_ALL.has(step) ? step : `${step} ${bench.optionIndex} ${bench.driveName}`"
        />
      </div>
      <HelpLine />
    </main>
    <VerdictPanel
      v-if="!narrow || verdictOpen"
      :data-stale="bench.staleSince ? '' : undefined"
      :folded="folded"
      :sheet="narrow"
      @fold="(away) => (narrow ? (verdictOpen = !away) : fold(step, away))"
      @go="go"
    />
    <FootBar v-if="narrow" :step="step" @go="go" @verdict="verdictOpen = !verdictOpen" />
    <ConflictDialog
      v-if="wanted.conflict"
      :mine="bench.document"
      :theirs="bench.conflict?.theirs ?? null"
      word="build"
      @keep="settle"
    />
    <SumDialog v-if="wanted.sum" />
    <HistoryDialog v-if="wanted.history" v-model:shown="historyShown" />
    <KeysDialog v-if="wanted.keys" v-model:shown="keysShown" :commands="commands.all" />
    <CommandField v-if="wanted.command" v-model:shown="commandShown" :find="commands.find" />
  </div>
</template>

<style src="./panels.css"></style>

<style scoped>
.bench {
  display: grid;
  height: 100%;
  grid-template: auto auto minmax(0, 1fr) / 184px minmax(0, 1fr) 340px;
  grid-template-areas: "head head head" "path path path" "steps panel verdict";
}

.bench.folded {
  grid-template-columns: 184px minmax(0, 1fr) 48px;
}

.skip {
  position: absolute;
  left: -999px;
  z-index: 9;
  background: var(--sheet);
  padding: var(--space-4) var(--space-7);
}

.skip:focus {
  left: 0;
}

.sheet {
  grid-area: path;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  background-color: var(--sheet);
  background-image:
    linear-gradient(var(--faint) 1px, transparent 1px),
    linear-gradient(90deg, var(--faint) 1px, transparent 1px);
  background-size: 20px 20px;
  border-bottom: 1px solid var(--ink);
}

.sheet.full {
  height: 150px;
}

.sheet.line {
  height: 40px;
  grid-template-columns: minmax(0, 1fr) auto;
}

.sheet.line .way {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  align-items: center;
}

.sheet.chips {
  display: block;
  height: 85px;
}

.way {
  min-width: 0;
}

.middle {
  grid-area: panel;
  display: flex;
  flex-direction: column;
  min-height: 0;
  outline: none;
}

.panel {
  flex: 1;
  min-height: 0;
  position: relative;
  overflow: auto;
  padding: var(--space-4) var(--space-9) var(--space-12) var(--space-10);
  scrollbar-gutter: stable;
  outline: none;
}

.missing {
  padding: 3rem;
  display: grid;
  gap: var(--space-5);
}

/* Wide: path and verdict beside each other, and more room for both. */
@media (min-width: 1600px) {
  .bench:not(.folded) {
    grid-template-columns: 200px minmax(0, 1fr) 420px;
  }

  .sheet.full {
    grid-template-columns: minmax(0, 1fr) 420px;
  }
}

@media (max-width: 999px) {
  .bench,
  .bench.folded {
    grid-template: auto auto auto minmax(0, 1fr) auto / minmax(0, 1fr);
    grid-template-areas: "head" "path" "steps" "panel" "foot";
  }

  .panel {
    padding: var(--space-5) var(--space-7) var(--space-12);
  }
}

/* Little height, as at 200 % zoom: the step comes first. */
@media (max-width: 999px) and (max-height: 560px) {
  .sheet.chips {
    display: none;
  }
}
</style>
