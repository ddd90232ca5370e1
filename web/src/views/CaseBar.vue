<script setup lang="ts">
// Which case, which charge, which drive; and the headline figures of the option.
import { computed } from "vue";
import { CHARGES, useBench } from "../bench/bench";
import { CASE_WORDS } from "../bench/words";
import { figures, shown, shownText } from "../units/quantity";

const bench = useBench();
const cases = computed(() => {
  const there = new Set((bench.driveFigures?.cases ?? []).map((point) => point.case));
  return (["target", "climb", "full_throttle", "stall", "no_load"] as const).filter((name) =>
    there.has(name),
  );
});
const grade = computed(() => {
  const load = bench.jobDrive?.load;
  return load?.kind === "vehicle" ? (load.grade_percent ?? 0) : 0;
});
const word = (name: (typeof cases.value)[number]) =>
  name === "climb" ? `Climb ${figures(grade.value, 3)} %` : CASE_WORDS[name];
const efficiency = computed(() => bench.caseFigures?.efficiency);
const range = computed(() => bench.optionFigures?.supply.range_m);
const mass = computed(() => bench.optionFigures?.moving_mass_kg ?? bench.optionFigures?.hardware_mass_kg);
const currency = computed(() => bench.document?.job.budget?.currency ?? "");
const toBuy = computed(() => bench.optionFigures?.to_buy);
</script>

<template>
  <div class="bar">
    <span v-if="(bench.option?.drives.length ?? 0) > 1" class="switch" role="group" aria-label="Drive">
      <button
        v-for="drive in bench.option?.drives"
        :key="drive.drive"
        type="button"
        :aria-pressed="drive.drive === bench.drive?.drive"
        @click="bench.driveName = drive.drive"
      >
        {{ drive.drive }}
      </button>
    </span>
    <span class="switch" role="group" aria-label="Case">
      <button
        v-for="name in cases"
        :key="name"
        type="button"
        :aria-pressed="name === bench.caseName"
        @click="bench.caseName = name"
      >
        {{ word(name) }}
      </button>
    </span>
    <span class="switch" role="group" aria-label="Charge">
      <button
        v-for="{ word: said, charge } in CHARGES"
        :key="said"
        type="button"
        :aria-pressed="charge === bench.charge"
        @click="bench.charge = charge"
      >
        {{ said }}
      </button>
    </span>
    <span class="headline">
      <span v-if="bench.optionFigures">
        runs <b class="figure">{{ figures(bench.optionFigures.supply.runtime_min ?? NaN, 3) }}</b><span
          class="unit"
          >min</span
        >
      </span>
      <span v-if="range !== undefined && range !== null">
        reaches <b class="figure">{{ figures(range / 1000, 3) }}</b><span class="unit">km</span>
      </span>
      <span v-if="mass">
        weighs <b class="figure">{{ shown("mass", mass).text }}</b><span class="unit">{{
          shown("mass", mass).unit
        }}</span>
      </span>
      <span
        v-if="toBuy !== undefined && toBuy !== null"
        :title="shownText('plain', bench.optionFigures?.price)"
      >
        to buy <b class="figure">{{ figures(toBuy, 4) }}</b><span class="unit">{{ currency }}</span>
      </span>
    </span>
  </div>
  <p class="because" :class="{ cannot: bench.caseFigures && !bench.caseFigures.feasible }" data-because>
    <template v-if="efficiency">
      battery to load <b class="figure">{{ figures(100 * efficiency, 2) }} %</b> ·
    </template>
    {{ bench.caseFigures?.because }}
  </p>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  padding: 8px 16px 0 60px;
}

.because {
  color: var(--soft);
  min-height: 22px;
  padding: 3px 16px 2px 60px;
}

.because b {
  color: var(--ink);
}

.because.cannot {
  color: var(--fail);
  font-weight: 500;
}

.headline {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 20px;
  color: var(--soft);
  margin-left: auto;
}

.headline b {
  color: var(--ink);
  font-weight: 600;
}

@media (max-width: 1150px) {
  .bar,
  .because {
    padding-left: 14px;
  }
}
</style>
