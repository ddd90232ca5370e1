<script setup lang="ts">
import { motorsOf, perChannelOf } from "../shared/lib/counts";
import { computed } from "vue";
import { useBench } from "../workbench/bench";
import { CASE_WORDS } from "../workbench/words";
import FitPlan from "../battery/FitPlan.vue";
import type { ChartLabel, Curve } from "../shared/plots/curves";
import { CurveChart } from "../shared/plots/late";
import AnswerField from "../shared/fields/AnswerField.vue";
import BenchField from "../shared/fields/BenchField.vue";
import OneLine from "../shelf/OneLine.vue";
import MoreFigures from "../shared/fields/MoreFigures.vue";
import PairField from "../shared/fields/PairField.vue";
import FieldGroup from "../shared/fields/FieldGroup.vue";
import FigureTable, { type FigureLine } from "../shared/figures/FigureTable.vue";
import PanelHead from "../shared/PanelHead.vue";
import SensorsField from "../shared/fields/SensorsField.vue";
import SizeField from "../shared/fields/SizeField.vue";
import ShelfNote from "../shelf/ShelfNote.vue";
import ToShelf from "../shelf/ToShelf.vue";
import type { View } from "../workbench/view";
import { shownText } from "../units/quantity";
import CandidateList from "../shelf/CandidateList.vue";
import { STARTS } from "../shared/fields/starts.gen";

const bench = useBench();
const at = computed(() => `${bench.drivePointer}/controller`);
const controller = computed(() => bench.drive?.controller ?? null);
const points = computed(() => bench.envelope?.points ?? []);
const perChannel = computed(() => perChannelOf(bench.drive));

const curves = computed<Curve[]>(() => [
  {
    name: "motor current",
    style: "strong",
    points: points.value.map((p): [number, number] => [p.motor_rpm, p.motor_current_a]),
  },
  {
    name: "battery current of a channel",
    style: "accent",
    points: points.value.map((p): [number, number] => [p.motor_rpm, p.controller_battery_current_a]),
  },
]);
const hungriest = computed(() => bench.envelope?.hungriest ?? null);
/** At rest it stands in the label there. */
const lines = computed(() =>
  hungriest.value && hungriest.value.motor_rpm > 0
    ? [
        {
          name: `battery gives most: ${shownText("rotation", hungriest.value.motor_rpm, 3)}`,
          x: hungriest.value.motor_rpm,
        },
      ]
    : [],
);
/** Named at rest, where the two lie furthest apart. */
const labels = computed<ChartLabel[]>(() => {
  const first = points.value[0];
  if (!first) return [];
  const apart = first.motor_current_a > first.controller_battery_current_a * 1.1;
  if (!apart) return [{ text: "motor and battery current", x: 0, y: first.motor_current_a }];
  return [
    { text: "motor current", x: 0, y: first.motor_current_a },
    { text: "battery current", x: 0, y: first.controller_battery_current_a },
  ];
});
const marks = computed(() =>
  (bench.envelope?.marks ?? [])
    .filter((mark) => mark.case !== "full_throttle")
    .map((mark) => ({
      name: CASE_WORDS[mark.case].toLowerCase(),
      x: mark.motor_rpm,
      y: mark.motor_current_a,
      open: mark.case === "target",
      bad: !mark.feasible,
    })),
);

function table(view: View): FigureLine[] {
  const [still, envelope] = [view.caseAt("stall", bench.charge), view.envelopeAt(bench.charge)];
  const target = view.caseAt("target", bench.charge);
  const half = (sum: string) => (bench.charge === 0.5 ? sum : undefined);
  return [
    {
      name: "motor, held still",
      quantity: "current",
      value: still?.motor_current_a,
      sum: bench.charge === 1 ? "stall.motor_current" : undefined,
    },
    { name: "battery, held still", quantity: "current", value: still?.controller_battery_current_a },
    {
      name: "battery, at its most",
      quantity: "current",
      value: envelope?.hungriest?.controller_battery_current_a,
    },
    { name: "at a motor speed of", quantity: "rotation", value: envelope?.hungriest?.motor_rpm },
    { name: "all motors together", quantity: "current", value: envelope?.hungriest_supply_current_a },
    { name: "duty at the target", quantity: "plain", value: target?.duty, sum: half("target.duty") },
    {
      name: "battery at the target",
      quantity: "current",
      value: target?.controller_battery_current_a,
      sum: half("target.channel_battery_current"),
    },
  ];
}

