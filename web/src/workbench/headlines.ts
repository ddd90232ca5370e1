// What the whole comes to, of the build as it is and as it was pinned: runs, reaches, weighs, to buy.
import { computed, type ComputedRef } from "vue";
import type { OptionEvaluation } from "../api/client";
import { figures, shown, shownText } from "../units/quantity";
import { useBench } from "./bench";

export interface Headline {
  name: string;
  quantity: "minutes" | "way" | "mass" | "plain";
  value: number | null | undefined;
  base: number | null | undefined;
  text: string;
  unit: string;
  /** What was wanted, or what is in it. */
  note: string;
  sum?: string | undefined;
  hint?: string;
}

type Bench = ReturnType<typeof useBench>;

/** A battery that is only charged runs nothing; what does not reach its speed runs flat out instead. */
function lasts(bench: Bench, now: OptionEvaluation, then: OptionEvaluation | undefined): Headline[] {
  if (bench.driveFigures?.generating) return [];
  const wanted = bench.document?.job.runtime_min;
  const instead = now.supply.reached_instead;
  if (!instead) {
    return [
      {
        name: "runs",
        quantity: "minutes",
        value: now.supply.runtime_min,
        base: then?.supply.runtime_min,
        text: figures(now.supply.runtime_min ?? NaN, 3),
        unit: "min",
        note: wanted == null ? "on one charge" : `${figures(wanted, 3)} wanted`,
        sum: "battery.runtime",
      },
    ];
  }
  const reached = instead.speed_m_s ?? null;
  const speed = reached === null ? shownText("rotation", instead.output_rpm) : shownText("speed", reached);
  const lines: Headline[] = [
    {
      name: "runs flat out",
      quantity: "minutes",
      value: instead.runtime_min,
      base: then?.supply.runtime_min,
      text: figures(instead.runtime_min, 3),
      unit: "min",
      note: `at ${speed}: the speed wanted is not reached`,
      hint: `${instead.drive} does not reach the speed asked for; this is what it reaches, and what one charge gives there`,
    },
  ];
  if (instead.range_m != null) {
    lines.push({
      name: "reaches",
      quantity: "way",
      value: instead.range_m,
      base: null,
      ...shown("way", instead.range_m),
      note: `at ${speed}`,
    });
  }
  return lines;
}

export function useHeadlines(): ComputedRef<Headline[]> {
  const bench = useBench();
  return computed(() => {
    const [now, then] = [bench.current.option, bench.pinnedView?.option];
    if (!now) return [];
    const lines = lasts(bench, now, then);
    const range = now.supply.range_m;
    if (range !== undefined && range !== null) {
      const usual = bench.jobDrive?.load.kind === "vehicle" ? bench.jobDrive.load.usual_speed_m_s : null;
      lines.push({
        name: "reaches",
        quantity: "way",
        value: range,
        base: then?.supply.range_m,
        ...shown("way", range),
        note: usual == null ? "on one charge" : `at ${shownText("speed", usual)}`,
        sum: "battery.range",
      });
    }
    const moving = now.moving_mass_kg !== null;
    const mass = now.moving_mass_kg ?? now.hardware_mass_kg;
    if (mass) {
      lines.push({
        name: "weighs",
        quantity: "mass",
        value: mass,
        base: moving ? then?.moving_mass_kg : then?.hardware_mass_kg,
        ...shown("mass", mass),
        note: moving ? `${shownText("mass", now.hardware_mass_kg)} of it drive parts` : "the drive parts",
        sum: moving ? "job.moving_mass" : "build.hardware_mass",
      });
    }
    if (now.to_buy !== null) {
      const whole = now.price !== null && now.price !== now.to_buy;
      lines.push({
        name: "to buy",
        quantity: "plain",
        value: now.to_buy,
        base: then?.to_buy,
        text: figures(now.to_buy, 4),
        unit: bench.document?.job.budget?.currency ?? "",
        note: whole ? `of ${shownText("plain", now.price)} in all` : "all of it",
        sum: whole ? undefined : "build.price",
      });
    }
    return lines;
  });
}
