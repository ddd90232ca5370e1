<script setup lang="ts">
// What the motor can do at every speed, what limits it there, and where the work stands in it.
import { computed } from "vue";
import { useBench } from "../workbench/bench";
import { CASE_WORDS } from "../workbench/words";
import { LIMITS } from "../api/limits.gen";
import type { ChartLabel, Curve } from "../shared/plots/curves";
import { CurveChart } from "../shared/plots/late";
import { displayUnit, figures } from "../units/quantity";
import { useEnvelopeHandles } from "./envelopeHandles";

const bench = useBench();
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
      handled: handles.value.some(({ key }) => key === mark.case),
    })),
);
const { handles, ghost } = useEnvelopeHandles(curves, inTorque);

/** Each stretch of the envelope says what limits it. */
const labels = computed<ChartLabel[]>(() => {
  const named: ChartLabel[] = (bench.envelope?.stretches ?? []).map((stretch) => {
    const falling = stretch.limited_by === "duty";
    const middle = stretch.from_rpm + (stretch.to_rpm - stretch.from_rpm) * (falling ? 0.4 : 0.1);
    const point = points.value.find((p) => p.motor_rpm >= middle);
    const at = { x: point?.motor_rpm ?? middle, y: inTorque(point?.shaft_torque_nm ?? 0) };
    return { text: LIMITS[stretch.limited_by].word, ...at };
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
</script>

<template>
  <CurveChart
    title="Motor torque over speed"
    x-label="motor rpm"
    :y-label="`torque of each motor, ${torque.symbol}`"
    :curves="curves"
    :band="band"
    :marks="marks"
    :labels="labels"
    :handles="handles"
    :ghost="ghost"
    hint="drag ○ target, ● climb, □ current limit, ▮ cells; or arrow keys, Esc gives back"
  />
</template>
