<script setup lang="ts">
import { computed } from "vue";
import { useBench } from "../workbench/bench";
import BenchField from "../shared/fields/BenchField.vue";
import MoreFigures from "../shared/fields/MoreFigures.vue";
import PairField from "../shared/fields/PairField.vue";
import FieldGroup from "../shared/fields/FieldGroup.vue";
import OneLine from "../shelf/OneLine.vue";
import FigureTable, { type FigureLine } from "../shared/figures/FigureTable.vue";
import FigureDelta from "../shared/figures/FigureDelta.vue";
import PanelHead from "../shared/PanelHead.vue";
import SizeField from "../shared/fields/SizeField.vue";
import ShelfNote from "../shelf/ShelfNote.vue";
import ToShelf from "../shelf/ToShelf.vue";
import { useSums } from "../workbench/sums";
import type { View } from "../workbench/view";
import { shownText } from "../units/quantity";
import BatteryFit from "./BatteryFit.vue";
import DischargeChart from "./DischargeChart.vue";
import CandidateList from "../shelf/CandidateList.vue";
import TradeOffNote from "../shared/TradeOffNote.vue";

const bench = useBench();
const sums = useSums();
const at = computed(() => `${bench.optionPointer}/battery`);
const supply = computed(() => bench.optionFigures?.supply);
const lithium = computed(() => ["lipo", "li_ion", "lifepo4"].includes(bench.option?.battery.chemistry ?? ""));

function rests(view: View): FigureLine[] {
  const supply = view.option?.supply;
  const open = supply?.open_circuit_v;
  return [
    {
      name: "off the charger",
      quantity: "voltage",
      value: supply?.charger_end_v,
      sum: "battery.charger_end",
    },
    { name: "at rest, full", quantity: "voltage", value: open?.full, sum: "battery.open_circuit_full" },
    { name: "at rest, half", quantity: "voltage", value: open?.mid, sum: "battery.open_circuit" },
    { name: "at rest, low", quantity: "voltage", value: open?.low, sum: "battery.open_circuit_low" },
    {
      name: "resistance, with leads",
      quantity: "resistance",
      value: supply?.resistance_ohm,
      sum: "battery.supply_resistance",
    },
    {
      name: "gives continuously",
      quantity: "current",
      value: supply?.continuous_a,
      sum: "battery.continuous_current",
    },
    { name: "gives for 10 s", quantity: "current", value: supply?.burst_a, sum: "battery.burst_current" },
    { name: "energy", quantity: "energy", value: supply?.energy_wh, sum: "battery.energy" },
  ];
}

const CASES = [
  { name: "all at their target", charge: "half", key: "all_target" },
  { name: "all at their usual speed", charge: "half", key: "all_usual" },
  { name: "all at their hardest work", charge: "half", key: "all_hardest" },
  { name: "the same, nearly empty", charge: "low", key: "all_hardest_low" },
  { name: "all stalled, full throttle", charge: "full", key: "all_stalled" },
  { name: "all where they draw most", charge: "full", key: "all_peak" },
  { name: "the same, nearly empty", charge: "low", key: "all_peak_low" },
  { name: "all held flat out", charge: "half", key: "all_flat_out" },
] as const;
const cases = computed(() =>
  CASES.map((line) => ({
    ...line,
    ...supply.value?.[line.key],
    base: bench.pinnedView?.option?.supply[line.key].current_a,
  })),
);

const RATING = ["max_charge_c", "bms_limit_a"] as const;
const USE = ["cutoff_v_per_cell", "usable_fraction", "peukert_exponent", "rated_hours"] as const;
const BODY = ["mass_kg", "connector", "owned", "source"] as const;
const more = computed(() => RATING.length + USE.length + BODY.length + 1);
</script>

<template>
  <PanelHead
    title="Battery"
    step="battery"
    :note="`${shownText('energy', supply?.energy_wh)} · all drives on it`"
  >
    <ToShelf kind="battery" :at="at" />
  </PanelHead>
  <ShelfNote :at="at" />
  <div class="typed">
    <section>
      <h2>Your pack</h2>
      <OneLine kind="battery" :at="at" :stays="['packs_series', 'packs_parallel', 'usable_fraction']">
        <BenchField :at="at" record="Battery" name="label" label="Name" />
      </OneLine>
      <BenchField :at="at" record="Battery" name="chemistry" />
      <BenchField :at="at" record="Battery" name="cells_series" />
      <BenchField :at="at" record="Battery" name="capacity_ah" />
      <PairField
        :at="at"
        record="Battery"
        :names="['continuous_c', 'burst_c']"
        label="C, and for moments"
        between="/"
      />
      <BenchField :at="at" record="Battery" name="cell_resistance_ohm" />
      <PairField
        :at="at"
        record="Battery"
        :names="['packs_series', 'packs_parallel']"
        label="Packs in a row, side by side"
        between="×"
      />
      <BenchField :at="at" record="Battery" name="price" />
    </section>
    <div class="pictures">
      <DischargeChart />
    </div>
  </div>
  <MoreFigures :count="more">
    <div class="columns">
      <FieldGroup title="what it gives" :at="at" record="Battery" :names="RATING" />
      <FieldGroup title="how far it is used" :at="at" record="Battery" :names="USE" />
      <FieldGroup title="its body" :at="at" record="Battery" :names="BODY">
        <SizeField :at="at" />
      </FieldGroup>
      <BatteryFit />
    </div>
  </MoreFigures>
  <p class="caution note">
    <template v-if="lithium">
      Lithium packs: charge at the rating their maker gives, usually 1C, watched, on something that does not
      burn; never crushed or pierced; stored at part charge. A fuse sits close to the pack.
    </template>
    <template v-else>
      A fuse sits close to the battery. Charge where air moves: lead-acid and nickel cells give off gas when
      overcharged.
    </template>
    Rules on batteries differ from place to place; they come first.
  </p>
  <CandidateList kind="battery" title="packs on the shelf" />
  <div class="pair loads-pair">
    <table class="loads">
      <thead>
        <tr>
          <th>all drives at once</th>
          <th>charge</th>
          <th class="number">volts</th>
          <th class="number">amps</th>
          <th class="number">watts</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="line in cases" :key="line.key">
          <td>{{ line.name }}</td>
          <td>{{ line.charge }}</td>
          <template v-if="line.current_a !== null">
            <td class="figure number">{{ shownText("plain", line.voltage_v) }}</td>
            <td class="figure number strong">
              <FigureDelta v-if="bench.pinned" quantity="current" :value="line.current_a" :base="line.base" />
              <button
                type="button"
                class="opens"
                :data-sum="`supply.${line.key}`"
                @click="sums.open(`supply.${line.key}`)"
              >
                {{ shownText("plain", line.current_a) }}
              </button>
            </td>
            <td class="figure number">{{ shownText("plain", line.power_w) }}</td>
          </template>
          <td v-else colspan="3" class="number cannot">the battery cannot</td>
        </tr>
      </tbody>
    </table>
    <FigureTable
      title="the whole battery"
      :lines="rests(bench.view)"
      :pinned="bench.pinnedView && rests(bench.pinnedView)"
    />
  </div>
  <TradeOffNote :ids="['battery_rule', 'c_rating', 'pouch_or_cells']" />
</template>
<style scoped>
.number {
  text-align: right;
}

.strong {
  font-weight: 600;
}

.cannot {
  color: var(--fail);
}

.caution {
  margin: var(--space-2) 0 var(--space-7);
}
</style>
