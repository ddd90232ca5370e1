<script setup lang="ts">
// Which case, which charge, which drive; and what the case comes to, in words.
import { computed } from "vue";
import type { Step } from "../../router";
import { momentWords } from "../../run/momentWords";
import { useRuns } from "../../run/runs";
import FigureDelta from "../../shared/figures/FigureDelta.vue";
import { figures, shownText } from "../../units/quantity";
import { CHARGES, useBench } from "../bench";
import { setPath } from "../layout";
import { useSums } from "../sums";
import { useCases } from "./cases";
import CaseSelects from "./CaseSelects.vue";

const props = defineProps<{ step: Step; line?: boolean }>();
const bench = useBench();
const runs = useRuns();
const sums = useSums();
const { cases, word } = useCases();
const generating = computed(() => bench.driveFigures?.generating);
const efficiency = computed(() => bench.caseFigures?.efficiency);
const efficiencySum = computed(() =>
  bench.charge === 0.5 && (bench.caseName === "target" || bench.caseName === "climb")
    ? `${bench.caseName}.efficiency`
    : null,
);
const pinnedEfficiency = computed(() => {
  const share = bench.pinnedView?.caseAt(bench.caseName, bench.charge)?.efficiency;
  return share == null ? null : 100 * share;
});
/** The moment of a run that the power path shows. */
const moment = computed(() => {
  const { active, cursor, first } = runs;
  if (!active || cursor === null || !first) return null;
  return `${first.title} at ${momentWords(cursor)} of the run`;
});
</script>

<template>
  <div class="bar" :class="{ line }">
    <button v-if="line" type="button" class="action fold" data-path-fold @click="setPath(props.step, 'full')">
      unfold
    </button>
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
    <CaseSelects v-if="line" />
    <template v-else-if="cases.length > 0">
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
    </template>
    <p v-if="moment" class="because moment" data-because>
      <b>{{ moment }}</b> · cases come back when the run is left
    </p>
    <p
      v-else
      class="because"
      :class="{ cannot: bench.caseFigures && !bench.caseFigures.feasible }"
      :title="bench.caseFigures?.because"
      data-because
    >
      <template v-if="efficiency && bench.caseFigures?.feasible">
        <b class="figure"
          ><button v-if="efficiencySum" type="button" class="opens" @click="sums.open(efficiencySum)">
            {{ figures(100 * efficiency, 2) }} %</button
          ><template v-else>{{ figures(100 * efficiency, 2) }} %</template></b
        ><FigureDelta
          v-if="bench.pinned"
          quantity="percent"
          :value="100 * efficiency"
          :base="pinnedEfficiency"
        />
        arrives.
      </template>
      <template v-if="generating">
        <b class="figure">{{ figures(100 * generating.efficiency, 2) }} %</b> arrives;
        {{
          generating.output_power_w > 0
            ? `it gives ${shownText("power", generating.output_power_w)} at ${shownText("voltage", generating.output_voltage_v)}`
            : `nothing flows: ${shownText("voltage", generating.needed_voltage_v)} are never reached`
        }}
      </template>
      {{ bench.caseFigures?.because }}
    </p>
    <span class="right">
      <button
        type="button"
        class="action"
        :aria-pressed="bench.pinned !== null"
        :title="
          bench.pinned
            ? `Differences are to ${bench.pinned.name}, as pinned; press to let it go`
            : 'Hold these figures; every figure then shows its difference'
        "
        data-pin
        @click="bench.pin()"
      >
        {{ bench.pinned ? "unpin" : "pin" }}
      </button>
      <button
        v-if="!line"
        type="button"
        class="action"
        title="The power path as one line"
        data-path-fold
        @click="setPath(props.step, 'line')"
      >
        fold
      </button>
    </span>
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  gap: var(--space-5);
  align-items: center;
  padding: var(--space-3) var(--space-6) 0 var(--space-10);
  min-width: 0;
}

.line {
  padding: 0 0 0 var(--space-6);
}

.line > :deep(select) {
  font: inherit;
  color: inherit;
  background: var(--sheet);
  border: 1px solid var(--box);
  padding: var(--space-1) var(--space-3);
}

.because {
  color: var(--soft);
  flex: 1 1 0;
  min-width: 0;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}

.line .because:not(.moment) {
  display: none;
}

.because b {
  color: var(--ink);
}

.because.cannot {
  color: var(--fail);
  font-weight: 600;
}

.switch {
  flex: none;
  flex-wrap: nowrap;
}

.right {
  display: flex;
  gap: var(--space-5);
  margin-left: auto;
  font-size: var(--size-note);
}

.right .action,
.fold {
  text-decoration: underline;
  text-underline-offset: 2px;
}

.action[aria-pressed="true"] {
  font-weight: 600;
}
</style>
