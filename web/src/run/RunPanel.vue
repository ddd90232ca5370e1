<script setup lang="ts">
// The run: a course is taken and what it comes to is told, first in words, then on one axis; the power path follows the moment
// that is looked at.
import { computed, onBeforeUnmount, ref, watch } from "vue";
import { api } from "../api/client";
import { useAnswer } from "../api/answer";
import { useBench } from "../workbench/bench";
import { readerUnits } from "../units/reader";
import PanelHead from "../shared/PanelHead.vue";
import { useCourseChoice } from "./courseChoice";
import CourseEditor from "./CourseEditor.vue";
import { useRunDrawing } from "./drawing";
import EnduranceNote from "./EnduranceNote.vue";
import GeneratorNote from "./GeneratorNote.vue";
import { momentWords } from "./momentWords";
import KeptRuns from "./KeptRuns.vue";
import LauncherNote from "./LauncherNote.vue";
import LineKey from "../shared/plots/LineKey.vue";
import { playing } from "./playing";
import RunChart from "./RunChart.vue";
import RunFigures from "./RunFigures.vue";
import RunTools from "./RunTools.vue";
import { useRunning } from "./running";
import { type Course, driveRun, useRuns } from "./runs";
import { suits } from "./tasks";

const bench = useBench();
const runs = useRuns();

watch(
  () => bench.id,
  (id) => id && void runs.load(id),
  { immediate: true },
);
runs.active = true;
onBeforeUnmount(() => {
  runs.active = false;
  runs.stop();
});

const { value: offered } = useAnswer<Course[]>(
  () => [bench.shown?.job, bench.option],
  (signal) =>
    bench.shown
      ? api.POST("/api/courses", {
          body: bench.shown,
          params: { query: { option: bench.optionIndex } },
          signal,
        })
      : null,
);
const { value: about } = useRunning();

const { own, ideas, ownIndex, course, editing, pickOwn, pickIdea, addCourse, edit, draw, remove } =
  useCourseChoice(offered);

// ---- running

const overlaid = ref(false);
const optionsRun = computed(() => {
  const build = bench.shown;
  const taken = course.value;
  if (!build || !taken) return [];
  const others = build.options.map((_, index) => index).filter((index) => index !== bench.optionIndex);
  return [bench.optionIndex, ...(overlaid.value ? others : [])].filter((index) => suits(build, index, taken));
});
/** Runs are asked for this long after the last change. */
const PAUSE_MS = 200;
let timer: ReturnType<typeof setTimeout> | undefined;

function start(): void {
  const build = bench.shown;
  if (build && course.value) void runs.run(build, optionsRun.value, course.value);
}

watch(
  () => [
    bench.shown?.job,
    bench.shown?.options,
    JSON.stringify(course.value),
    JSON.stringify(optionsRun.value),
    readerUnits(),
  ],
  () => {
    clearTimeout(timer);
    timer = setTimeout(start, PAUSE_MS);
  },
  { immediate: true },
);
onBeforeUnmount(() => clearTimeout(timer));
watch(
  () => course.value?.name,
  () => {
    runs.stretch = null;
    runs.cursor = null;
  },
);

const unsuited = computed(() => course.value !== null && optionsRun.value.length === 0);
const simulated = computed(() => runs.first?.simulated ?? null);
const run = computed(() => (simulated.value ? driveRun(simulated.value, bench.drive?.drive) : null));
const driveNames = computed(() => {
  const all = simulated.value;
  return all ? [all.drive, ...all.others.map(({ drive }) => drive)] : [];
});
const turned = computed(
  () => bench.shown?.job.drives.find(({ name }) => name === run.value?.drive)?.load.kind === "generator",
);

// ---- the drawing

const { byWay, travels, axis, lanes, limits, events } = useRunDrawing(run, turned);
const chart = ref<InstanceType<typeof RunChart>>();

const endS = computed(() => run.value?.summary.t_s ?? 0);

/** A run shorter than this never began: there is nothing to draw. */
const LEAST_S = 0.01;
const stuck = computed(() => run.value !== null && endS.value < LEAST_S);
function lookAt(t_s: number): void {
  if (!playing.value) runs.cursor = t_s;
}

