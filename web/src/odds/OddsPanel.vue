<script setup lang="ts">
// The odds: every figure nobody measured drawn from its tolerance. Bands and chances in words, what drives each, options
// beside each other.
import { SHEET_TITLES } from "../measure/sheetTitles.gen";
import { computed } from "vue";
import { api, type Schemas } from "../api/client";
import { useAnswer } from "../api/answer";
import { useBench } from "../workbench/bench";
import { tolerances } from "./tolerances";
import { checkKey } from "../workbench/words";
import PanelHead from "../shared/PanelHead.vue";
import TolerancesForm from "./TolerancesForm.vue";
import { shownText, figures } from "../units/quantity";

type Odds = Schemas["Odds"];
const bench = useBench();
const { value: all, problem } = useAnswer<Odds[]>(
  () => [bench.shown, JSON.stringify(tolerances)],
  (signal) =>
    bench.shown ? api.POST("/api/odds", { body: { build: bench.shown, tolerances }, signal }) : null,
);
const odds = computed(() => all.value?.[bench.optionIndex] ?? null);

/** A chance in words: bands, not decimals. */
function chance(holds: number): string {
  if (holds > 0.995) return "always";
  if (holds >= 0.95) return "nearly always";
  if (holds < 0.005) return "never";
  if (holds < 0.05) return "hardly ever";
  return `about ${Math.round(10 * holds)} in 10`;
}
const rank = (holds: number) => (holds >= 0.95 ? "ok" : holds >= 0.5 ? "tight" : "fail");

const SAID: Record<Schemas["Quantity"], { word: string; say: (value: number) => string }> = {
  speed_m_s: { word: "Flat out", say: (value) => shownText("speed", value) },
  output_rpm: { word: "Flat out", say: (value) => shownText("rotation", value) },
  climb_utilisation: { word: "Torque used on the hill", say: (value) => `${figures(100 * value, 2)} %` },
  range_m: { word: "Way on one charge", say: (value) => shownText("way", value, 2) },
  runtime_min: { word: "Time on one charge", say: (value) => shownText("minutes", value, 2) },
  winding_c: { word: "Winding", say: (value) => shownText("temperature", value, 2) },
};
const bands = computed(() =>
  (odds.value?.bands ?? []).map((band) => {
    const { p10 = 0, p50 = 0, p90 = 0 } = band.band ?? {};
    const now = band.now ?? p50;
    const [low, high] = [Math.min(p10, now), Math.max(p90, now)];
    const room = (high - low || Math.abs(high) || 1) * 0.15;
    const [from, to] = [low - room, high + room];
    const at = (value: number) => (100 * (value - from)) / (to - from);
    return { ...band, ...SAID[band.quantity], at };
  }),
);
const driveOf = (drive: string | null | undefined) =>
  drive && (bench.document?.job.drives.length ?? 0) > 1 ? drive : "";
const drivers = (list: Schemas["DrivenBy"][]) =>
  list.slice(0, 2).flatMap(({ figure, share, rises }) => {
    const found = odds.value?.figures[figure];
    if (!found) return [];
    const most = share > 0.6 ? "mostly" : share > 0.25 ? "much" : "partly";
    const drive = driveOf(found.drive) ? ` (${found.drive})` : "";
    return [{ text: `${most} ${found.what}${drive} ${rises ? "↑" : "↓"}`, sheet: SHEET_TITLES[found.sheet] }];
  });
const checks = computed(() => odds.value?.checks.filter(({ holds }) => holds != null) ?? []);
/** The ones in doubt; the sure ones are counted. */
const doubtful = computed(() => checks.value.filter(({ holds }) => (holds ?? 1) < 0.995));
const unknown = computed(() => odds.value?.checks.filter(({ holds }) => holds == null) ?? []);
</script>

