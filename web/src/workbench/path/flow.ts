// The power path as data: stage by stage what comes in, what is lost, what stands at the joint.
import { capacityOf, cellsOf, channelsOf, motorsOf } from "../../shared/lib/counts";
import { LIMITS } from "../../api/limits.gen";
import { computed, type ComputedRef } from "vue";
import type {
  CaseEvaluation,
  DriveEvaluation,
  OptionEvaluation,
  OptionSheet,
  Schemas,
  Verdict,
} from "../../api/client";
import { useBench } from "../bench";
import { LOAD_WORDS, stepOf, weakestOf } from "../words";
import { driveRun, useRuns } from "../../run/runs";
import { generatingFlow } from "../../run/generating";
import { flowAt } from "../../run/moment";
import { rowAt } from "../../shared/lib/rows";
import type { Step } from "../../router";
import { type Difference, difference, figures, shownText } from "../../units/quantity";
import type { Quantity } from "../../units/units";

export interface Stage {
  step: Step;
  title: string;
  /** What a meter would read at this joint, with the difference to the pinned figures. */
  readings: Reading[];
  /** What stands there. */
  foot: string;
  /** Power that reaches the stage, W. */
  inW: number;
  /** Power lost as heat in it, W. */
  lossW: number;
  /** Power other consumers take here, W. */
  sideW: number;
  /** Power that leaves the stage, W. */
  outW: number;
  /** What limits here in words, if anything. */
  limit: string | null;
  /** Verdict of the weakest link when it is here. */
  weakest: Verdict | null;
}

export interface Reading {
  text: string;
  /** Signed, and in words; null when nothing is pinned. */
  delta: Difference | null;
}

export interface Flow {
  stages: Stage[];
  /** Power that leaves the battery's cells, W; 0 when there are no numbers. */
  totalW: number;
  /** Power at the load, W. */
  outW: number;
  hasNumbers: boolean;
  feasible: boolean;
  /** Power flows from the load to the battery. */
  back?: boolean;
}

/** What is asked at the load stands whether it can be had or not. */
const ASKED: (keyof CaseEvaluation)[] = ["output_rpm", "speed_m_s", "tip_speed_m_s"];

const NOTHING_LOST: Schemas["StageLossesW"] = { battery: 0, wiring: 0, controller: 0, motor: 0, gearing: 0 };

const times = (count: number | undefined, text: string) => ((count ?? 1) > 1 ? `${count} × ${text}` : text);

/** One operating point of one drive of an option, and the same point of the pinned one. */
interface Point {
  point: CaseEvaluation;
  base: CaseEvaluation | undefined;
  /** Whether differences are shown. */
  compared: boolean;
  option: OptionSheet;
  parts: OptionSheet["drives"][number];
  result: DriveEvaluation;
  figures: OptionEvaluation | undefined;
  load: string | undefined;
}

export function usePowerFlow(): ComputedRef<Flow | null> {
  const bench = useBench();
  const runs = useRuns();
  return computed(() => {
    const [point, parts, option] = [bench.caseFigures, bench.drive, bench.option];
    const result = bench.driveFigures;
    const load = bench.jobDrive?.load;
    if (runs.active && runs.cursor !== null && runs.first && parts && option && load) {
      const run = driveRun(runs.first.simulated, parts.drive);
      if (run.drive === parts.drive) {
        return flowAt(run, rowAt(run.series.t_s, runs.cursor), { option, parts, load, point });
      }
    }
    if (result?.generating && parts && option && load?.kind === "generator") {
      return generatingFlow(result.generating, load, parts, option, result.ratio);
    }
    if (!point || !parts || !option || !result) return null;
    return flowOf({
      point,
      base: bench.pinnedView?.caseAt(bench.caseName, bench.charge),
      compared: bench.pinned !== null,
      option,
      parts,
      result,
      figures: bench.optionFigures,
      load: bench.jobDrive?.load.kind,
    });
  });
}

