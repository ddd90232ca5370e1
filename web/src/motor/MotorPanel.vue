<script setup lang="ts">
import { motorsOf } from "../shared/lib/counts";
import { computed } from "vue";
import { useBench } from "../workbench/bench";
import FieldGroup from "../shared/fields/FieldGroup.vue";
import FigureTable, { type FigureLine } from "../shared/figures/FigureTable.vue";
import BenchField from "../shared/fields/BenchField.vue";
import MoreFigures from "../shared/fields/MoreFigures.vue";
import PairField from "../shared/fields/PairField.vue";
import PanelHead from "../shared/PanelHead.vue";
import ShelfNote from "../shelf/ShelfNote.vue";
import ToShelf from "../shelf/ToShelf.vue";
import type { View } from "../workbench/view";
import { figures } from "../units/quantity";
import EnvelopeChart from "./EnvelopeChart.vue";
import GeneratorNote from "../run/GeneratorNote.vue";
import { useRunning } from "../run/running";
import CandidateList from "../shelf/CandidateList.vue";
import MotorGuide from "./MotorGuide.vue";
import MotorReading from "./MotorReading.vue";
import TradeOffNote from "../shared/TradeOffNote.vue";
import KnownPanel from "./KnownPanel.vue";
import OneLine from "../shelf/OneLine.vue";
import RewoundNote from "./RewoundNote.vue";
import SlowerNote from "./SlowerNote.vue";
import SwapNote from "./SwapNote.vue";
import { STARTS } from "../shared/fields/starts.gen";

const bench = useBench();
const generates = computed(() => bench.jobDrive?.load.kind === "generator");
const { value: running } = useRunning(() => generates.value);
const turned = computed(() =>
  generates.value
    ? running.value?.generators.find(({ curves }) => curves.drive === bench.drive?.drive)
    : undefined,
);
const at = computed(() => `${bench.drivePointer}/motor`);
const chargeWord = computed(() => ({ 1: "full", 0.5: "half", 0.2: "low" })[bench.charge] ?? "");

/** A hub turns its wheel itself. */
const wheel = computed(() => bench.drive?.output?.wheel_diameter_m);

const MOTOR_QUESTIONS = ["voltage", "motor_count", "brushes", "sensors", "hub_or_belt"];

/** Sums are those at half charge. */
const half = (sum: string) => (bench.charge === 0.5 ? sum : undefined);

function needs(view: View): FigureLine[] {
  const [target, climb] = [view.caseAt("target", bench.charge), view.caseAt("climb", bench.charge)];
  const required = view.drive?.required;
  const hill: FigureLine[] = climb
    ? [
        { name: "speed, hill", quantity: "rotation", value: climb.motor_rpm },
        { name: "torque, hill", quantity: "torque", value: climb.motor_torque_nm, sum: "motor.climb_torque" },
        {
          name: "current, hill",
          quantity: "current",
          value: climb.motor_current_a,
          sum: half("climb.motor_current"),
        },
      ]
    : [];
  return [
    { name: "speed, level", quantity: "rotation", value: required?.motor_rpm, sum: "motor.required_speed" },
    {
      name: "torque, level",
      quantity: "torque",
      value: required?.motor_torque_nm,
      sum: "motor.required_torque",
    },
    {
      name: "current, level",
      quantity: "current",
      value: target?.motor_current_a,
      sum: half("target.motor_current"),
    },
    ...hill,
  ];
}

