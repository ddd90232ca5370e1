<script setup lang="ts">
// What the readings say: the figure wanted with its uncertainty, what is wrong with them, the fit, the sum.
import { computed } from "vue";
import { useRouter } from "vue-router";
import { figures, lasting } from "../units/quantity";
import { shownFigure } from "./figure";
import FitChart from "./FitChart.vue";
import { newSheet } from "./newSheet";
import { useSheet } from "./sheet";

const sheet = useSheet();
const measured = computed(() => sheet.measured);
const far = computed(
  () =>
    new Set(
      measured.value?.findings
        .filter(({ code }) => code === "far_off")
        .flatMap(({ reading }) => reading ?? []) ?? [],
    ),
);
const said = shownFigure;
const WEIGHTS = { note: "note", doubt: "doubt", poor: "poor" } as const;
const findings = computed(() => {
  const order = ["poor", "doubt", "note"];
  return [...(measured.value?.findings ?? [])].sort(
    (a, b) => order.indexOf(a.weight) - order.indexOf(b.weight),
  );
});

interface Ranked {
  label: string;
  distance?: number;
  sure?: number;
  current_a?: number;
  over_middle?: number | null;
  over_chosen?: number | null;
  expected?: { rpm: number; current_a: number; resistance_ohm: number };
}
const unknowns = computed(
  () =>
    (measured.value?.results.unknowns as { label: string; ranked: Ranked[]; telling: string | null }[]) ?? [],
);
const assigned = computed(
  () => (measured.value?.results.assigned as { label: string; candidate_label: string | null }[]) ?? [],
);
const ranked = computed(() => (measured.value?.results.ranked as Ranked[] | undefined) ?? []);
const columns = computed(
  () =>
    (measured.value?.results.columns as { name: string; least: number; mean: number; most: number }[]) ?? [],
);
const loads = computed(
  () =>
    (sheet.document?.kind === "generator_test"
      ? (measured.value?.results.points as {
          rpm: number;
          load_ohm: number;
          current_a: number;
          output_power_w: number;
          efficiency: number | null;
        }[])
      : null) ?? [],
);
const heat = computed(() => {
  const results = measured.value?.results;
  if (sheet.document?.kind !== "heat_run" || !results) return null;
  const places = ["motor", "controller", "battery"] as const;
  type Place = { final_c: number | null; time_constant_s: number | null; at_planned_c: number | null } | null;
  return {
    verdict: results.verdict as "go_on" | "stop",
    next_s: results.next_stage_s as number,
    places: places.map((key) => ({ key, at: results[key] as Place })).filter(({ at }) => at),
  };
});
/** Unlike motors are told by the chosen one, alike ones by the middle one. */
function comparison(one: Ranked): string {
  if (one.over_chosen != null) return `×${figures(one.over_chosen, 3)}`;
  return one.over_middle == null ? "" : `${figures(100 * one.over_middle, 3)} % of the middle one`;
}

const router = useRouter();
/** The sheet that tells more, about the same thing. */
async function heldStill(): Promise<void> {
  const about = {
    label: (sheet.document?.label as string | undefined) ?? "",
    known: { supply_v: sheet.document?.supply_v },
  };
  const made = await newSheet("locked_rotor", about);
  if (made?.data) void router.push({ name: "sheet", params: { id: made.data.id } });
}
defineExpose({ far });
</script>

