// Words for what the core names by code.
import { CHECKS } from "../api/checks.gen";
import type { CaseName, Check, OptionEvaluation, Verdict } from "../api/client";
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

export const LOAD_WORDS: Record<string, string> = {
  vehicle: "Wheels",
  flywheel: "Flywheels",
  fan: "Fan",
  blade: "Blade",
  hoist: "Drum",
  constant_torque: "Shaft",
  generator: "Source",
};

/** What a build comes to, as its verdict is headed. */
export const BUILD_WORDS: Record<Verdict, string> = {
  ok: "Holds",
  tight: "Holds, tight",
  fail: "Fails",
  unknown: "Not known",
};

/** The check that gives way first; undefined where nothing is known. */
export function weakestOf(option: OptionEvaluation | undefined): Check | undefined {
  const link = option?.weakest_link;
  return link ? option.checks.find((check) => checkKey(check) === checkKey(link)) : undefined;
}

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
export const stepOf = (check: Pick<Check, "code">): Step => CHECKS[check.code].step;

const SEVERITY: Verdict[] = ["ok", "unknown", "tight", "fail"];

/** The worst of several verdicts; undefined of none. */
export function worst(verdicts: Verdict[]): Verdict | undefined {
  return verdicts.reduce<Verdict | undefined>(
    (found, next) => (found === undefined || SEVERITY.indexOf(next) > SEVERITY.indexOf(found) ? next : found),
    undefined,
  );
}

/** A check by its code, within a sentence or a table. */
export const checkWords = (code: Check["code"] | undefined): string =>
  code ? CHECKS[code].title.toLowerCase() : "nothing";
