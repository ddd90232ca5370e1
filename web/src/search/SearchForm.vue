<script setup lang="ts">
// What a search tries, and how many combinations that makes.
import { motorsOf } from "../shared/lib/counts";
import { computed } from "vue";
import { useAnswer } from "../api/answer";
import { api, type Schemas } from "../api/client";
import { displayUnit } from "../units/quantity";
import { useBench } from "../workbench/bench";
import { whole, wholeNumbers } from "./lists";
import PartPick from "./PartPick.vue";
import { form, PICKS, requestOf, TEETH, wheelsOf } from "./request";
import { useSearches } from "./searches";

defineProps<{ running: boolean }>();
const emit = defineEmits<{ begin: [asked: Schemas["SearchRequest"]] }>();
const bench = useBench();
const searches = useSearches();

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
const generates = computed(() => bench.jobDrive?.load.kind === "generator");
const picks = computed(() => (generates.value ? PICKS.filter(({ kind }) => kind === "motor") : PICKS));
const ranks = computed(() => (generates.value ? RANKS.filter(({ key }) => key !== "runtime") : RANKS));
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
    generates: generates.value,
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

function begin(): void {
  if (asked.value) emit("begin", asked.value);
}
</script>

<template>
  <form class="form" @submit.prevent="begin">
    <PartPick
      v-for="pick in picks"
      :key="pick.kind"
      v-model="form[pick.kind]"
      :kind="pick.kind"
      :word="pick.word"
      :owns="owned[pick.kind]"
    />
    <p v-if="generates" class="note">It is turned: the battery it charges stands in the job.</p>
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
      <span v-if="form.counts.length === 0" class="note">as now: {{ motorsOf(drive) }}</span>
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
          v-for="rank in ranks"
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
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-6);
  align-items: baseline;
  padding: 0.3125rem 0;
  border-bottom: 1px solid var(--faint);
}

.start {
  border-bottom: 0;
}

.wrong {
  color: var(--fail);
  flex-basis: 100%;
}

.big {
  font-size: var(--size-big);
  font-weight: 600;
}

.line > b {
  min-width: 128px;
  font-weight: 600;
}

input {
  font: inherit;
  color: inherit;
  background: transparent;
  border: 1px solid var(--box);
  padding: 0.0625rem var(--space-3);
  width: 110px;
  margin-left: 0.3125rem;
}

input[aria-invalid="true"] {
  border-color: var(--fail);
}

input.long {
  width: 190px;
  margin-left: 0;
}
</style>
