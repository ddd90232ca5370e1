<script setup lang="ts">
// The search from this build: what to try, how many that makes, how far it is, what it found.
import { computed, ref, watch } from "vue";
import type { Schemas } from "../api/client";
import { useBench } from "../workbench/bench";
import PanelHead from "../shared/PanelHead.vue";
import RejectionTable from "./RejectionTable.vue";
import HitScatter from "./HitScatter.vue";
import HitTable from "./HitTable.vue";
import { whole } from "./lists";
import SearchForm from "./SearchForm.vue";
import { type Hit, type SearchLine, useSearches } from "./searches";

const bench = useBench();
const generates = computed(() => bench.jobDrive?.load.kind === "generator");
const searches = useSearches();
watch(
  () => bench.id,
  (id) => id && void searches.load(id),
  { immediate: true },
);

const option = computed(() => bench.document?.options[bench.optionIndex]);
const drive = computed(() => option.value?.drives[bench.driveIndex]);

/** With a result on the paper the form folds away. */
const formShown = ref(false);
const formOpen = computed(() => formShown.value || searches.open === null);
function begin(asked: Schemas["SearchRequest"]): void {
  formShown.value = false;
  void searches.begin(asked);
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
  const { ranked = [], pareto = [], sample = [], leading = [] } = found.value ?? {};
  for (const hit of [...ranked, ...pareto, ...leading, ...sample])
    if (!seen.has(hit.number)) seen.set(hit.number, hit);
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
  <PanelHead
    title="Search"
    :note="`in “${option?.name ?? ''}”, ${drive?.drive ?? ''}`"
    :says="`Which of all ${generates ? 'motors and teeth' : 'motors, teeth, packs and controllers'} of the shelf do this job.`"
  />
  <SearchForm v-show="formOpen" :running="running" @begin="begin" />

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
          :fronts="found?.fronts ?? []"
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
.big {
  font-size: var(--size-big);
  font-weight: 600;
}

.runs {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--space-1);
  align-items: baseline;
  border-top: 1px solid var(--ink);
  padding-top: var(--space-2);
}

.runs button {
  padding: var(--space-1) var(--space-4);
  font-size: var(--size-small);
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
  gap: var(--space-6);
  border-top: 1px solid var(--line);
  padding-top: var(--space-2);
}

.progress {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3) var(--space-7);
  align-items: center;
  padding: var(--space-5) 0;
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
  margin: var(--space-3) 0 var(--space-5);
}

.closest li {
  margin-left: var(--space-9);
  list-style: square;
}

.empty {
  max-width: 62ch;
  padding-top: var(--space-4);
}
</style>
