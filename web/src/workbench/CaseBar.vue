<script setup lang="ts">
// Which case, which charge, which drive; and the headline figures of the option.
import { computed } from "vue";
import { CHARGES, useBench } from "./bench";
import { CASE_WORDS } from "./words";
import { useSums } from "./sums";
import { momentWords } from "../run/momentWords";
import { useRuns } from "../run/runs";
import FigureDelta from "../shared/figures/FigureDelta.vue";
import { figures, shown, shownText } from "../units/quantity";

const bench = useBench();
const runs = useRuns();
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
const sums = useSums();
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
const currency = computed(() => bench.document?.job.budget?.currency ?? "");

interface Headline {
  name: string;
  quantity: "minutes" | "way" | "mass" | "plain";
  value: number | null | undefined;
  base: number | null | undefined;
  text: string;
  unit: string;
  sum?: string | undefined;
  hint?: string;
}

/** What the whole comes to, of the build as it is and as it was pinned. */
const headlines = computed<Headline[]>(() => {
  const [now, then] = [bench.view.option, bench.pinnedView?.option];
  if (!now) return [];
  const moving = now.moving_mass_kg !== null;
  const range = now.supply.range_m;
  const lines: Headline[] = [];
  // A battery that is only charged runs nothing.
  const instead = now.supply.reached_instead;
  if (!generating.value && instead) {
    const reached = instead.speed_m_s ?? null;
    const speed = reached === null ? shownText("rotation", instead.output_rpm) : shownText("speed", reached);
    lines.push({
      name: "runs flat out",
      quantity: "minutes",
      value: instead.runtime_min,
      base: then?.supply.runtime_min,
      text: figures(instead.runtime_min, 3),
      unit: `min at ${speed}`,
      hint: `${instead.drive} does not reach the speed asked for; this is what it reaches, and what one charge gives there`,
    });
    if (instead.range_m != null) {
      lines.push({
        name: "reaches",
        quantity: "way",
        value: instead.range_m,
        base: null,
        ...shown("way", instead.range_m),
      });
    }
  } else if (!generating.value) {
    lines.push({
      name: "runs",
      quantity: "minutes",
      value: now.supply.runtime_min,
      base: then?.supply.runtime_min,
      text: figures(now.supply.runtime_min ?? NaN, 3),
      unit: "min",
      sum: "battery.runtime",
    });
  }
  if (range !== undefined && range !== null) {
    lines.push({
      name: "reaches",
      quantity: "way",
      value: range,
      base: then?.supply.range_m,
      ...shown("way", range),
      sum: "battery.range",
    });
  }
  const mass = now.moving_mass_kg ?? now.hardware_mass_kg;
  if (mass) {
    const said = shown("mass", mass);
    const base = moving ? then?.moving_mass_kg : then?.hardware_mass_kg;
    const sum = moving ? "job.moving_mass" : "build.hardware_mass";
    lines.push({ name: "weighs", quantity: "mass", value: mass, base, ...said, sum });
  }
  if (now.to_buy !== null) {
    lines.push({
      name: "to buy",
      quantity: "plain",
      value: now.to_buy,
      base: then?.to_buy,
      text: figures(now.to_buy, 4),
      unit: currency.value,
      sum: now.to_buy === now.price ? "build.price" : undefined,
      hint: `${shownText("plain", now.price)} in all`,
    });
  }
  return lines;
});
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
    <span v-if="cases.length > 0" class="switch" role="group" aria-label="Case">
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
    <span v-if="cases.length > 0" class="switch" role="group" aria-label="Charge">
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
    <button
      type="button"
      class="pin"
      :aria-pressed="bench.pinned !== null"
      :title="
        bench.pinned
          ? `Differences are to ${bench.pinned.name}, as pinned; press to let it go`
          : 'Hold these figures; every figure then shows its difference'
      "
      data-pin
      @click="bench.pin()"
    >
      {{ bench.pinned ? "Pinned ×" : "Pin" }}
    </button>
    <span class="headline">
      <span v-for="line in headlines" :key="line.name" :title="line.hint">
        {{ line.name }}
        <b class="figure"
          ><button
            v-if="line.sum"
            type="button"
            class="opens"
            :data-sum="line.sum"
            @click="sums.open(line.sum)"
          >
            {{ line.text }}</button
          ><template v-else>{{ line.text }}</template></b
        ><span class="unit">{{ line.unit }}</span
        ><FigureDelta v-if="bench.pinned" :quantity="line.quantity" :value="line.value" :base="line.base" />
      </span>
    </span>
  </div>
  <p v-if="moment" class="because" data-because>
    <b>{{ moment }}</b> · the cases come back when the run is left
  </p>
  <p
    v-else
    class="because"
    :class="{ cannot: bench.caseFigures && !bench.caseFigures.feasible }"
    data-because
  >
    <template v-if="efficiency">
      battery to load
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
      ·
    </template>
    <template v-if="generating">
      source to load <b class="figure">{{ figures(100 * generating.efficiency, 2) }} %</b> ·
      {{
        generating.output_power_w > 0
          ? `it gives ${shownText("power", generating.output_power_w)} at ${shownText("voltage", generating.output_voltage_v)}`
          : `nothing flows: ${shownText("voltage", generating.needed_voltage_v)} are never reached`
      }}
    </template>
    {{ bench.caseFigures?.because }}
  </p>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3) var(--space-7);
  align-items: center;
  padding: var(--space-4) var(--space-8) 0 3.75rem;
}

.because {
  color: var(--soft);
  min-height: 22px;
  padding: 0.1875rem var(--space-8) var(--space-1) 3.75rem;
}

.because b {
  color: var(--ink);
}

.because.cannot {
  color: var(--fail);
  font-weight: 600;
}

.pin {
  border: 1px solid var(--line);
  font-size: var(--size-small);
  line-height: 18px;
  padding: 0 var(--space-4);
  background: var(--sheet);
  max-width: 240px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.pin[aria-pressed="true"] {
  border-color: var(--accent);
  color: var(--accent);
}

.headline {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1) var(--space-10);
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
    padding-left: var(--space-7);
  }
}
</style>