// ---- keeping

async function keep(): Promise<void> {
  const [build, option, taken] = [bench.shown, bench.option, course.value];
  if (!build || !option || !taken) return;
  await runs.keep(`${taken.name}, ${option.name}`, build, option.name, taken);
}

const words = computed(() => simulated.value?.words ?? []);
const endurance = computed(() =>
  (about.value?.endurance ?? []).filter(({ drive }) => drive === bench.drive?.drive),
);
const launcherRow = computed(() => about.value?.launchers.find(({ drive }) => drive === bench.drive?.drive));
const generatorRow = computed(() =>
  about.value?.generators.find(({ curves }) => curves.drive === bench.drive?.drive),
);
</script>

<template>
  <PanelHead title="Run" :note="course?.name ?? ''" />
  <div class="courses" role="group" aria-label="Course" data-courses>
    <span class="switch">
      <button
        v-for="(known, index) in own"
        :key="index"
        type="button"
        :aria-pressed="index === ownIndex"
        @click="pickOwn(index)"
      >
        {{ known.name }}
      </button>
    </span>
    <span v-if="ideas.length > 0" class="ideas note">
      to start from:
      <button
        v-for="idea in ideas"
        :key="idea.name"
        type="button"
        class="action"
        :class="{ taken: ownIndex === null && course?.name === idea.name }"
        :aria-pressed="ownIndex === null && course?.name === idea.name"
        :title="idea.words"
        @click="pickIdea(idea.name)"
      >
        {{ idea.name }}
      </button>
    </span>
  </div>
  <p class="acts">
    <button
      type="button"
      class="action"
      :aria-expanded="editing"
      data-course-edit
      :disabled="!course"
      @click="edit"
    >
      {{ editing ? "close the course" : ownIndex === null ? "take it and edit" : "edit the course" }}
    </button>
    <button type="button" class="action" data-course-draw @click="draw">draw one</button>
    <button v-if="ownIndex !== null && course" type="button" class="action" @click="addCourse(course)">
      copy
    </button>
    <button v-if="ownIndex !== null" type="button" class="action" data-course-remove @click="remove">
      take out
    </button>
    <label v-if="(bench.document?.options.length ?? 0) > 1" class="over">
      <input v-model="overlaid" type="checkbox" data-overlay /> all options
    </label>
  </p>
  <CourseEditor v-if="editing && ownIndex !== null && course" :course="course" :index="ownIndex" />

  <p v-if="runs.problem" class="wrong" role="alert" data-run-problem>{{ runs.problem }}</p>
  <p v-if="unsuited" class="wrong" role="status">
    This option cannot run this course: a drive of it has a plain switch, or is not there. Take another
    course.
  </p>
  <p v-if="runs.running && runs.progress" class="progress" role="status" data-run-progress>
    <progress :value="runs.progress.share" max="1" aria-label="How far the run is"></progress>
    <span class="figure">{{ momentWords(runs.progress.t_s) }}</span>
    <span class="note">{{ Math.round(100 * runs.progress.state_of_charge) }} % charge</span>
    <button type="button" class="boxed" data-run-stop @click="runs.stop()">Stop</button>
  </p>
  <p v-else-if="runs.stopped" class="progress note" role="status" data-run-stopped>
    {{
      runs.first?.simulated.ended_by === "stopped"
        ? "What stands here is what it gave until it was stopped."
        : "Stopped. What stands here is the run before."
    }}
    <button type="button" class="boxed" @click="start">Run it again</button>
  </p>

  <p v-if="course?.words" class="note">{{ course.words }}</p>
  <p v-if="simulated && run && stuck" class="stuck" role="status" data-run-stuck>
    It cannot start: {{ words[0] ?? "nothing moves" }}
    <span v-for="event in events" :key="event.words">{{ event.words }} </span>
  </p>
  <template v-else-if="simulated && run">
    <div class="words" data-run-words aria-live="polite">
      <h2 class="headline">{{ words[0] }}</h2>
      <p v-for="line in words.slice(1)" :key="line">{{ line }}</p>
      <p v-for="other in runs.shown.slice(1)" :key="other.key" class="note">
        {{ other.title }}: {{ other.simulated.words[0] }}
      </p>
    </div>
    <RunTools
      v-model:by-way="byWay"
      :end="endS"
      :drives="driveNames"
      :drive="run.drive"
      :travels="travels"
      @zoom="(factor) => chart?.zoom(factor)"
    />
    <ul v-if="events.length > 0" class="events" data-run-events>
      <li v-for="(event, index) in events" :key="index">
        <button type="button" :aria-pressed="runs.cursor === event.t_s" @click="runs.cursor = event.t_s">
          <span class="figure">{{ momentWords(event.t_s) }}</span> {{ event.words }}
        </button>
      </li>
    </ul>
    <RunChart
      ref="chart"
      :title="`${course?.name ?? 'Run'}, ${runs.first?.title ?? ''}`"
      :run="run"
      :lanes="lanes"
      :axis="axis"
      :limits="limits"
      :events="events"
      :cursor="runs.cursor"
      :stretch="runs.stretch"
      @cursor="lookAt"
      @stretch="(stretch) => (runs.stretch = stretch)"
    >
      <span v-if="runs.shown.length > 1" class="key">
        <span v-for="(other, index) in runs.shown.slice(1)" :key="other.key" data-overlaid>
          <LineKey :line="`other-${index % 5}`" />
          {{ other.title }}
        </span>
      </span>
      <span class="fill"></span>
      <span v-if="runs.keeping" class="note">
        keeping it …
        <button type="button" class="action" data-keep-stop @click="runs.keeping.abort()">stop</button>
      </span>
      <button v-else type="button" class="action" data-keep @click="keep">keep this run</button>
    </RunChart>
    <RunFigures :runs="runs.shown" :drive="run.drive" />
    <p v-for="line in simulated.estimates" :key="line" class="note">≈ {{ line }}</p>
  </template>

  <KeptRuns v-if="runs.kept.length > 0" />

  <GeneratorNote v-if="generatorRow" :row="generatorRow" />
  <LauncherNote
    v-if="launcherRow"
    :drive="launcherRow.drive"
    :launcher="run?.launcher ?? null"
    :changes="launcherRow.changes"
  />
  <EnduranceNote v-for="line in endurance" :key="line.drive" :endurance="line" />
