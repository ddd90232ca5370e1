// Words for what the core names by code.
import type { CaseName, Check, Schemas, Verdict } from "../api/client";
import type { Step } from "../router";

/** A check that is to be known rather than to be judged. */
export const isCaution = (check: Pick<Check, "class">) => check.class === "caution";

export function verdictWord(verdict: Verdict): string {
  return { ok: "holds", tight: "tight", fail: "fails", unknown: "unknown" }[verdict];
}

export const CASE_WORDS: Record<CaseName, string> = {
  target: "Target",
  climb: "Climb",
  full_throttle: "Full throttle",
  stall: "Stall",
  no_load: "No load",
};

export const LIMIT_WORDS: Record<Schemas["Limit"], string> = {
  supply: "battery at its end",
  duty: "battery voltage",
  motor_current: "motor-current limit",
  battery_current: "battery-current limit",
  load: "load too heavy",
};

export const LOAD_WORDS: Record<string, string> = {
  vehicle: "Wheels",
  flywheel: "Flywheels",
  fan: "Fan",
  blade: "Blade",
  hoist: "Drum",
  constant_torque: "Shaft",
  generator: "Source",
};

const FIT_STEP: Record<string, Step> = { "fit.motor": "motor", "fit.controller": "controller" };

const SAFETY_STEP: Record<string, Step> = {
  "safety.blade_tip_speed": "motor",
  "safety.runaway_generator": "controller",
  "safety.failsafe": "controller",
  "safety.hot_surface": "motor",
  "safety.projectile_energy": "job",
  "safety.rim_speed": "job",
  "safety.blade_stop": "job",
  "safety.no_brake": "job",
};

/** What a check is told apart by. */
export function checkKey(check: Pick<Check, "code" | "drive" | "stage">): string {
  const stage = check.stage == null ? "" : ` ${check.stage}`;
  return `${check.code} ${check.drive ?? ""}${stage}`;
}

/** Name of the sum of a check. */
export function checkSum(check: Pick<Check, "code" | "stage">): string {
  return check.stage ? `check.${check.code}.${check.stage + 1}` : `check.${check.code}`;
}

/** The step in which a check is put right. */
export function stepOf(check: Pick<Check, "code">): Step {
  const [group] = check.code.split(".");
  switch (group) {
    case "battery":
      return "battery";
    case "safety":
      return SAFETY_STEP[check.code] ?? "battery";
    case "motor":
      return "motor";
    case "controller":
      return "controller";
    case "wire":
      return "wiring";
    case "gearing":
      return "gearing";
    case "generator":
      return "gearing";
    case "fit":
      return FIT_STEP[check.code] ?? "battery";
    default:
      return "job";
  }
}

const SEVERITY: Verdict[] = ["ok", "unknown", "tight", "fail"];

/** The worst of several verdicts; undefined of none. */
export function worst(verdicts: Verdict[]): Verdict | undefined {
  return verdicts.reduce<Verdict | undefined>(
    (found, next) => (found === undefined || SEVERITY.indexOf(next) > SEVERITY.indexOf(found) ? next : found),
    undefined,
  );
}

/** A check by its code, where its title is not at hand. */
export function checkWords(code: string | undefined): string {
  return code?.split(".").at(-1)?.replaceAll("_", " ") ?? "nothing";
}

export const SHEET_WORDS: Record<Schemas["BenchSheet"], string> = {
  no_load_sweep: "no-load sweep",
  winding_resistance: "winding resistance sheet",
  pack_resistance: "pack resistance sheet",
  coast_down: "coast-down sheet",
  heat_run: "heat run sheet",
};
