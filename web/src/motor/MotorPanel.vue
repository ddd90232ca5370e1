<script setup lang="ts">
import { computed } from "vue";
import { useBench } from "../workbench/bench";
import { CASE_WORDS, LIMIT_WORDS } from "../workbench/words";
import type { ChartLabel, Curve } from "../shared/plots/curves";
import { CurveChart } from "../shared/plots/late";
import FieldGroup from "../shared/fields/FieldGroup.vue";
import FigureTable, { type FigureLine } from "../shared/figures/FigureTable.vue";
import BenchField from "../shared/fields/BenchField.vue";
import PanelHead from "../shared/PanelHead.vue";
import ShelfNote from "../shelf/ShelfNote.vue";
import ToShelf from "../shelf/ToShelf.vue";
import type { View } from "../workbench/view";
import { displayUnit, figures } from "../units/quantity";
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

const bench = useBench();
const generates = computed(() => bench.jobDrive?.load.kind === "generator");
const { value: running } = useRunning(() => generates.value);
const turned = computed(() =>
  generates.value
    ? running.value?.generators.find(({ curves }) => curves.drive === bench.drive?.drive)
    : undefined,
);
const at = computed(() => `${bench.drivePointer}/motor`);
const brushless = computed(() => bench.drive?.motor.kind === "brushless");
const chargeWord = computed(() => ({ 1: "full", 0.5: "half", 0.2: "low" })[bench.charge] ?? "");

const points = computed(() => bench.envelope?.points ?? []);
const torque = computed(() =>
  displayUnit("torque", Math.max(...points.value.map((point) => point.shaft_torque_nm), 0)),
);
const inTorque = (nm: number) => nm / torque.value.factor;

const curves = computed<Curve[]>(() => [
  {
    name: "full throttle",
    style: "strong",
    points: points.value.map((p): [number, number] => [p.motor_rpm, inTorque(p.shaft_torque_nm)]),
  },
  {
    name: "load",
    style: "dashed",
    points: points.value.map((p): [number, number] => [p.motor_rpm, inTorque(p.load_torque_nm)]),
  },
]);
const band = computed(() => {
  const sustained = points.value.filter((p) => p.sustained_torque_nm !== null);
  if (sustained.length === 0) return undefined;
  return {
    name: "sustained",
    points: sustained.map((p): [number, number] => [p.motor_rpm, inTorque(p.sustained_torque_nm ?? 0)]),
  };
});
const marks = computed(() =>
  (bench.envelope?.marks ?? [])
    .filter((mark) => mark.case !== "full_throttle")
    .map((mark) => ({
      name: mark.feasible
        ? CASE_WORDS[mark.case].toLowerCase()
        : `${CASE_WORDS[mark.case].toLowerCase()}, not possible`,
      x: mark.motor_rpm,
      y: inTorque(mark.shaft_torque_nm),
      open: mark.case === "target",
      bad: !mark.feasible,
    })),
);
/** Each stretch of the envelope says what limits it. */
const labels = computed<ChartLabel[]>(() => {
  const named: ChartLabel[] = (bench.envelope?.stretches ?? []).map((stretch) => {
    const falling = stretch.limited_by === "duty";
    const middle = stretch.from_rpm + (stretch.to_rpm - stretch.from_rpm) * (falling ? 0.4 : 0.1);
    const point = points.value.find((p) => p.motor_rpm >= middle);
    const at = { x: point?.motor_rpm ?? middle, y: inTorque(point?.shaft_torque_nm ?? 0) };
    return { text: LIMIT_WORDS[stretch.limited_by], ...at };
  });
  const continuous = bench.drive?.motor.max_continuous_current_a;
  const first = band.value?.points[0];
  if (continuous && first) {
    named.push({ text: `sustained, ${figures(continuous)} A`, x: first[0], y: first[1] });
  }
  const loaded = points.value[Math.floor(points.value.length * 0.45)];
  if (loaded) {
    named.push({ text: "load", x: loaded.motor_rpm, y: inTorque(loaded.load_torque_nm) });
  }
  return named;
});

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
      words: view.drive?.flat_out?.seconds === null && !view.drive.flat_out.no_room ? "for good" : undefined,
    },
    {
      name: "winding gets",
      quantity: "temperature",
      value: view.drive?.thermal?.winding_c,
      sum: view.drive?.thermal?.estimated ? "motor.winding_to_case" : undefined,
    },
  ];
}