</template>

<style scoped>
.events {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1) var(--space-5);
  margin-top: var(--space-3);
}

.events button {
  border-left: 3px solid var(--fail);
  padding: var(--space-1) var(--space-3);
  text-align: left;
}

.events button[aria-pressed="true"] {
  background: var(--selected);
}

.stuck {
  border-left: 3px solid var(--fail);
  padding: var(--space-3) var(--space-5);
  margin: var(--space-5) 0;
  font-size: var(--size-title);
}

@media (pointer: coarse) {
  .events button {
    min-height: 44px;
  }
}

.courses {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3) var(--space-7);
  align-items: center;
}

.courses .switch:empty {
  display: none;
}

.ideas {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1) var(--space-6);
}

.ideas .taken {
  font-weight: 600;
  text-decoration: underline;
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-8);
  align-items: center;
  padding: var(--space-3) 0 var(--space-4);
}

.over {
  margin-left: auto;
  display: flex;
  gap: var(--space-3);
  align-items: center;
}

input[type="checkbox"],
input[type="range"] {
  accent-color: var(--accent);
}

.wrong {
  color: var(--fail);
  padding-bottom: var(--space-3);
}

.progress {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-5);
  align-items: center;
  padding-bottom: var(--space-3);
}

progress {
  width: 240px;
  accent-color: var(--accent);
}

.words {
  margin-bottom: var(--space-4);
  max-width: 76ch;
}

.headline {
  font-size: var(--size-answer);
  font-weight: 600;
  line-height: 1.25;
  padding-bottom: var(--space-1);
}

.key {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1) var(--space-6);
}

.fill {
  flex: 1;
}
</style>