function gives(view: View): FigureLine[] {
  const motor = view.drive?.motor;
  const gearbox = view.drive?.gearbox;
  const atOutput: FigureLine[] = gearbox
    ? [
        { name: "its shaft, free", quantity: "rotation", value: gearbox.no_load_rpm },
        { name: "its shaft, held still", quantity: "torque", value: gearbox.stall_torque_nm },
      ]
    : [];
  return [
    ...atOutput,
    { name: "Kt", quantity: "plain", value: motor?.torque_constant_nm_per_a, sum: "motor.torque_constant" },
    {
      name: gearbox ? "inside, free" : "no load",
      quantity: "rotation",
      value: motor?.no_load_rpm,
      sum: "motor.no_load_speed",
    },
    { name: "takes, free", quantity: "current", value: motor?.no_load_current_a },
    { name: "stall, bare", quantity: "current", value: motor?.stall_current_a, sum: "motor.stall_current" },
    {
      name: "best efficiency",
      quantity: "plain",
      value: motor?.best_efficiency,
      significant: 2,
      sum: "motor.best_efficiency",
    },
    {
      name: "at a current of",
      quantity: "current",
      value: motor?.best_efficiency_current_a,
      sum: "motor.best_current",
    },
    {
      name: "stands flat out",
      quantity: "minutes",
      value: view.drive?.flat_out?.seconds == null ? null : view.drive.flat_out.seconds / 60,
      words:
        view.drive?.flat_out?.seconds === null && !view.drive.flat_out.no_room ? "continuously" : undefined,
    },
    {
      name: "winding gets",
      quantity: "temperature",
      value: view.drive?.thermal?.winding_c,
      sum: view.drive?.thermal?.estimated ? "motor.winding_to_case" : undefined,
    },
  ];
}

/** The figures people have stand first, in their own words; the rest is behind them. */
const FIRST = [
  { name: "kv_rpm_per_v", label: "Kv" },
  { name: "resistance_ohm", label: "Ohms" },
] as const;
const LIMITS = [
  "max_voltage_v",
  "max_burst_current_a",
  "rated_power_w",
  "max_speed_rpm",
  "insulation_class",
  "magnet",
  "magnet_grade",
] as const;
const BODY = [
  "mass_kg",
  "shaft_diameter_mm",
  "shaft_hardened",
  "rotor_diameter_mm",
  "rotor_inertia_kg_m2",
  "price",
  "owned",
] as const;
const FINE = ["no_load_speed_share", "timing_advance_deg", "turns", "temperature_sensor", "source"] as const;
const GEARBOX = ["kind", "ratio", "efficiency", "max_torque_nm", "max_input_rpm", "slip_clutch_nm"] as const;
const MOUNT = ["bolt_circle_mm", "thread"] as const;
const ROOM = ["diameter_mm", "length_mm", "bolt_circle_mm", "thread", "shaft_diameter_mm"] as const;
const HEAT_PATH = [
  "winding_to_case_k_per_w",
  "case_to_ambient_k_per_w",
  "winding_j_per_k",
  "case_j_per_k",
] as const;
const OF_KIND = {
  brushed: ["brush_drop_v"],
  brushless: ["pole_pairs", "sensor"],
  stepper: ["pole_pairs", "phase_inductance_mh"],
};
const brushedOrNot = computed(() => OF_KIND[bench.drive?.motor.kind ?? "brushed"]);
/** How many figures are behind the first. */
const more = computed(
  () =>
    [LIMITS, BODY, FINE, MOUNT, ROOM, brushedOrNot.value].reduce((sum, names) => sum + names.length, 2) +
    (hasGearbox.value ? GEARBOX.length : 0) +
    (hasThermal.value ? HEAT_PATH.length : 0),
);
const several = computed(() => {
  const count = motorsOf(bench.drive);
  return count > 1 ? `${count} of them` : "";
});

/** The machine's side is told apart from the motor's. */
const ROOM_WORDS: Record<string, string> = {
  diameter_mm: "The machine takes: can across",
  length_mm: "can long",
  bolt_circle_mm: "screws on a circle of",
  thread: "screws",
  shaft_diameter_mm: "shaft",
};

const hasGearbox = computed(
  () => bench.drive?.motor.gearbox !== undefined && bench.drive.motor.gearbox !== null,
);
const hasThermal = computed(
  () => bench.drive?.motor.thermal !== undefined && bench.drive.motor.thermal !== null,
);

function toggle(key: "gearbox" | "thermal", on: boolean): void {
  bench.set(`${at.value}/${key}`, on ? STARTS[key] : undefined, null);
}
</script>

