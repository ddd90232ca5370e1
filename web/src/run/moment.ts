// A run at one moment: the row that stands there, and the power path of it.
import { capacityOf, cellsOf, motorsOf } from "../shared/lib/counts";
import { LIMITS } from "../api/limits.gen";
import type { CaseEvaluation, OptionSheet, Schemas } from "../api/client";
import { LOAD_WORDS } from "../workbench/words";
import { type Flow, type Stage } from "../workbench/path/flow";
import { figures, shownText } from "../units/quantity";
import { bridgeWord, sourceWord } from "./generating";
import type { DriveRun } from "./runs";

const most = new WeakMap<Schemas["Series"], number>();

/** The most power anywhere in a run, W: one scale for all its moments. */
function mostPower(series: Schemas["Series"]): number {
  const known = most.get(series);
  if (known !== undefined) return known;
  let found = 1e-9;
  for (let row = 0; row < series.t_s.length; row += 1) {
    const bus = Math.abs((series.supply_voltage_v[row] ?? 0) * (series.supply_current_a[row] ?? 0));
    found = Math.max(
      found,
      bus + (series.supply_loss_w[row] ?? 0),
      Math.abs(series.output_power_w[row] ?? 0),
    );
  }
  most.set(series, found);
  return found;
}

/** The power path at a row. Where power flows back, the ribbon runs the other way. */
export function flowAt(
  run: DriveRun,
  row: number,
  {
    option,
    parts,
    load,
    point,
  }: {
    option: OptionSheet;
    parts: OptionSheet["drives"][number];
    load: Schemas["Load"];
    point: CaseEvaluation | undefined;
  },
): Flow {
  const series = run.series;
  const at = (column: (number | null)[]) => column[row] ?? 0;
  const bus = at(series.supply_voltage_v) * at(series.supply_current_a);
  const out = at(series.output_power_w);
  const lost = {
    supply: at(series.supply_loss_w),
    controller: at(series.controller_loss_w),
    motor: at(series.motor_loss_w),
    gearing: at(series.gearing_loss_w),
  };
  const used = lost.controller + lost.motor + lost.gearing + out;
  // Heat in cells and in leads stands in the same relation at every current.
  const { battery: inCells, wiring: inLeads } = point?.stage_losses_w ?? { battery: 1, wiring: 0 };
  const cells = inCells + inLeads > 0 ? inCells / (inCells + inLeads) : 1;
  const battery = option.battery;
  const motors = motorsOf(parts);
  const times = (text: string) => (motors > 1 ? `${motors} × ${text}` : text);
  const rotation = shownText("rotation", at(series.output_rpm), 4);
  const speed = series.speed_m_s[row];
  const reading = (text: string) => ({ text, delta: null });
  const turned = load.kind === "generator" ? load : null;
  // What flows back is said without a sign: the ribbon shows the way.
  const current = (column: (number | null)[]) => shownText("current", Math.abs(at(column)));
  const joints = [bus + lost.supply, bus + lost.supply * (1 - cells), used];
  joints.push(used - lost.controller, out + lost.gearing, out);
  const drawn: Omit<Stage, "inW" | "outW" | "limit" | "weakest">[] = [
    {
      step: "battery",
      title: "Battery",
      readings: [
        reading(`${figures(100 * at(series.state_of_charge), 3)} %`),
        reading(current(series.supply_current_a)),
      ],
      foot: `${cellsOf(battery)} cells · ${shownText("capacity", capacityOf(battery))}`,
      lossW: lost.supply * cells,
      sideW: 0,
    },
    {
      step: "wiring",
      title: "Wiring",
      readings: [
        reading(shownText("voltage", at(series.supply_voltage_v))),
        reading(current(series.supply_current_a)),
      ],
      foot: "",
      lossW: lost.supply * (1 - cells),
      sideW: Math.max(0, bus - used),
    },
    {
      step: "controller",
      title: turned ? bridgeWord(parts) : parts.controller ? "Controller" : "Plain switch",
      readings: [
        reading(turned ? "" : `${figures(100 * at(series.duty), 3)} % on`),
        reading(times(current(series.motor_current_a))),
      ],
      foot: series.controller_c[row] == null ? "" : shownText("temperature", series.controller_c[row]),
      lossW: lost.controller,
      sideW: 0,
    },
    {
      step: "motor",
      title: `${turned ? "Generator" : "Motor"}${motors > 1 ? ` × ${motors}` : ""}`,
      readings: [
        reading(
          series.winding_c[row] == null ? "" : `winding ${shownText("temperature", series.winding_c[row])}`,
        ),
        reading(series.case_c[row] == null ? "" : `case ${shownText("temperature", series.case_c[row])}`),
      ],
      foot: `Kv ${figures(parts.motor.kv_rpm_per_v)}`,
      lossW: lost.motor,
      sideW: 0,
    },
    {
      step: "gearing",
      title: "Gearing",
      readings: [reading(rotation)],
      foot: "",
      lossW: lost.gearing,
      sideW: 0,
    },
    {
      step: "job",
      title: turned ? sourceWord(turned) : (LOAD_WORDS[load.kind] ?? "Load"),
      readings: [
        reading(speed == null ? rotation : shownText("speed", speed)),
        reading(shownText("power", Math.abs(out))),
      ],
      foot: at(series.grade_percent) === 0 ? parts.drive : `${figures(at(series.grade_percent), 3)} % grade`,
      lossW: 0,
      sideW: 0,
    },
  ];
  const limit = series.limited_by[row] ?? null;
  const stages = drawn.map((stage, index) => ({
    ...stage,
    inW: Math.abs(joints[index] ?? 0),
    outW: Math.abs(joints[index + 1] ?? 0),
    limit: limit && LIMITS[limit].step === stage.step ? LIMITS[limit].word : null,
    weakest: null,
  }));
  return {
    stages,
    totalW: mostPower(series),
    outW: Math.abs(out),
    hasNumbers: true,
    feasible: true,
    back: out < 0,
  };
}
