<script setup lang="ts">
import { computed } from "vue";
import { useBench } from "../bench/bench";
import FieldGroup from "../parts/FieldGroup.vue";
import FigureTable, { type FigureLine } from "../parts/FigureTable.vue";
import PanelHead from "../parts/PanelHead.vue";
import { shownText } from "../units/quantity";

const bench = useBench();
const at = computed(() => `${bench.optionPointer}/battery`);
const supply = computed(() => bench.optionFigures?.supply);
const lithium = computed(() => ["lipo", "li_ion", "lifepo4"].includes(bench.option?.battery.chemistry ?? ""));

const rests = computed<FigureLine[]>(() => [
  { name: "off the charger", quantity: "voltage", value: supply.value?.charger_end_v },
  { name: "at rest, full", quantity: "voltage", value: supply.value?.open_circuit_v.full },
  { name: "at rest, half", quantity: "voltage", value: supply.value?.open_circuit_v.mid },
  { name: "at rest, low", quantity: "voltage", value: supply.value?.open_circuit_v.low },
  {
    name: "resistance, with leads",
    quantity: "resistance",
    value: supply.value?.resistance_ohm,
    significant: 3,
  },
  { name: "gives for good", quantity: "current", value: supply.value?.continuous_a },
  { name: "gives for 10 s", quantity: "current", value: supply.value?.burst_a },
  { name: "energy", quantity: "energy", value: supply.value?.energy_wh },
]);
const cases = computed(() =>
  supply.value
    ? [
        { name: "all at their target", charge: "half", ...supply.value.all_target },
        { name: "all at their hardest work", charge: "half", ...supply.value.all_hardest },
        { name: "the same, nearly empty", charge: "low", ...supply.value.all_hardest_low },
        { name: "all stalled, full throttle", charge: "full", ...supply.value.all_stalled },
        { name: "all at their hungriest", charge: "full", ...supply.value.all_peak },
        { name: "the same, nearly empty", charge: "low", ...supply.value.all_peak_low },
      ]
    : [],
);

const PACK = ["label", "chemistry", "cells_series", "capacity_ah", "packs_series", "packs_parallel"] as const;
const RATING = ["continuous_c", "burst_c", "max_charge_c", "bms_limit_a", "cell_resistance_ohm"] as const;
const USE = ["cutoff_v_per_cell", "usable_fraction", "peukert_exponent", "rated_hours"] as const;
const BODY = ["mass_kg", "connector", "price", "owned", "source"] as const;
</script>

<template>
  <PanelHead title="Battery" :note="`${shownText('energy', supply?.energy_wh)} · all drives on it`" />
  <div class="top">
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
        <tr v-for="(line, index) in cases" :key="index">
          <td>{{ line.name }}</td>
          <td>{{ line.charge }}</td>
          <template v-if="line.current_a !== null">
            <td class="figure number">{{ shownText("plain", line.voltage_v) }}</td>
            <td class="figure number strong">{{ shownText("plain", line.current_a) }}</td>
            <td class="figure number">{{ shownText("plain", line.power_w) }}</td>
          </template>
          <td v-else colspan="3" class="number cannot">the battery cannot</td>
        </tr>
      </tbody>
    </table>
    <FigureTable title="the whole battery" :lines="rests" />
  </div>
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
  <div class="columns">
    <FieldGroup title="which pack" :at="at" record="Battery" :names="PACK" />
    <FieldGroup title="what it gives" :at="at" record="Battery" :names="RATING" />
    <FieldGroup title="how far it is used" :at="at" record="Battery" :names="USE" />
    <FieldGroup title="its body" :at="at" record="Battery" :names="BODY" />
  </div>
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
  margin: 4px 0 14px;
}
</style>