<template>
  <PanelHead
    title="Motor"
    step="motor"
    :note="generates ? bench.drive?.drive : `${bench.drive?.drive} · at ${chargeWord} charge`"
  >
    <ToShelf kind="motor" :at="at" />
  </PanelHead>
  <ShelfNote :at="at" />
  <div class="typed">
    <section>
      <h2>
        Your motor <span class="note">{{ several }}</span>
      </h2>
      <OneLine kind="motor" :at="at" :wheel="wheel">
        <BenchField :at="at" record="Motor" name="label" label="Name" />
      </OneLine>
      <BenchField :at="at" record="Motor" name="kind" />
      <BenchField :at="at" record="Motor" name="nominal_voltage_v" label="Volts printed" />
      <BenchField
        v-for="{ name, label } in FIRST"
        :key="name"
        :at="at"
        record="Motor"
        :name="name"
        :label="label"
      />
      <PairField
        :at="at"
        record="Motor"
        :names="['no_load_current_a', 'no_load_voltage_v']"
        label="No-load amps"
        between="at"
      />
      <BenchField :at="at" record="Motor" name="max_continuous_current_a" label="Most amps" />
      <PairField
        :at="at"
        record="Motor"
        :names="['can_diameter_mm', 'can_length_mm']"
        label="Can size"
        between="×"
      />
      <BenchField :at="bench.drivePointer" record="OptionDrive" name="motor_count" label="How many" />
    </section>
    <div class="pictures">
      <GeneratorNote v-if="turned" :row="turned" only="picture" />
      <EnvelopeChart v-else-if="!generates" />
    </div>
  </div>
  <KnownPanel :at="at" :wheel="wheel" :build="bench.id" />
  <RewoundNote :at="at" />
  <SwapNote />
  <MoreFigures :count="more">
    <div class="columns">
      <FieldGroup title="what it stands" :at="at" record="Motor" :names="LIMITS">
        <BenchField v-for="name in brushedOrNot" :key="name" :at="at" record="Motor" :name="name" />
      </FieldGroup>
      <FieldGroup title="its body" :at="at" record="Motor" :names="BODY">
        <BenchField :at="bench.drivePointer" record="OptionDrive" name="cooling" />
      </FieldGroup>
      <section class="group">
        <h3>
          built-in gearbox
          <button type="button" class="action" @click="toggle('gearbox', !hasGearbox)">
            {{ hasGearbox ? "take it away" : "it has one" }}
          </button>
        </h3>
        <template v-if="hasGearbox">
          <BenchField
            v-for="name in GEARBOX"
            :key="name"
            :at="`${at}/gearbox`"
            record="Gearbox"
            :name="name"
          />
        </template>
      </section>
      <section class="group">
        <h3>its mount, and what the machine takes</h3>
        <BenchField v-for="name in MOUNT" :key="name" :at="`${at}/mount`" record="Mount" :name="name" />
        <BenchField :at="bench.drivePointer" record="OptionDrive" name="mount_material" />
        <BenchField
          v-for="name in ROOM"
          :key="`room ${name}`"
          :at="`/job/drives/${bench.jobDriveIndex}/motor_space`"
          record="MotorSpace"
          :name="name"
          :label="ROOM_WORDS[name]"
        />
      </section>
      <FieldGroup title="finer points" :at="at" record="Motor" :names="FINE" />
      <section class="group">
        <h3>
          measured heat path
          <button type="button" class="action" @click="toggle('thermal', !hasThermal)">
            {{ hasThermal ? "take it away" : "I have measured it" }}
          </button>
        </h3>
        <template v-if="hasThermal">
          <BenchField
            v-for="name in HEAT_PATH"
            :key="name"
            :at="`${at}/thermal`"
            record="Thermal"
            :name="name"
          />
        </template>
      </section>
    </div>
  </MoreFigures>
  <GeneratorNote v-if="turned" :row="turned" only="rest" />
  <CandidateList kind="motor" title="motors on the shelf" />
  <div v-if="!generates" class="pair">
    <FigureTable
      title="needs"
      :lines="needs(bench.view)"
      :pinned="bench.pinnedView && needs(bench.pinnedView)"
    />
    <FigureTable
      :title="`gives, at ${figures(bench.optionFigures?.supply.open_circuit_v.mid ?? 0, 3)} V`"
      :lines="gives(bench.view)"
      :pinned="bench.pinnedView && gives(bench.pinnedView)"
    />
  </div>
  <MotorGuide />
  <MotorReading v-if="!generates" />
  <SlowerNote v-if="!generates" />
  <TradeOffNote v-if="!generates" :ids="MOTOR_QUESTIONS" />
</template>
