// What stands in each step, in a few words; and how its checks came out.
import { capacityOf, cellsOf, motorsOf } from "../shared/lib/counts";
import { computed, type ComputedRef } from "vue";
import type { Verdict } from "../api/client";
import { STEPS, type Step } from "../router";
import { figures, shownText } from "../units/quantity";
import { useLog } from "../logbook/log";
import { useBench } from "./bench";
import { LOAD_WORDS, stepOf, worst } from "./words";

export const TITLES: Record<Step, string> = {
  job: "Job",
  motor: "Motor",
  gearing: "Gearing",
  battery: "Battery",
  controller: "Controller",
  wiring: "Wiring",
  search: "Search",
  options: "Options",
  parts: "Parts list",
  odds: "Odds",
  run: "Run",
  sheet: "Build sheet",
  log: "Logbook",
};

/** The last step of each group: what is chosen, what is weighed, what is proven. */
export const GROUP_ENDS: Step[] = ["wiring", "odds"];

/** What is done next after each step. */
export const nextStep = (step: Step): Step | undefined => STEPS[STEPS.indexOf(step) + 1];

type Bench = ReturnType<typeof useBench>;

function chosenWords(bench: Bench): string {
  if (bench.figures?.review?.stands === false) return "the decision no longer holds";
  const [count, chosen] = [bench.document?.options.length ?? 0, bench.document?.chosen];
  return chosen ? `${count}, chosen: ${chosen}` : `${count}, none chosen`;
}

function boughtWords(bench: Bench): string {
  const [toBuy, budget] = [bench.optionFigures?.to_buy, bench.document?.job.budget];
  return toBuy == null ? "some price is missing" : `${figures(toBuy, 3)} ${budget?.currency ?? ""} to buy`;
}

function runWords(bench: Bench): string {
  const courses = bench.document?.courses?.length ?? 0;
  if (courses === 0) return "the ride, the cut, the heat";
  return courses === 1 ? "1 course" : `${courses} courses`;
}

function sheetWords(bench: Bench): string {
  const done = new Set((bench.option?.power_up ?? []).map(({ step }) => step)).size;
  return done === 0 ? "settings, power-up, print" : `power-up: ${done} done`;
}

function logWords(): string {
  const lines = useLog().lines;
  if (lines === null) return "what happened";
  const rides = lines.filter(({ kind }) => kind === "ride").length;
  return rides === 0
    ? `${lines.length} ${lines.length === 1 ? "entry" : "entries"}`
    : `${rides} ${rides === 1 ? "ride" : "rides"}`;
}

function targetWords(bench: Bench): string {
  const load = bench.jobDrive?.load;
  switch (load?.kind) {
    case "vehicle":
      return shownText("speed", load.target_speed_m_s);
    case "generator":
      return shownText("power", bench.driveFigures?.generating?.output_power_w);
    case "blade":
      return shownText("fastSpeed", load.target_tip_speed_m_s);
    default:
      return shownText("rotation", bench.driveFigures?.required.output_rpm, 4);
  }
}

/** What stands in each step. */
export function useStepWords(): ComputedRef<Record<Step, string>> {
  const bench = useBench();
  return computed(() => {
    const [load, drive, option] = [bench.jobDrive?.load, bench.drive, bench.option];
    const stages = drive?.gearing ?? [];
    const battery = option?.battery;
    const controller = drive?.controller;
    const runs = option?.wiring?.runs?.length ?? 0;
    const ratio = `${figures(bench.driveFigures?.ratio ?? 1, 4)} : 1`;
    const kinds = stages.length === 1 ? stages[0]?.kind : `${stages.length} stages`;
    const limit = controller?.motor_current_limit_a;
    return {
      job: `${LOAD_WORDS[load?.kind ?? ""] ?? ""} · ${targetWords(bench)}`,
      motor: drive
        ? `${motorsOf(drive) > 1 ? `${motorsOf(drive)} × ` : ""}${figures(drive.motor.kv_rpm_per_v)} Kv ${drive.motor.kind}`
        : "",
      gearing: stages.length === 0 ? ratio : `${ratio}, ${kinds}`,
      battery: battery ? `${cellsOf(battery)} cells · ${shownText("capacity", capacityOf(battery))}` : "",
      controller: controller ? (limit ? `limit ${figures(limit)} A motor` : controller.kind) : "plain switch",
      wiring: runs === 1 ? "1 run" : `${runs} runs`,
      search: "what of the shelf does it",
      options: chosenWords(bench),
      parts: boughtWords(bench),
      odds: "with every tolerance",
      run: runWords(bench),
      sheet: sheetWords(bench),
      log: logWords(),
    };
  });
}

/** The worst verdict among the checks that each step puts right; cautions decide nothing. */
export function useStepMarks(): ComputedRef<Partial<Record<Step, Verdict>>> {
  const bench = useBench();
  return computed(() => {
    const checks = (bench.optionFigures?.checks ?? [])
      .filter(({ drive }) => drive === null || drive === bench.drive?.drive)
      .filter((check) => check.verdict !== "unknown" && check.class !== "caution");
    const chain = Object.fromEntries(
      STEPS.map((step) => [
        step,
        worst(checks.filter((check) => stepOf(check) === step).map(({ verdict }) => verdict)),
      ]),
    );
    // What the decision was based on has gone.
    return bench.figures?.review?.stands === false ? { ...chain, options: "fail" } : chain;
  });
}