<template>
  <section class="result" data-result>
    <template v-if="measured">
      <p v-if="heat" class="headline" :class="heat.verdict">
        <span class="big">{{ heat.verdict === "stop" ? "■ Stop" : "Go on" }}</span>
        <span v-if="heat.verdict === 'go_on' && heat.next_s > 0"
          >&nbsp;for another {{ lasting(heat.next_s) }}</span
        >
      </p>
      <p
        v-for="(figure, place) in measured.figures"
        :key="figure.key"
        :class="place === 0 ? 'headline' : 'more'"
        :data-figure="figure.key"
      >
        <span v-if="place > 0" class="label">{{ figure.label }}</span>
        <span class="figure" :class="{ big: place === 0 }">{{ said(figure).text }}</span>
        <span class="unit">{{ said(figure).unit }}</span>
        <span v-if="said(figure).half" class="note">
          ± {{ said(figure).half!.text }} ({{ said(figure).half!.share }} %)</span
        >
        <span v-if="place === 0" class="note first">{{ figure.label }}</span>
      </p>
      <table v-if="heat">
        <thead>
          <tr>
            <td></td>
            <th>in the end</th>
            <th>when planned</th>
            <th>time constant</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ key, at } in heat.places" :key="key">
            <td>{{ key }}</td>
            <td class="figure">{{ at?.final_c == null ? "–" : `${figures(at.final_c, 3)} °C` }}</td>
            <td class="figure">{{ at?.at_planned_c == null ? "–" : `${figures(at.at_planned_c, 3)} °C` }}</td>
            <td class="figure">
              {{ at?.time_constant_s == null ? "–" : `${figures(at.time_constant_s / 60, 2)} min` }}
            </td>
          </tr>
        </tbody>
      </table>
      <ul class="findings">
        <li
          v-for="finding in findings"
          :key="`${finding.code} ${finding.reading}`"
          :class="WEIGHTS[finding.weight]"
          :data-finding="finding.code"
        >
          {{ finding.text }}
          <button
            v-if="finding.code === 'far_off' && finding.reading"
            type="button"
            class="action"
            @click="sheet.strike(finding.reading)"
          >
            strike it out
          </button>
          <button
            v-if="finding.code === 'coarse_meter' || finding.code === 'leads_rule'"
            type="button"
            class="action"
            data-held-still
            @click="heldStill"
          >
            measure it held still
          </button>
        </li>
      </ul>
      <section v-for="unknown in unknowns" :key="unknown.label">
        <h3>{{ unknown.label }}</h3>
        <table>
          <tbody>
            <tr v-for="one in unknown.ranked.slice(0, 5)" :key="one.label">
              <td>{{ one.label }}</td>
              <td class="figure">{{ figures(100 * (one.sure ?? 0), 2) }} %</td>
              <td class="note">
                {{ figures(one.distance ?? 0, 2) }} apart; would turn
                {{ figures(one.expected?.rpm ?? 0, 3) }} rpm at
                {{ figures(one.expected?.current_a ?? 0, 2) }} A
              </td>
            </tr>
          </tbody>
        </table>
        <p v-if="unknown.telling" class="note">{{ unknown.telling }}</p>
      </section>
      <p v-for="pair in assigned" :key="pair.label">
        {{ pair.label }} → <b>{{ pair.candidate_label ?? "none left" }}</b>
      </p>
      <table v-if="ranked.length > 0">
        <tbody>
          <tr v-for="one in ranked" :key="one.label">
            <td>{{ one.label }}</td>
            <td class="figure">{{ figures(one.current_a ?? 0, 3) }} A</td>
            <td class="note">
              {{ comparison(one) }}
            </td>
          </tr>
        </tbody>
      </table>
      <table v-if="columns.length > 0" data-columns>
        <thead>
          <tr>
            <th>column</th>
            <th>least</th>
            <th>mean</th>
            <th>most</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in columns" :key="one.name">
            <td>{{ one.name }}</td>
            <td class="figure">{{ figures(one.least, 4) }}</td>
            <td class="figure">{{ figures(one.mean, 4) }}</td>
            <td class="figure">{{ figures(one.most, 4) }}</td>
          </tr>
        </tbody>
      </table>
      <table v-if="loads.length > 0">
        <thead>
          <tr>
            <th>load</th>
            <th>amps</th>
            <th>gives</th>
            <th>efficiency</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="load in loads" :key="`${load.load_ohm} ${load.rpm}`">
            <td class="figure">{{ figures(load.load_ohm, 3) }} Ω</td>
            <td class="figure">{{ figures(load.current_a, 3) }} A</td>
            <td class="figure">{{ figures(load.output_power_w, 3) }} W</td>
            <td class="figure">
              {{ load.efficiency == null ? "–" : `${figures(100 * load.efficiency, 3)} %` }}
            </td>
          </tr>
        </tbody>
      </table>
      <FitChart v-for="fit in measured.fits" :key="fit.title" :fit="fit" :far="far" @strike="sheet.strike" />
      <details class="note">
        <summary>the sum</summary>
        <p v-for="line in measured.working" :key="line" class="figure work">{{ line }}</p>
      </details>
    </template>
    <template v-else-if="sheet.refused">
      <h3>Not enough yet</h3>
      <p v-for="error in sheet.refused.errors ?? []" :key="error.pointer">{{ error.detail }}.</p>
    </template>
  </section>
</template>

<style scoped>
.headline {
  padding-bottom: var(--space-2);
}

.big {
  font-size: var(--size-huge);
  font-weight: 600;
}

.stop .big {
  color: var(--fail);
}

.more {
  border-bottom: 1px solid var(--faint);
  padding: var(--space-1) 0;
}

.first {
  margin-left: var(--space-4);
}

.more .label {
  display: inline-block;
  min-width: 132px;
  color: var(--soft);
}

.findings {
  margin: var(--space-4) 0;
}

.findings li {
  border-left: 3px solid var(--line);
  padding: 0.1875rem 0 0.1875rem 0.5625rem;
  margin-bottom: var(--space-2);
}

.findings .doubt {
  border-left-color: var(--tight);
}

.findings .poor {
  border-left-color: var(--fail);
}

h3 {
  margin-top: var(--space-4);
}

summary {
  cursor: pointer;
  margin-top: var(--space-4);
}

.work {
  white-space: normal;
  padding: var(--space-1) 0;
}
</style>