<template>
  <PanelHead title="Odds" :note="odds ? `${odds.draws} draws, seed ${odds.seed}` : ''" />
  <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
  <p v-if="!odds && !problem" class="note" role="status">
    Every figure that nobody measured is being drawn two thousand times …
  </p>
  <template v-if="odds">
    <h2 class="headline" data-odds>
      <span class="big" :class="rank(odds.all_hold)">{{ chance(odds.all_hold) }}</span>
      {{ odds.all_hold >= 0.05 && odds.all_hold < 0.95 ? "times " : "" }}everything holds in “{{
        odds.option
      }}”
    </h2>
    <p class="note lead">
      Each of {{ odds.figures.length }} figures that nobody measured is drawn from how far it usually is off,
      all of them at once, and the whole chain worked out each time.
    </p>

    <h3>What it does, in eight cases of ten</h3>
    <table class="bands" data-bands>
      <tbody>
        <tr v-for="band in bands" :key="`${band.quantity} ${band.drive}`" :data-band="band.quantity">
          <td>
            {{ band.word }} <span class="note">{{ driveOf(band.drive) }}</span>
          </td>
          <template v-if="band.band">
            <td class="figure number">{{ band.say(band.band.p10) }}</td>
            <td class="range">
              <svg
                width="100%"
                height="18"
                role="img"
                :aria-label="`from ${band.say(band.band.p10)} to ${band.say(band.band.p90)}`"
              >
                <line x1="0" x2="100%" y1="9" y2="9" class="axis" />
                <rect
                  :x="`${band.at(band.band.p10)}%`"
                  y="4"
                  :width="`${Math.max(0.5, band.at(band.band.p90) - band.at(band.band.p10))}%`"
                  height="10"
                  class="span"
                />
                <line
                  :x1="`${band.at(band.band.p50)}%`"
                  :x2="`${band.at(band.band.p50)}%`"
                  y1="2"
                  y2="16"
                  class="middle"
                />
                <circle v-if="band.now != null" :cx="`${band.at(band.now)}%`" cy="9" r="3" class="now" />
              </svg>
            </td>
            <td class="figure">{{ band.say(band.band.p90) }}</td>
          </template>
          <td v-else colspan="3" class="note">no figure in most draws</td>
          <td class="note">
            <span
              v-for="driver in drivers(band.driven_by)"
              :key="driver.text"
              :title="`the sheet “${driver.sheet}” would settle it`"
            >
              {{ driver.text }}
            </span>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="note">● with every figure as written, | the middle of the draws; ↑ more of it makes more</p>

    <h3>What is in doubt</h3>
    <table v-if="doubtful.length > 0" data-doubts>
      <tbody>
        <tr v-for="check in doubtful" :key="checkKey(check)">
          <td>
            {{ check.title }} <span class="note">{{ driveOf(check.drive) }}</span>
          </td>
          <td class="chance">
            <svg width="90" height="12" aria-hidden="true">
              <rect width="90" height="12" class="frame" />
              <rect :width="90 * (check.holds ?? 0)" height="12" :class="rank(check.holds ?? 0)" />
            </svg>
          </td>
          <td :class="rank(check.holds ?? 0)">holds {{ chance(check.holds ?? 0) }}</td>
          <td class="note">
            <span
              v-for="driver in drivers(check.driven_by)"
              :key="driver.text"
              :title="`the sheet “${driver.sheet}” would settle it`"
            >
              {{ driver.text }}
            </span>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="note">
      {{ checks.length - doubtful.length }} other checks hold in every draw or nearly<template
        v-if="unknown.length > 0"
        >; of {{ unknown.length }} nobody gave the limit</template
      >.
    </p>

    <template v-if="(all?.length ?? 0) > 1">
      <h3>The options by their odds</h3>
      <table data-odds-options>
        <tbody>
          <tr v-for="(other, place) in all" :key="other.option">
            <td>
              <button type="button" class="action" @click="bench.optionIndex = place">
                {{ other.option }}
              </button>
            </td>
            <td class="chance">
              <svg width="90" height="12" aria-hidden="true">
                <rect width="90" height="12" class="frame" />
                <rect :width="90 * other.all_hold" height="12" :class="rank(other.all_hold)" />
              </svg>
            </td>
            <td :class="rank(other.all_hold)">everything holds {{ chance(other.all_hold) }}</td>
            <td class="note">
              {{
                other.checks
                  .filter(({ holds }) => holds != null && holds < 0.95)
                  .slice(0, 3)
                  .map(({ title }) => title.toLowerCase())
                  .join(", ") || "nothing in doubt"
              }}
            </td>
          </tr>
        </tbody>
      </table>
    </template>
    <details class="note">
      <summary>how far figures usually are off</summary>
      <TolerancesForm />
    </details>
  </template>
</template>

<style scoped>
.wrong {
  color: var(--fail);
}

.big {
  font-size: var(--size-big);
  font-weight: 600;
  margin-right: var(--space-3);
}

.lead {
  max-width: 66ch;
  margin-bottom: var(--space-4);
}

h3 {
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.1875rem;
  margin-top: var(--space-6);
}

.number {
  text-align: right;
}

.range {
  width: 34%;
}

svg {
  display: block;
}

.axis {
  stroke: var(--line);
}

.span {
  fill: var(--ribbon);
}

.middle {
  stroke: var(--ink);
  stroke-width: 1.5;
}

.now {
  fill: var(--accent);
}

.frame {
  fill: none;
  stroke: var(--line);
}

.chance {
  width: 104px;
}

.ok {
  color: var(--ok);
  fill: var(--ok);
}

.tight {
  color: var(--tight);
  fill: var(--tight);
}

.fail {
  color: var(--fail);
  fill: var(--fail);
}

td.ok,
td.tight,
td.fail,
td.figure {
  white-space: nowrap;
}

td.note span + span {
  margin-left: var(--space-5);
}

@media (max-width: 760px) {
  tr {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    border-bottom: 1px solid var(--faint);
  }

  td {
    border-bottom: 0;
  }

  td:first-child,
  td.note {
    flex: 1 1 100%;
  }

  .range {
    flex: 1 1 100px;
    width: auto;
  }
}

summary {
  cursor: pointer;
  margin-top: var(--space-6);
}
</style>
