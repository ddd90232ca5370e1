<script setup lang="ts">
// The search from this build: what to try, how many that makes, how far it is, what it found.
import { computed, ref, watch } from "vue";
import { api, type Schemas } from "../api/client";
import { useAnswer } from "../api/answer";
import { useBench } from "../workbench/bench";
import PanelHead from "../shared/PanelHead.vue";
import { displayUnit } from "../units/quantity";
import { requestOf, form, PICKS, TEETH, wheelsOf } from "./request";
import RejectionTable from "./RejectionTable.vue";
import HitScatter from "./HitScatter.vue";
import HitTable from "./HitTable.vue";
import { wholeNumbers } from "./lists";
import PartPick from "./PartPick.vue";
import { type Hit, type SearchLine, useSearches } from "./searches";

const bench = useBench();
const searches = useSearches();
watch(
  () => bench.id,
  (id) => id && void searches.load(id),
  { immediate: true },
);

// ---- what to try

const RANKS: { key: Schemas["RankBy"]; word: string }[] = [
  { key: "margin", word: "most margin" },
  { key: "price", word: "cheapest" },
  { key: "mass", word: "lightest" },
  { key: "runtime", word: "runs longest" },
];
const COUNTS = [1, 2, 3, 4];
const option = computed(() => bench.document?.options[bench.optionIndex]);
const drive = computed(() => option.value?.drives[bench.driveIndex]);
const stage = computed(() => {
  const found = drive.value?.gearing?.findIndex(({ driver_teeth: teeth }) => teeth != null) ?? -1;
  return found < 0 ? null : found;
});
const stageOf = computed(() => (stage.value === null ? undefined : drive.value?.gearing?.[stage.value]));
const vehicle = computed(() => bench.jobDrive?.load.kind === "vehicle");
const owned = computed(() => ({
  motor: drive.value?.motor.label ?? "this motor",
  battery: option.value?.battery.label ?? "this battery",
  controller: drive.value?.controller?.label ?? (drive.value?.controller ? "this controller" : null),
}));

const wrongTeeth = (text: string) => {
  const read = wholeNumbers(text, TEETH.least, TEETH.most);
  return read.kind === "wrong" ? read.why : null;
};
const wrongWheels = computed(() => {
  const read = wheelsOf(form.wheels);
  return read.kind === "wrong" ? read.why : null;
});
const asked = computed(() => {
  const [id, build] = [bench.id, bench.document];
  if (!id || !build) return null;
  return requestOf({
    id,
    build,
    option: bench.optionIndex,
    drive: bench.driveIndex,
    stage: stage.value,
    wheels: vehicle.value,
  });
});
const { value: counted, problem: countProblem } = useAnswer<Schemas["Counted"]>(
  () => JSON.stringify(asked.value),
  (signal) => (asked.value ? api.POST("/api/searches/count", { body: asked.value, signal }) : null),
);
const tooMany = computed(() => (counted.value ? counted.value.combinations > counted.value.most : false));

function toggleCount(count: number): void {
  form.counts = form.counts.includes(count)
    ? form.counts.filter((other) => other !== count)
    : [...form.counts, count].sort((a, b) => a - b);
}

const whole = (count: number) => Math.round(count).toLocaleString("en").replaceAll(",", " ");

/** With a result on the paper the form folds away. */
const formShown = ref(false);
const formOpen = computed(() => formShown.value || searches.open === null);
function begin(): void {
  if (!asked.value) return;
  formShown.value = false;
  void searches.begin(asked.value);
}

// ---- how far it is

const line = computed(() => searches.open);
const running = computed(() => line.value?.state === "running");
const share = computed(() => {
  const { considered = 0, combinations = 1 } = line.value ?? {};
  return combinations > 0 ? considered / combinations : 0;
});
const rate = computed(() => {
  const each = line.value?.rate_per_s ?? 0;
  return each >= 1e6 ? `${(each / 1e6).toFixed(1)} million a second` : `${whole(each)} a second`;
});
const STATE: Record<SearchLine["state"], string> = {
  running: "running",
  done: "",
  stopped: "stopped by hand",
  cut_off: "cut off before its end",
};
const at = (time: string) => new Date(time).toLocaleTimeString([], { hour: "2-digit", minute: "2-digit" });

// ---- what it found

