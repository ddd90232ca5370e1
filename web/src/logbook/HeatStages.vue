<script setup lang="ts">
// Heat in stages: the plan by the run that is computed, a clock, readings by hand or thermometer, then go on or stop.
import { computed, ref, shallowRef, watch } from "vue";
import { api, saying, type Schemas } from "../api/client";
import { ask } from "../api/reach";
import { fieldMeta } from "../api/fields";
import QuantityField from "../shared/fields/QuantityField.vue";
import { figures, shownText } from "../units/quantity";
import { useInstruments } from "../measure/instruments";
import { useBench } from "../workbench/bench";
import EntryField from "./EntryField.vue";
import type { LogEntry } from "./kinds";
import { useLog } from "./log";
import { clockText, useStageClock } from "./stageClock";
import WhenWhat from "./WhenWhat.vue";

type Stage = Schemas["HeatStage"];
type Heat = Extract<LogEntry, { kind: "heat" }>;
const PLACES = ["motor_c", "controller_c", "battery_c"] as const;
type Place = (typeof PLACES)[number];

const bench = useBench();
const log = useLog();
const instruments = useInstruments();
void instruments.load();

const entry = ref<Heat>(begun());
/** What is typed and not kept yet stands here when the page is loaded again. */
const KEY = `ypsidyne.heat.${bench.id ?? ""}`;
function begun(): Heat {
  const given = JSON.parse(JSON.stringify(log.editing?.entry ?? {})) as Partial<Heat>;
  const left = log.editing?.id ? null : localStorage.getItem(`ypsidyne.heat.${bench.id ?? ""}`);
  if (left) return JSON.parse(left) as Heat;
  return {
    kind: "heat",
    at: new Date().toISOString(),
    option: bench.document?.options[log.about.option]?.name,
    drive: bench.document?.job.drives[log.about.drive]?.name,
    ...given,
    stages: given.stages ?? [],
  } as Heat;
}
const title = computed({
  get: () => entry.value.title ?? "",
  set: (text: string) => (entry.value.title = text || undefined),
});
const notes = computed({
  get: () => entry.value.notes ?? "",
  set: (text: string) => (entry.value.notes = text || undefined),
});
const drives = computed(() => bench.document?.job.drives ?? []);
const isNew = computed(() => !log.editing?.id);
watch(
  entry,
  (now) => {
    if (isNew.value) localStorage.setItem(KEY, JSON.stringify(now));
  },
  { deep: true },
);

const told = shallowRef<Schemas["HeatStages"] | null>(null);
const problem = ref<string | null>(null);
let asked = 0;
watch(
  [entry, () => bench.document],
  async () => {
    const [build, own] = [bench.document, ++asked];
    if (!build) return;
    const reply = await ask(
      () => api.POST("/api/log/heat", { body: { build, entry: entry.value } }),
      () => own === asked,
    );
    if (own !== asked) return;
    problem.value = reply?.data ? null : saying(reply?.error);
    if (reply?.data) told.value = reply.data;
  },
  { deep: true, immediate: true },
);

// ---- the clock

const {
  elapsed,
  left,
  ticking,
  over,
  start,
  end: endClock,
} = useStageClock(() => 60 * (told.value?.next_min ?? 0));

// ---- the readings of a stage

const minutes = ref<number | null>(null);
const readings = ref<Partial<Record<Place, number | null>>>({});
const meta = (place: Place) => fieldMeta("StageReadings", place);
const thermometer = computed(() => instruments.has("thermometer"));

async function readIn(place: Place): Promise<void> {
  const got = await instruments.read(["temperature"]);
  const celsius = got?.temperature_c ?? undefined;
  if (celsius !== undefined) readings.value = { ...readings.value, [place]: Math.round(celsius * 10) / 10 };
}

const length = computed(
  () => minutes.value ?? (ticking.value ? elapsed.value / 60 : (told.value?.next_min ?? null)),
);
const readable = computed(
  () => PLACES.some((place) => readings.value[place] != null) && (length.value ?? 0) > 0,
);

