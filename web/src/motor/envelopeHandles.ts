// What can be dragged on the envelope: the target, the climb, the current limit, the cells of the pack. A place of the chart
// becomes a figure in proportion to what stood there when the drag began; what then is comes from the core.
import { cellsOf, perChannelOf } from "../shared/lib/counts";
import { computed, type ComputedRef, ref } from "vue";
import { fieldMeta } from "../api/fields";
import type { Curve } from "../shared/plots/curves";
import { type Point, valueAt } from "../shared/plots/plot";
import type { Handle } from "../shared/plots/PlotHandle.vue";
import { fieldText, figures, shownText } from "../units/quantity";
import { useBench } from "../workbench/bench";
import { useDrag } from "../workbench/drag";

/** The speed that is asked for, by the kind of load. */
const TARGETS: Record<string, string> = {
  vehicle: "target_speed_m_s",
  blade: "target_tip_speed_m_s",
  flywheel: "target_rpm",
  fan: "target_rpm",
  constant_torque: "target_rpm",
  hoist: "lift_speed_m_s",
};
/** A step of a key changes a figure by so much of itself. */
const STEP = 0.01;

export function useEnvelopeHandles(
  curves: ComputedRef<Curve[]>,
  inTorque: (nm: number) => number,
): { handles: ComputedRef<Handle[]>; ghost: ComputedRef<Point[] | null> } {
  const bench = useBench();
  const drag = useDrag();
  const before = ref<Point[] | null>(null);
  const ghost = computed(() => (drag.dragging.value ? before.value : null));
  const load = computed(() => bench.jobDrive?.load as Record<string, unknown> | undefined);
  const at = (key: string) => `/job/drives/${bench.jobDriveIndex}/load/${key}`;
  const markOf = (name: string) => bench.envelope?.marks.find((mark) => mark.case === name);

  const said = (name: string, value: unknown) => {
    const { text, unit } = fieldText(name, Number(value ?? 0));
    return `${text} ${unit}`.trim();
  };
  const bounds = (record: string, key: string): [number, number] => {
    const { min = -Infinity, max = Infinity } = fieldMeta(record, key);
    return [min, max];
  };

  /** A figure that stands for a length on one axis. */
  function scaled(
    pointer: string,
    value: number,
    limits: [number, number],
    whole = false,
  ): { begin: (place: number) => void; to: (place: number) => void; step: (by: number) => void } {
    let [place0, value0] = [1, value];
    return {
      begin: (place) => {
        [place0, value0] = [place, value];
      },
      to: (place) => {
        if (place0 > 0) drag.take(pointer, (value0 * place) / place0, limits, whole);
      },
      step: (by) => {
        const now = Number(bench.get(pointer) ?? value);
        drag.take(pointer, whole ? now + by : now * (1 + STEP * by), limits, whole);
      },
    };
  }

  function start(...pointers: string[]): void {
    before.value = [...(curves.value[0]?.points ?? [])];
    drag.begin(...pointers);
  }

  /** Kept through a drag: what a place stood for when it began. */
  const inHand: { key: string; figures: ReturnType<typeof scaled>[]; base: [number, number, number] } = {
    key: "",
    figures: [],
    base: [0, 0, 0],
  };

  function target(): Handle | null {
    const mark = markOf("target");
    const key = TARGETS[String(load.value?.kind)];
    const value = key && load.value?.[key];
    if (!mark || !key || typeof value !== "number") return null;
    const speed = scaled(at(key), value, bounds(`Load:${String(load.value?.kind)}`, key));
    return {
      key: "target",
      name: "speed wanted",
      said: said(key, value),
      x: mark.motor_rpm,
      y: inTorque(mark.shaft_torque_nm),
      shape: "ring",
      along: "x",
      begin: () => {
        start(at(key));
        speed.begin(mark.motor_rpm);
        inHand.figures = [speed];
      },
      move: (x) => inHand.figures[0]?.to(x),
      step: (across, up) => inHand.figures[0]?.step(across + up),
      end: drag.end,
    };
  }

  function climb(): Handle | null {
    const mark = markOf("climb");
    const [grade, speed] = [load.value?.grade_percent, load.value?.climb_speed_m_s];
    if (!mark || load.value?.kind !== "vehicle" || typeof grade !== "number") return null;
    const [slow, steep] = [at("climb_speed_m_s"), at("grade_percent")];
    const pace =
      typeof speed === "number" ? scaled(slow, speed, bounds("Load:vehicle", "climb_speed_m_s")) : null;
    const limits = bounds("Load:vehicle", "grade_percent");
    const torque = inTorque(mark.shaft_torque_nm);
    return {
      key: "climb",
      name: "hill",
      said: `${figures(grade, 3)} %${typeof speed === "number" ? ` at ${said("climb_speed_m_s", speed)}` : ""}`,
      x: mark.motor_rpm,
      y: torque,
      shape: "dot",
      along: pace ? "both" : "y",
      begin: () => {
        start(slow, steep);
        pace?.begin(mark.motor_rpm);
        inHand.figures = pace ? [pace] : [];
        // The hill takes what is above the level.
        const level = valueAt(curves.value[1]?.points ?? [], mark.motor_rpm) ?? 0;
        inHand.base = [grade, torque, Math.min(level, torque * 0.95)];
      },
      move: (x, y) => {
        inHand.figures[0]?.to(x);
        const [grade0, torque0, level] = inHand.base;
        drag.take(steep, (grade0 * (y - level)) / (torque0 - level), limits);
      },
      step: (across, up) => {
        if (across !== 0) inHand.figures[0]?.step(across);
        if (up !== 0) drag.take(steep, Number(bench.get(steep) ?? grade) + 0.1 * up, limits);
      },
      end: drag.end,
    };
  }

  function limit(): Handle | null {
    const points = bench.envelope?.points ?? [];
    const first = points[0];
    if (!bench.drive?.controller || !first) return null;
    const pointer = `${bench.drivePointer}/controller/motor_current_limit_a`;
    const stretch = bench.envelope?.stretches.find(({ limited_by: by }) => by === "motor_current");
    const perChannel = perChannelOf(bench.drive);
    const value = bench.drive.controller.motor_current_limit_a ?? first.motor_current_a * perChannel;
    const knee = stretch && points.findLast((point) => point.motor_rpm <= stretch.to_rpm);
    const place = knee ?? first;
    const torque = inTorque(place.shaft_torque_nm);
    const amps = scaled(pointer, value, bounds("Controller", "motor_current_limit_a"));
    return {
      key: "limit",
      name: "motor current limit",
      said: shownText("current", value),
      x: place.motor_rpm,
      y: torque,
      shape: "square",
      along: "y",
      begin: () => {
        start(pointer);
        amps.begin(torque);
        inHand.figures = [amps];
      },
      move: (_, y) => inHand.figures[0]?.to(y),
      step: (across, up) => inHand.figures[0]?.step(up + across),
      end: drag.end,
    };
  }

  function cells(): Handle | null {
    const last = bench.envelope?.points.at(-1);
    const battery = bench.option?.battery;
    if (!last || !battery) return null;
    const pointer = `${bench.optionPointer}/battery/cells_series`;
    const count = scaled(pointer, battery.cells_series, bounds("Battery", "cells_series"), true);
    return {
      key: "cells",
      name: "cells in series",
      said: `${cellsOf(battery)} cells, ${shownText("voltage", bench.optionFigures?.supply.open_circuit_v.mid)}`,
      x: last.motor_rpm,
      y: inTorque(last.shaft_torque_nm),
      shape: "knob",
      along: "x",
      begin: () => {
        start(pointer);
        count.begin(last.motor_rpm);
        inHand.figures = [count];
      },
      move: (x) => inHand.figures[0]?.to(x),
      step: (across, up) => inHand.figures[0]?.step(across + up),
      end: drag.end,
    };
  }

  const handles = computed(() =>
    [cells(), limit(), climb(), target()].filter((handle): handle is Handle => handle !== null),
  );
  return { handles, ghost };
}
