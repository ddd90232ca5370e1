<script setup lang="ts">
// The order of work. Each step says what stands in it and how its checks came out.
import { computed, nextTick, onMounted, watch } from "vue";
import type { Verdict } from "../api/client";
import { useBench } from "./bench";
import { LOAD_WORDS, stepOf, worst } from "./words";
import VerdictMark from "../shared/figures/VerdictMark.vue";
import { stepKey, STEPS, type Step } from "../router";
import { figures, shownText } from "../units/quantity";

const props = defineProps<{ step: Step }>();
const emit = defineEmits<{ go: [step: Step] }>();
const bench = useBench();

/** On a narrow screen the steps lie in a row that scrolls. */
async function show(): Promise<void> {
  await nextTick();
  const here = document.querySelector("[data-step][aria-current]");
  here?.scrollIntoView({ block: "nearest", inline: "center" });
}

onMounted(show);
watch(() => props.step, show);

const TITLES: Record<Step, string> = {
  job: "Job",
  motor: "Motor",
  gearing: "Gearing",
  battery: "Battery",
  controller: "Controller",
  wiring: "Wiring",
  search: "Search",
  options: "Options",
  parts: "Parts list",
  odds: "Odds",
  run: "Run",
  sheet: "Build sheet",
};

/** What the decision was based on has gone. */
const overturned = computed(() => bench.figures?.review?.stands === false);

const marks = computed<Partial<Record<Step, Verdict>>>(() => {
  const checks = bench.optionFigures?.checks ?? [];
  const chain = Object.fromEntries(
    STEPS.map((step) => [
      step,
      worst(
        checks
          .filter(
            (check) => stepOf(check) === step && (check.drive === null || check.drive === bench.drive?.drive),
          )
          // A caution is to be known and decides nothing.
          .filter((check) => check.verdict !== "unknown" && check.class !== "caution")
          .map((check) => check.verdict),
      ),
    ]),
  );
  return overturned.value ? { ...chain, options: "fail" } : chain;
});

function chosenWords(): string {
  if (overturned.value) return "the decision no longer holds";
  const [count, chosen] = [bench.document?.options.length ?? 0, bench.document?.chosen];
  return chosen ? `${count}, chosen: ${chosen}` : `${count}, none chosen`;
}

function boughtWords(): string {
  const [toBuy, budget] = [bench.optionFigures?.to_buy, bench.document?.job.budget];
  return toBuy == null ? "some price is missing" : `to buy ${figures(toBuy, 3)} ${budget?.currency ?? ""}`;
}

function runWords(): string {
  const courses = bench.document?.courses?.length ?? 0;
  if (courses === 0) return "the ride, the cut, the heat";
  return courses === 1 ? "1 course" : `${courses} courses`;
}

function sheetWords(): string {
  const done = new Set((bench.option?.power_up ?? []).map(({ step }) => step)).size;
  return done === 0 ? "settings, first power-up, print" : `first power-up: ${done} done`;
}

const words = computed<Record<Step, string>>(() => {
  const [load, drive, option] = [bench.jobDrive?.load, bench.drive, bench.option];
  const stages = drive?.gearing ?? [];
  const battery = option?.battery;
  const controller = drive?.controller;
  const runs = option?.wiring?.runs?.length ?? 0;
  const target =
    load?.kind === "vehicle"
      ? shownText("speed", load.target_speed_m_s)
      : load?.kind === "generator"
        ? shownText("power", bench.driveFigures?.generating?.output_power_w)
        : load?.kind === "blade"
          ? shownText("fastSpeed", load.target_tip_speed_m_s)
          : shownText("rotation", bench.driveFigures?.required.output_rpm, 4);
  return {
    job: `${LOAD_WORDS[load?.kind ?? ""] ?? ""} · ${target}`,
    motor: drive
      ? `${(drive.motor_count ?? 1) > 1 ? `${drive.motor_count} × ` : ""}${figures(drive.motor.kv_rpm_per_v)} Kv ${drive.motor.kind}`
      : "",
    gearing:
      stages.length === 0
        ? `${figures(bench.driveFigures?.ratio ?? 1, 4)} : 1`
        : `${figures(bench.driveFigures?.ratio ?? 1, 4)} : 1, ${stages.length === 1 ? stages[0]?.kind : `${stages.length} stages`}`,
    battery: battery
      ? `${battery.cells_series * (battery.packs_series ?? 1)} cells · ${shownText("capacity", battery.capacity_ah * (battery.packs_parallel ?? 1))}`
      : "",
    controller: controller
      ? controller.motor_current_limit_a
        ? `limit ${figures(controller.motor_current_limit_a)} A motor`
        : controller.kind
      : "bare switch",
    wiring: runs === 1 ? "1 run" : `${runs} runs`,
    search: "what of the shelf would do it",
    options: chosenWords(),
    parts: boughtWords(),
    odds: "with every tolerance",
    run: runWords(),
    sheet: sheetWords(),
  };
});
</script>

<template>
  <nav class="steps" aria-label="Steps">
    <ol>
      <li v-for="(name, index) in STEPS" :key="name">
        <button
          type="button"
          :aria-current="name === step ? 'step' : undefined"
          :data-step="name"
          @click="emit('go', name)"
        >
          <span class="number">{{ stepKey(index) }}</span>
          <span class="title">{{ TITLES[name] }}</span>
          <VerdictMark v-if="marks[name]" :verdict="marks[name]" />
          <span class="note words">{{ words[name] }}</span>
        </button>
      </li>
    </ol>
  </nav>
</template>

<style scoped>
.steps {
  grid-area: steps;
  position: relative;
  background: var(--paper);
  border-right: 1px solid var(--line);
  padding-top: var(--space-3);
  overflow: auto;
}

button {
  display: grid;
  grid-template-columns: 26px 1fr auto;
  width: 100%;
  padding: var(--space-4) var(--space-10) var(--space-4) 0.8125rem;
  border-left: 3px solid transparent;
}

.number {
  color: var(--soft);
}

.title {
  font-weight: 600;
}

.words {
  grid-column: 2 / -1;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}

button[aria-current] {
  background: var(--sheet);
  border-left-color: var(--accent);
}

button[aria-current] .title {
  color: var(--accent);
}

@media (max-width: 1000px) {
  .steps {
    padding: 0;
    border-right: 0;
    border-bottom: 1px solid var(--line);
  }

  ol {
    display: flex;
    overflow-x: auto;
  }

  button {
    display: flex;
    gap: var(--space-3);
    align-items: center;
    padding: 0 var(--space-6);
    min-height: 44px;
    border-left: 0;
    border-bottom: 3px solid transparent;
  }

  button[aria-current] {
    border-bottom-color: var(--accent);
  }

  .words {
    display: none;
  }
}
</style>