function keepStage(): void {
  const read = Object.fromEntries(
    PLACES.flatMap((place) => (readings.value[place] == null ? [] : [[place, readings.value[place]]])),
  );
  const speed = told.value?.plan[0]?.speed_m_s ?? null;
  const stage = {
    minutes: Math.max(0.01, Math.round((length.value ?? 0) * 100) / 100),
    ...(speed === null ? {} : { speed_m_s: speed }),
    readings: read,
  } as Stage;
  entry.value.stages = [...entry.value.stages, stage];
  readings.value = {};
  minutes.value = null;
  endClock();
}

async function keep(): Promise<void> {
  problem.value = await log.keep(JSON.parse(JSON.stringify(entry.value)) as LogEntry);
  if (problem.value === null) localStorage.removeItem(KEY);
}
function drop(): void {
  localStorage.removeItem(KEY);
  log.show("answers");
}
const text = (celsius: number | null | undefined) =>
  celsius == null ? "–" : shownText("temperature", celsius);
</script>

<template>
  <article class="heat" data-heat-stages>
    <p class="note">Heat in stages</p>
    <h2 class="sentence" :class="{ stop: told?.go_on === false }" data-heat-says>
      {{ told?.says[0] ?? "The stages are planned." }}
    </h2>
    <p v-for="more in told?.says.slice(1) ?? []" :key="more" data-heat-more>{{ more }}</p>
    <p class="caution">
      Wheels off the ground or a free way ahead, nobody beside the chain or belt, a switch that takes the
      battery off in reach. What smells or smokes is switched off, whatever the plan says.
    </p>
    <div class="now">
      <div class="clock">
        <button
          v-if="!ticking"
          type="button"
          class="boxed"
          :disabled="!told?.next_min"
          data-heat-start
          @click="start"
        >
          start {{ told?.next_min ? `${figures(told.next_min, 2)} min` : "" }}
        </button>
        <template v-else>
          <b class="figure" :class="{ over }" role="timer" data-heat-clock
            >{{ over ? "+" : "" }}{{ clockText(left) }}</b
          >
          <span class="note">{{ over ? "read every place now" : "left of this stage" }}</span>
        </template>
      </div>
      <table class="readings">
        <thead>
          <tr>
            <td></td>
            <th>read</th>
            <td></td>
            <th class="told">foretold</th>
            <th>limit</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="place in PLACES" :key="place">
            <th>{{ meta(place).label.toLowerCase() }}</th>
            <td :data-heat-reading="place">
              <QuantityField
                :model-value="readings[place]"
                :name="place"
                :meta="meta(place)"
                :label="`${meta(place).label} at the end of the stage`"
                @update:model-value="(value) => (readings = { ...readings, [place]: value })"
              />
            </td>
            <td>
              <button
                v-if="thermometer"
                type="button"
                class="action"
                :data-heat-thermometer="place"
                @click="readIn(place)"
              >
                thermometer
              </button>
            </td>
            <td class="figure told">{{ text(told?.next_computed?.[place]) }}</td>
            <td class="figure">{{ text(told?.limits[place]) }}</td>
          </tr>
        </tbody>
      </table>
      <p class="acts">
        <label
          >it lasted
          <span class="short"
            ><QuantityField
              :model-value="minutes === null ? null : minutes * 60"
              name="t_s"
              :meta="{ label: 'Lasted', required: false, min: 0.6, max: 600000 }"
              label="How long the stage lasted"
              @update:model-value="(value) => (minutes = value === null ? null : value / 60)" /></span
        ></label>
        <span class="note">{{
          length === null ? "" : `${figures(length, 3)} min by the ${ticking ? "clock" : "plan"}`
        }}</span>
        <button type="button" class="boxed" :disabled="!readable" data-heat-stage @click="keepStage">
          that was the stage
        </button>
      </p>
      <p v-if="instruments.problem" class="wrong">{{ instruments.problem }}</p>
    </div>
    <table v-if="told" class="stages" data-heat-plan>
      <thead>
        <tr>
          <th>after</th>
          <th>motor</th>
          <th>controller</th>
          <th>battery</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="stage in told.run" :key="`r${stage.ends_min}`" data-heat-run>
          <td class="figure">{{ figures(stage.ends_min, 3) }} min</td>
          <td v-for="place in PLACES" :key="place" class="figure">
            {{ text(stage.read[place]) }} <span class="told">{{ text(stage.computed[place]) }}</span>
          </td>
          <td class="note">read, foretold</td>
        </tr>
        <tr
          v-for="stage in told.plan.filter(
            ({ ends_min }) => ends_min > (told?.run.at(-1)?.ends_min ?? 0) + 0.5,
          )"
          :key="`p${stage.ends_min}`"
        >
          <td class="figure">{{ figures(stage.ends_min, 3) }} min</td>
          <td v-for="place in PLACES" :key="place" class="figure told">{{ text(stage.computed[place]) }}</td>
          <td class="note">planned</td>
        </tr>
      </tbody>
    </table>
    <details :open="entry.stages.length === 0">
      <summary>how it is run</summary>
      <label v-if="drives.length > 1" class="row"
        ><span>Drive</span>
        <select v-model="entry.drive">
          <option v-for="drive in drives" :key="drive.name" :value="drive.name">{{ drive.name }}</option>
        </select></label
      >
      <EntryField
        record="LogEntry:heat"
        name="ambient_c"
        :model-value="entry.ambient_c"
        @update:model-value="(value) => (entry.ambient_c = value ?? undefined)"
      />
      <EntryField
        record="LogEntry:heat"
        name="planned_min"
        label="The whole, minutes"
        :model-value="entry.planned_min"
        @update:model-value="(value) => (entry.planned_min = value ?? undefined)"
      />
      <WhenWhat
        v-model:at="entry.at"
        v-model:title="title"
        v-model:notes="notes"
        hint="heat run on the yard"
      />
    </details>
    <p v-if="problem" class="wrong" role="alert" data-heat-problem>{{ problem }}</p>
    <p class="acts">
      <button type="button" class="boxed" :disabled="entry.stages.length === 0" data-heat-keep @click="keep">
        Keep it in the log
      </button>
      <button
        v-if="entry.stages.length > 0"
        type="button"
        class="action"
        @click="entry.stages = entry.stages.slice(0, -1)"
      >
        take the last stage back
      </button>
      <button type="button" class="action" @click="drop">drop it</button>
    </p>
  </article>