const rollsDownhill = computed(() => {
  const load = bench.jobDrive?.load;
  return load?.kind === "vehicle" && (load.grade_percent ?? 0) > 0 && controller.value?.can_brake !== true;
});

const fit = computed(() => bench.optionFigures?.controller_fit ?? null);

const SETTINGS = ["max_duty", "can_brake"] as const;
const REST = [
  "on_resistance_ohm",
  "idle_power_w",
  "failsafe_throttle",
  "mass_kg",
  "owned",
  "source",
] as const;
const HEAT = ["max_temperature_c", "case_to_ambient_k_per_w"] as const;
const MOUNT = ["bolt_circle_mm", "thread"] as const;
const more = computed(
  () => SETTINGS.length + REST.length + HEAT.length + MOUNT.length + brushlessOnly.value.length + 4,
);
const brushlessOnly = computed(() =>
  controller.value?.kind === "brushless" ? ["commutation", "max_erpm"] : [],
);

const runs = computed(() => bench.option?.wiring?.runs ?? []);
/** The lead whose switch it is: one that has a switch, else the first of the battery. */
const switchRun = computed(() => {
  const has = runs.value.findIndex((run) => run.switch != null || run.switch_a != null);
  return has >= 0 ? has : runs.value.findIndex((run) => run.circuit === "supply");
});

function toggleBec(): void {
  bench.set(`${at.value}/bec`, controller.value?.bec ? undefined : STARTS.bec, null);
}

function addController(): void {
  const motor = bench.drive?.motor;
  bench.set(at.value, { kind: motor?.kind ?? "brushed", channels: motorsOf(bench.drive) }, null);
}
</script>