const ELECTRIC = [
  "kind",
  "kv_rpm_per_v",
  "resistance_ohm",
  "no_load_current_a",
  "no_load_voltage_v",
] as const;
const LIMITS = [
  "nominal_voltage_v",
  "max_voltage_v",
  "max_continuous_current_a",
  "max_burst_current_a",
  "rated_power_w",
  "max_speed_rpm",
  "insulation_class",
  "magnet",
  "magnet_grade",
] as const;
const BODY = [
  "mass_kg",
  "can_diameter_mm",
  "can_length_mm",
  "shaft_diameter_mm",
  "shaft_hardened",
  "rotor_diameter_mm",
  "rotor_inertia_kg_m2",
  "price",
  "owned",
] as const;
const FINE = ["no_load_speed_share", "timing_advance_deg", "turns", "temperature_sensor", "source"] as const;
const brushedOrNot = computed(() => (brushless.value ? ["pole_pairs", "sensor"] : ["brush_drop_v"]));

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
  const fresh = key === "gearbox" ? { kind: "planetary", ratio: 10, efficiency: 0.8 } : {};
  bench.set(`${at.value}/${key}`, on ? fresh : undefined, null);
}
</script>

<template>
  <PanelHead
    title="Motor"
    :note="generates ? bench.drive?.drive : `${bench.drive?.drive} · at ${chargeWord} charge`"
  >
    <ToShelf kind="motor" :at="at" />
  </PanelHead>
  <ShelfNote :at="at" />
  <OneLine kind="motor" :at="at" :wheel="wheel">
    <BenchField :at="at" record="Motor" name="label" />
  </OneLine>
  <KnownPanel :at="at" :wheel="wheel" :build="bench.id" />
  <RewoundNote :at="at" />
  <GeneratorNote v-if="turned" :row="turned" />
  <div v-else class="top">
    <CurveChart
      title="Motor torque over speed"
      x-label="motor rpm"
      :y-label="`shaft torque of each motor, ${torque.symbol}`"
      :curves="curves"
      :band="band"
      :marks="marks"
      :labels="labels"
    />
    <div>
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
  </div>
  <SwapNote />
  <CandidateList kind="motor" title="motors on the shelf" />
  <MotorGuide />
  <MotorReading v-if="!generates" />
  <SlowerNote v-if="!generates" />
  <TradeOffNote v-if="!generates" :ids="MOTOR_QUESTIONS" />
  <div class="columns">
    <FieldGroup title="which motor" :at="at" record="Motor" :names="[]">
      <BenchField :at="bench.drivePointer" record="OptionDrive" name="motor_count" />
      <BenchField v-for="name in ELECTRIC" :key="name" :at="at" record="Motor" :name="name" />
      <BenchField v-for="name in brushedOrNot" :key="name" :at="at" record="Motor" :name="name" />
    </FieldGroup>
    <FieldGroup title="what it stands" :at="at" record="Motor" :names="LIMITS" />
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
          v-for="name in ['kind', 'ratio', 'efficiency', 'max_torque_nm', 'max_input_rpm', 'slip_clutch_nm']"
          :key="name"
          :at="`${at}/gearbox`"
          record="Gearbox"
          :name="name"
        />
      </template>
    </section>
    <section class="group">
      <h3>its mount, and what the machine takes</h3>
      <BenchField
        v-for="name in ['bolt_circle_mm', 'thread']"
        :key="name"
        :at="`${at}/mount`"
        record="Mount"
        :name="name"
      />
      <BenchField :at="bench.drivePointer" record="OptionDrive" name="mount_material" />
      <BenchField
        v-for="name in ['diameter_mm', 'length_mm', 'bolt_circle_mm', 'thread', 'shaft_diameter_mm']"
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
          v-for="name in [
            'winding_to_case_k_per_w',
            'case_to_ambient_k_per_w',
            'winding_j_per_k',
            'case_j_per_k',
          ]"
          :key="name"
          :at="`${at}/thermal`"
          record="Thermal"
          :name="name"
        />
      </template>
    </section>
  </div>
</template>