const found = computed(() => searches.result?.found ?? null);
const hits = computed(() => {
  const seen = new Map<number, Hit>();
  const { ranked = [], pareto = [], sample = [] } = found.value ?? {};
  for (const hit of [...ranked, ...pareto, ...sample]) if (!seen.has(hit.number)) seen.set(hit.number, hit);
  return [...seen.values()];
});
const unbeaten = computed(() => new Set((found.value?.pareto ?? []).map(({ number }) => number)));
const looking = ref<number | null>(null);
const around = ref<Set<number> | null>(null);
watch(
  () => searches.openId,
  () => {
    looking.value = null;
    around.value = null;
  },
);
/** A near miss that is looked at stands among the hits, so that it can be stepped from. */
const missed = ref<Hit | null>(null);
const listed = computed(() => {
  const mine = around.value ? hits.value.filter(({ number }) => around.value?.has(number)) : hits.value;
  const extra = missed.value;
  return extra && extra.number === looking.value && !mine.some(({ number }) => number === extra.number)
    ? [extra, ...mine]
    : mine;
});
function lookAt(hit: Hit): void {
  missed.value = hit;
  looking.value = hit.number;
}
</script>

<template>
  <PanelHead title="Search the shelf" :note="`in “${option?.name ?? ''}”, ${drive?.drive ?? ''}`" />
  <form v-show="formOpen" class="form" @submit.prevent="begin">
    <PartPick
      v-for="pick in PICKS"
      :key="pick.kind"
      v-model="form[pick.kind]"
      :kind="pick.kind"
      :word="pick.word"
      :owns="owned[pick.kind]"
    />
    <div class="line">
      <b>Number of motors</b>
      <span class="switch" role="group" aria-label="Number of motors">
        <button
          v-for="count in COUNTS"
          :key="count"
          type="button"
          :aria-pressed="form.counts.includes(count)"
          @click="toggleCount(count)"
        >
          {{ count }}
        </button>
      </span>
      <span v-if="form.counts.length === 0" class="note">as now: {{ drive?.motor_count ?? 1 }}</span>
    </div>
    <div v-if="stageOf" class="line">
      <b>Teeth</b>
      <label>
        <span class="note">driver</span>
        <input
          v-model="form.driver"
          :placeholder="String(stageOf.driver_teeth ?? '')"
          data-search-driver
          :aria-invalid="wrongTeeth(form.driver) !== null"
          aria-label="Driver teeth to try"
        />
      </label>
      <label>
        <span class="note">driven</span>
        <input
          v-model="form.driven"
          :placeholder="String(stageOf.driven_teeth ?? '')"
          data-search-driven
          :aria-invalid="wrongTeeth(form.driven) !== null"
          aria-label="Driven teeth to try"
        />
      </label>
      <span class="note">like 12-20, 24 or 30-72/2</span>
      <p v-if="wrongTeeth(form.driver) ?? wrongTeeth(form.driven)" class="wrong" role="alert">
        {{ wrongTeeth(form.driver) ?? wrongTeeth(form.driven) }}
      </p>
    </div>
    <div v-if="vehicle" class="line">
      <b>Wheels</b>
      <input
        v-model="form.wheels"
        class="long"
        placeholder="the present one"
        data-search-wheels
        :aria-invalid="wrongWheels !== null"
        aria-label="Wheel diameters to try"
      />
      <span class="note">diameters in {{ displayUnit("length", 0.1).symbol }}, like 90, 110, 5 in</span>
      <p v-if="wrongWheels" class="wrong" role="alert">{{ wrongWheels }}</p>
    </div>
    <div class="line">
      <b>Best is</b>
      <span class="switch" role="group" aria-label="Best is">
        <button
          v-for="rank in RANKS"
          :key="rank.key"
          type="button"
          :aria-pressed="form.rank_by === rank.key"
          :data-rank="rank.key"
          @click="form.rank_by = rank.key"
        >
          {{ rank.word }}
        </button>
      </span>
    </div>
    <div class="line start">
      <span v-if="counted" class="count" data-count>
        <span class="figure big">{{ whole(counted.combinations) }}</span> combinations
      </span>
      <button type="submit" class="boxed" :disabled="!asked || tooMany || running" data-begin>Search</button>
      <span v-if="tooMany && counted" class="wrong">
        {{ whole(counted.most) }} are possible: filter the parts or try fewer teeth.
      </span>
      <span v-if="countProblem ?? searches.problem" class="wrong" role="alert">{{
        countProblem ?? searches.problem
      }}</span>
    </div>
  </form>

  <div v-if="searches.lines.length > 0" class="runs">
    <button
      type="button"
      class="action again"
      data-form
      :aria-expanded="formOpen"
      @click="formShown = !formShown"
    >
      {{ formOpen ? "fold the form" : "search again" }}
    </button>
    <button
      v-for="run in searches.lines"
      :key="run.id"
      type="button"
      :aria-pressed="run.id === searches.openId"
      :title="run.title"
      :data-run="run.state"
      @click="searches.show(run.id)"
    >
      {{ at(run.started_at) }}
      <span class="figure">{{ run.state === "running" ? "…" : whole(run.feasible) }}</span>
    </button>
    <span class="note">the last ten searches, and how many did the job</span>
  </div>

  <section v-if="line" class="result" :data-search-state="line.state">
    <header>
      <span class="note">{{ line.title }}</span>
      <button type="button" class="action note" @click="searches.remove(line.id)">forget this one</button>
    </header>
    <div v-if="running" class="progress" role="status">
      <div class="bar"><div :style="{ width: `${100 * share}%` }"></div></div>
      <span>
        <span class="figure">{{ whole(line.considered) }}</span> of {{ whole(line.combinations) }} ·
        {{ rate }}
      </span>
      <button type="button" class="boxed" data-stop @click="searches.stop(line.id)">Stop</button>
    </div>
    <template v-else>
      <p class="headline" role="status" data-headline>
        <span class="figure big">{{ whole(line.feasible) }}</span>
        of {{ whole(line.considered) }} do the job
        <span class="note">
          <template v-if="STATE[line.state]">{{ STATE[line.state] }}</template>
          <template v-if="line.considered < line.combinations">
            · {{ whole(line.combinations - line.considered) }} not tried
          </template>
          <template v-if="found && found.feasible_with_unknowns > 0">
            · in {{ whole(found.feasible_with_unknowns) }} a limit is unknown
          </template>
        </span>
      </p>
      <template v-if="found && hits.length > 0">
        <HitScatter
          v-model:around="around"
          :hits="hits"
          :unbeaten="unbeaten"
          :at="looking"
          @look="looking = $event"
        />
      </template>
      <div v-else-if="found?.closest" class="closest">
        <p v-if="found.least" data-least>
          Nothing does the job. If {{ found.least.change }},
          <b>{{ found.least.at_least ? "at least " : "" }}{{ found.least.more }}</b> would: no smaller change
          lets anything through.
        </p>
        <p v-else data-least>Nothing does the job, and no single change would let anything through.</p>
        <p>
          The one that fails by the least is
          <button type="button" class="action" @click="lookAt(found.closest.hit)">
            {{
              [found.closest.hit.motor, found.closest.hit.battery].filter(Boolean).join(" · ") || "this one"
            }}</button>:
        </p>
        <ul>
          <li v-for="why in found.closest.fails" :key="why">{{ why }}</li>
        </ul>
      </div>
      <HitTable
        v-if="listed.length > 0"
        v-model:at="looking"
        :hits="listed"
        :rank-by="searches.result?.rank_by ?? ''"
      />
      <RejectionTable v-if="found" :fell="found.fell" :considered="found.considered" @look="lookAt" />
    </template>
  </section>
  <p v-else class="note empty">
    Every combination of the parts, teeth and wheels above is put into this option and judged with the whole
    chain. What does the job is ranked; what does not is counted by what it fell to.
  </p>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: baseline;
  padding: 5px 0;
  border-bottom: 1px solid var(--faint);
}