<template>
  <PanelHead
    title="Controller"
    step="controller"
    :note="
      controller
        ? `${bench.drive?.drive} · figures of one channel${perChannel > 1 ? `, ${perChannel} motors on it` : ''}`
        : `${bench.drive?.drive} · plain switch`
    "
  >
    <button v-if="controller" type="button" class="action note" @click="bench.set(at, undefined, null)">
      use a plain switch instead
    </button>
    <ToShelf v-if="controller" kind="controller" :at="at" />
  </PanelHead>
  <ShelfNote v-if="controller" :at="at" />
  <div v-if="controller" class="typed">
    <section>
      <h2>Your controller <span class="note">figures of one channel</span></h2>
      <OneLine kind="controller" :at="at" :stays="['motor_current_limit_a', 'battery_current_limit_a']">
        <BenchField :at="at" record="Controller" name="label" label="Name" />
      </OneLine>
      <BenchField :at="at" record="Controller" name="kind" />
      <PairField
        :at="at"
        record="Controller"
        :names="['min_voltage_v', 'max_voltage_v']"
        label="Volts"
        between="to"
      />
      <PairField
        :at="at"
        record="Controller"
        :names="['motor_current_continuous_a', 'motor_current_peak_a']"
        label="Motor amps, and peak"
        between="/"
      />
      <PairField
        :at="at"
        record="Controller"
        :names="['battery_current_continuous_a', 'battery_current_peak_a']"
        label="Battery amps, and peak"
        between="/"
      />
      <BenchField :at="at" record="Controller" name="motor_current_limit_a" label="Set: motor amps" />
      <BenchField :at="at" record="Controller" name="battery_current_limit_a" label="Set: battery amps" />
      <BenchField :at="at" record="Controller" name="channels" />
      <BenchField :at="bench.drivePointer" record="OptionDrive" name="controller_count" label="How many" />
      <BenchField :at="at" record="Controller" name="price" />
    </section>
    <div class="pictures">
      <p v-if="bench.driveFigures?.generating" class="words">
        A generator's current passes the bridge and then this: it must stand
        <b class="figure">{{ shownText("voltage", bench.driveFigures.generating.runaway_voltage_v) }}</b> when
        the load falls off. A bridge alone has no limit to give but that of its diodes.
      </p>
      <CurveChart
        v-else
        title="Motor and battery current over speed"
        x-label="motor rpm"
        y-label="currents at full throttle, A"
        :curves="curves"
        :marks="marks"
        :lines="lines"
        :labels="labels"
      />
      <p v-if="!bench.driveFigures?.generating" class="note words">{{ bench.envelope?.says }}</p>
    </div>
  </div>
  <div v-else class="bare">
    <p>
      A plain switch is full on or off: nothing limits the current but resistance, and nothing can hold a
      speed. A stalled motor takes its whole stall current until something gives.
    </p>
    <button type="button" class="boxed" @click="addController">Put in a controller</button>
    <FieldGroup
      v-if="switchRun >= 0"
      :title="`the switch, in ${runs[switchRun]?.name ?? ''}`"
      :at="`${bench.optionPointer}/wiring/runs/${switchRun}`"
      record="WiringRun"
      :names="['switch', 'switch_a', 'switch_rated_for', 'fuse_a']"
      class="switch"
      data-switch
    />
    <p v-else class="note">
      The switch sits in a lead: add the battery's lead in Wiring, then say here what it is good for.
    </p>
  </div>
  <p v-if="rollsDownhill" class="caution note">
    Nothing here brakes: down the hill the machine runs away unless a friction brake holds it.
  </p>
  <MoreFigures v-if="controller" :count="more">
    <div class="columns">
      <FieldGroup
        title="how it is used"
        :at="bench.drivePointer"
        record="OptionDrive"
        :names="['motors_per_channel']"
      >
        <BenchField v-for="name in brushlessOnly" :key="name" :at="at" record="Controller" :name="name" />
        <BenchField v-for="name in SETTINGS" :key="name" :at="at" record="Controller" :name="name" />
        <AnswerField
          :at="at"
          record="Controller"
          name="limits_current"
          yes="yes, it does"
          no="no"
          :usual="bench.driveFigures?.holds_current"
        />
      </FieldGroup>
      <FieldGroup title="the rest" :at="at" record="Controller" :names="REST">
        <SizeField :at="at" />
      </FieldGroup>
      <section v-if="controller.kind === 'brushless'" class="group">
        <SensorsField :at="at" />
      </section>
      <FieldGroup title="its heat" :at="at" record="Controller" :names="HEAT" />
      <section class="group">
        <h3>
          receiver supply
          <button type="button" class="action" data-bec @click="toggleBec">
            {{ controller.bec ? "take it away" : "it has one" }}
          </button>
        </h3>
        <template v-if="controller.bec">
          <BenchField :at="`${at}/bec`" record="Bec" name="voltage_v" />
          <BenchField :at="`${at}/bec`" record="Bec" name="current_a" />
        </template>
      </section>
      <FieldGroup title="its mount" :at="`${at}/mount`" record="Mount" :names="MOUNT" />
      <section v-if="fit" class="group" data-controller-fit>
        <h3>all controllers in their room</h3>
        <FitPlan
          v-if="fit.controllers"
          title="controllers in their room"
          :room="fit.room_mm"
          :packing="fit.controllers"
        />
        <p v-else class="note">The size of a controller is not given, so nothing says whether it fits.</p>
      </section>
    </div>
  </MoreFigures>
  <CandidateList kind="controller" title="controllers on the shelf" />
  <FigureTable
    v-if="!bench.driveFigures?.generating"
    title="the two currents at full throttle"
    :lines="table(bench.view)"
    :pinned="bench.pinnedView && table(bench.pinnedView)"
  />
</template>

<style scoped>
.words {
  margin-top: var(--space-5);
}

.caution {
  margin-bottom: var(--space-7);
}

.bare {
  max-width: 62ch;
}

.bare .boxed,
.switch {
  margin-top: var(--space-5);
}
</style>