export function flowOf({ point, base, compared, option, parts, result, figures: all, load }: Point): Flow {
  // What cannot be has no figures, losses included: only a shaft that stands still under load has real ones.
  const cannot = !point.feasible && point.limited_by !== "load";
  const losses = cannot ? null : point.stage_losses_w;
  const lost = losses ?? NOTHING_LOST;
  const outW = cannot ? 0 : (point.output_power_w ?? 0);
  const hasNumbers = losses !== null;
  const side = hasNumbers ? point.accessory_power_w : 0;
  const totalW = hasNumbers
    ? outW + side + lost.battery + lost.wiring + lost.controller + lost.motor + lost.gearing
    : 0;
  const show = shownText;
  /** A figure of the case, said so many times, against the pinned one. */
  const reading = (
    quantity: Quantity,
    key: keyof typeof point,
    { places = 3, count = 1 }: { places?: number; count?: number | undefined } = {},
  ): Reading => {
    if (cannot && !ASKED.includes(key)) return { text: "–", delta: null };
    const [now, then] = [point[key] as number | null, base?.[key] as number | null | undefined];
    return {
      text: times(count, show(quantity, now, places)),
      delta: compared ? difference(quantity, now, then, places) : null,
    };
  };
  const channels = channelsOf(parts);
  const battery = option.battery;
  const cells = cellsOf(battery);
  const supplyRuns = option.wiring?.runs?.length ?? 0;
  const kind = load ?? "constant_torque";
  const speed = point.speed_m_s ?? point.tip_speed_m_s;
  const speedQuantity = kind === "vehicle" ? "speed" : "fastSpeed";

  const drawn: Omit<Stage, "inW" | "outW" | "limit" | "weakest">[] = [
    {
      step: "battery",
      title: "Battery",
      readings: [reading("voltage", "open_circuit_v"), reading("current", "supply_current_a")],
      foot: `${cells} cells · ${show("capacity", capacityOf(battery))}`,
      lossW: lost.battery,
      sideW: 0,
    },
    {
      step: "wiring",
      title: "Wiring",
      readings: [reading("voltage", "supply_voltage_v"), reading("current", "supply_current_a")],
      foot: supplyRuns === 1 ? "1 run" : `${supplyRuns} runs`,
      lossW: lost.wiring,
      sideW: side,
    },
    {
      step: "controller",
      title: parts.controller ? "Controller" : "Plain switch",
      readings: [
        reading("voltage", "motor_voltage_v"),
        reading("current", "motor_current_a", { count: parts.motor_count }),
      ],
      foot: parts.controller
        ? `${channels > 1 ? `${channels} channels` : "1 channel"} · ${parts.controller.commutation === "foc" ? "field-oriented" : parts.controller.kind}`
        : "full on or off",
      lossW: lost.controller,
      sideW: 0,
    },
    {
      step: "motor",
      title: motorsOf(parts) > 1 ? `Motor × ${motorsOf(parts)}` : "Motor",
      readings: [
        reading("rotation", "motor_rpm", { places: 4 }),
        reading("torque", "motor_torque_nm", { count: parts.motor_count }),
      ],
      foot: `Kv ${figures(parts.motor.kv_rpm_per_v)}`,
      lossW: lost.motor,
      sideW: 0,
    },
    {
      step: "gearing",
      title: "Gearing",
      readings: [reading("rotation", "output_rpm", { places: 4 }), reading("torque", "output_torque_nm")],
      foot: `${figures(result.ratio, 4)} : 1`,
      lossW: lost.gearing,
      sideW: 0,
    },
    {
      step: "job",
      title: LOAD_WORDS[kind] ?? "Load",
      readings: [
        speed === undefined || speed === null
          ? reading("rotation", "output_rpm", { places: 4 })
          : reading(speedQuantity, point.speed_m_s == null ? "tip_speed_m_s" : "speed_m_s"),
        reading("power", "output_power_w"),
      ],
      foot: parts.output?.wheel_diameter_m
        ? `⌀ ${show("length", parts.output.wheel_diameter_m)}`
        : parts.drive,
      lossW: 0,
      sideW: 0,
    },
  ];

  const check = weakestOf(all);
  const weakHere = check && (check.drive === null || check.drive === parts.drive) ? stepOf(check) : null;
  const limitHere = point.limited_by ? LIMITS[point.limited_by].step : null;
  let flowing = totalW;
  const stages = drawn.map((stage) => {
    const inW = flowing;
    flowing = Math.max(0, flowing - stage.lossW - stage.sideW);
    return {
      ...stage,
      inW,
      outW: flowing,
      limit: limitHere === stage.step && point.limited_by ? LIMITS[point.limited_by].word : null,
      weakest: weakHere === stage.step ? (check?.verdict ?? null) : null,
    };
  });
  return { stages, totalW, outW, hasNumbers, feasible: point.feasible };
}