</template>

<style scoped>
.stop {
  color: var(--fail);
}

.now {
  border: 1px solid var(--ink);
  padding: var(--space-5) var(--space-6);
  margin: var(--space-5) 0;
  display: grid;
  grid-template-columns: 10rem minmax(0, 1fr);
  gap: var(--space-3) var(--space-8);
}

.clock {
  display: grid;
  align-content: start;
  gap: var(--space-2);
}

.clock .boxed {
  font-size: var(--size-title);
  padding: var(--space-5);
}

.clock b {
  font-size: var(--size-huge);
}

.over {
  color: var(--fail);
}

.acts {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3) var(--space-6);
  align-items: baseline;
  padding: var(--space-2) 0;
}

.short {
  display: inline-block;
  width: 8.5rem;
}

.readings td:nth-child(2) {
  width: 9rem;
}

td,
th {
  padding: var(--space-1) var(--space-6) var(--space-1) 0;
}

summary {
  color: var(--accent);
  cursor: pointer;
  padding: var(--space-3) 0;
}

.row {
  display: grid;
  grid-template-columns: 11rem minmax(0, 11rem);
  gap: var(--space-3);
}

select {
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--box);
}

.wrong {
  color: var(--fail);
}

@media (max-width: 699px) {
  .now {
    grid-template-columns: minmax(0, 1fr);
    padding: var(--space-4);
  }

  td,
  th {
    padding-right: var(--space-3);
  }
}
</style>