.line > b {
  min-width: 128px;
  font-weight: 600;
}

input:not([type]) {
  font: inherit;
  color: inherit;
  background: transparent;
  border: 1px solid var(--line);
  padding: 1px 6px;
  width: 110px;
  margin-left: 5px;
}

.long {
  width: 190px !important;
  margin-left: 0 !important;
}

input[aria-invalid="true"] {
  border-color: var(--fail);
}

.wrong {
  color: var(--fail);
  flex-basis: 100%;
}

.start {
  border-bottom: 0;
}

.big {
  font-size: 24px;
  font-weight: 600;
}

.runs {
  display: flex;
  flex-wrap: wrap;
  gap: 0 2px;
  align-items: baseline;
  border-top: 1px solid var(--ink);
  padding-top: 4px;
}

.runs button {
  padding: 2px 8px;
  font-size: 12px;
  border-bottom: 3px solid transparent;
}

.runs button[aria-pressed="true"] {
  border-bottom-color: var(--accent);
}

.runs .note {
  margin-left: auto;
}

.result header {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  border-top: 1px solid var(--line);
  padding-top: 4px;
}

.progress {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  padding: 10px 0;
}

.bar {
  flex: 1 1 220px;
  height: 10px;
  border: 1px solid var(--ink);
}

.bar div {
  height: 100%;
  background: var(--accent);
}

.closest {
  margin: 6px 0 10px;
}

.closest li {
  margin-left: 18px;
  list-style: square;
}

.empty {
  max-width: 62ch;
  padding-top: 8px;
}
</style>
