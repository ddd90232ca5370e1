// The power path of a machine that is turned: from the source at the right to what hangs on it at the left.
import { motorsOf } from "../shared/lib/counts";
import type { OptionSheet, Schemas } from "../api/client";
import type { Flow, Stage } from "../workbench/path/flow";
import { figures, shownText } from "../units/quantity";

export type GeneratorLoad = Extract<Schemas["Load"], { kind: "generator" }>;

const SOURCE_WORDS: Record<string, string> = {
  water_wheel: "Water wheel",
  wind: "Wind rotor",
  hand_crank: "Hand crank",
  bench: "Bench drive",
};

/** What turns it. */
export const sourceWord = (load: GeneratorLoad) => SOURCE_WORDS[load.source.kind ?? ""] ?? "Source";

/** What stands between the machine and the leads. */
export const bridgeWord = (parts: OptionSheet["drives"][number]) =>
  ({ brushed: "Brushes", brushless: "Bridge", stepper: "Two bridges" })[parts.motor.kind];

export function generatingFlow(
  now: Schemas["Generating"],
  load: GeneratorLoad,
  parts: OptionSheet["drives"][number],
  option: OptionSheet,
  ratio: number,
): Flow {
  const charges = load.electrical.battery_v != null;
  const motors = motorsOf(parts);
  const times = (text: string) => (motors > 1 ? `${motors} × ${text}` : text);
  const motorW = now.copper_loss_w + now.no_load_loss_w;
  const joints = [now.output_power_w, now.output_power_w, now.output_power_w];
  joints.push(
    now.output_power_w + now.bridge_loss_w,
    now.source_power_w - now.gearing_loss_w,
    now.source_power_w,
  );
  const reading = (text: string) => ({ text, delta: null });
  const runs = option.wiring?.runs?.length ?? 0;
  const drawn: Omit<Stage, "inW" | "outW" | "limit" | "weakest">[] = [
    {
      step: "battery",
      title: charges ? "Battery" : "Load",
      readings: [
        reading(shownText("voltage", now.output_voltage_v)),
        reading(shownText("power", now.output_power_w)),
      ],
      foot: charges
        ? `charged at ${shownText("voltage", load.electrical.battery_v)}`
        : shownText("resistance", load.electrical.resistance_ohm),
      lossW: 0,
      sideW: 0,
    },
    {
      step: "wiring",
      title: "Wiring",
      readings: [reading(times(shownText("current", now.current_a)))],
      foot: runs === 1 ? "1 run" : `${runs} runs`,
      lossW: 0,
      sideW: 0,
    },
    {
      step: "controller",
      title: bridgeWord(parts),
      readings: [reading(times(shownText("current", now.current_a)))],
      foot: parts.controller?.label ?? "nothing behind it",
      lossW: now.bridge_loss_w,
      sideW: 0,
    },
    {
      step: "motor",
      title: motors > 1 ? `Generator × ${motors}` : "Generator",
      readings: [
        reading(shownText("rotation", now.motor_rpm, 4)),
        reading(`${shownText("voltage", now.emf_v)} inside`),
      ],
      foot: `Kv ${figures(parts.motor.kv_rpm_per_v)}`,
      lossW: motorW,
      sideW: 0,
    },
    {
      step: "gearing",
      title: "Gearing",
      readings: [reading(`1 : ${figures(ratio, 4)}`)],
      foot:
        now.ratio_for_needed_voltage == null ? "" : `needs 1 : ${figures(now.ratio_for_needed_voltage, 3)}`,
      lossW: now.gearing_loss_w,
      sideW: 0,
    },
    {
      step: "job",
      title: sourceWord(load),
      readings: [
        reading(shownText("rotation", now.source_rpm)),
        reading(shownText("power", now.source_power_w)),
      ],
      foot: `runs away at ${shownText("rotation", now.runaway_source_rpm)}`,
      lossW: 0,
      sideW: 0,
    },
  ];
  const stages = drawn.map((stage, index) => ({
    ...stage,
    inW: joints[index] ?? 0,
    outW: joints[index + 1] ?? 0,
    limit: null,
    weakest: null,
  }));
  return {
    stages,
    totalW: Math.max(now.source_power_w, 1e-9),
    outW: now.source_power_w,
    hasNumbers: true,
    feasible: now.output_power_w > 0,
    back: true,
  };
}
