// "kv 150", "12 cells", "15:40": a figure of the build set by its name, with what it will do said first.
import { fieldMeta } from "../../api/fields";
import { FIELDS } from "../../api/fields.gen";
import { displayUnit, fieldText, parsed } from "../../units/quantity";
import { quantityOf } from "../../units/units";
import { useBench } from "../bench";
import { TITLES } from "../stepWords";
import type { Step } from "../../router";
import type { Command } from "./entries";

interface Place {
  record: string;
  at: string;
  step: Step;
}

/** Words makers use for figures, beside the names of the fields. */
const CALLED: Record<string, string> = {
  kv_rpm_per_v: "kv",
  resistance_ohm: "ohms resistance",
  cells_series: "cells s",
  capacity_ah: "ah capacity mah",
  motor_count: "motors",
  motor_current_limit_a: "limit motor amps",
  battery_current_limit_a: "battery limit amps",
  target_speed_m_s: "speed target",
  grade_percent: "hill grade climb",
  payload_kg: "load rider payload",
  max_continuous_current_a: "most amps",
  no_load_current_a: "no-load amps idle",
  packs_parallel: "packs parallel",
  packs_series: "packs series",
  runtime_min: "runtime minutes",
  wheel_diameter_m: "wheel",
  driver_teeth: "pinion driver teeth",
  driven_teeth: "driven gear teeth",
};
const MOST = 6;

function places(bench: ReturnType<typeof useBench>): Place[] {
  const drive = bench.drivePointer;
  const kind = bench.jobDrive?.load.kind;
  return [
    { record: "Motor", at: `${drive}/motor`, step: "motor" },
    { record: "Battery", at: `${bench.optionPointer}/battery`, step: "battery" },
    ...(bench.drive?.controller
      ? [{ record: "Controller", at: `${drive}/controller`, step: "controller" as const }]
      : []),
    { record: `Load:${kind}`, at: `/job/drives/${bench.jobDriveIndex}/load`, step: "job" },
    { record: "Job", at: "/job", step: "job" },
    { record: "OptionDrive", at: drive, step: "motor" },
    ...(bench.drive?.output ? [{ record: "Output", at: `${drive}/output`, step: "gearing" as const }] : []),
    ...(bench.drive?.gearing ?? []).map((_, place) => ({
      record: "GearingStage",
      at: `${drive}/gearing/${place}`,
      step: "gearing" as const,
    })),
  ];
}

/** Figure and name in either order: "kv 150", "150 kv", "12 cells". */
function split(typed: string): { name: string; value: string }[] {
  const text = typed.trim().replace(/^set\s+/i, "");
  const valueLast = /^(.*?[a-z%])\s+([-+]?[\d.,/]+\s*\S*(?:\s*\S+)?)$/i.exec(text);
  const valueFirst = /^([-+]?[\d.,/]+)\s*(\D+)$/.exec(text);
  return [
    ...(valueLast ? [{ name: valueLast[1] ?? "", value: valueLast[2] ?? "" }] : []),
    ...(valueFirst ? [{ name: (valueFirst[2] ?? "").trim(), value: valueFirst[1] ?? "" }] : []),
  ];
}

/** The pair of teeth that is written as 15:40; null for anything else. */
function pair(typed: string): [number, number] | null {
  const match = /^\s*(\d{1,3})\s*:\s*(\d{1,3})\s*$/.exec(typed);
  return match ? [Number(match[1]), Number(match[2])] : null;
}

const begins = (name: string, called: string) => {
  const words = called.toLowerCase().split(/[\s,]+/);
  return name
    .toLowerCase()
    .split(/\s+/)
    .every((word) => words.some((one) => one === word || (word.length > 2 && one.startsWith(word))));
};

/** What is typed as something to be set; go shows it afterwards. */
export function settings(typed: string, go: (step: Step) => void): Command[] {
  const bench = useBench();
  const found: Command[] = [];
  const teeth = pair(typed);
  const stages = bench.drive?.gearing ?? [];
  if (teeth) {
    const place = stages.findIndex(({ driver_teeth: few }) => few != null);
    const stage = stages[place];
    if (stage) {
      const [driver, driven] = teeth;
      found.push({
        words: `teeth ${driver}:${driven}`,
        does: `Gearing, stage ${place + 1}: ${stage.driver_teeth}:${stage.driven_teeth} becomes ${driver}:${driven}`,
        act: () => {
          bench.set(
            `${bench.drivePointer}/gearing/${place}`,
            { ...stage, driver_teeth: driver, driven_teeth: driven },
            null,
          );
          go("gearing");
        },
      });
    }
  }
  for (const { name, value } of split(typed)) {
    for (const { record, at, step } of places(bench)) {
      for (const key of Object.keys(FIELDS[record] ?? {})) {
        const meta = fieldMeta(record, key);
        const called = `${CALLED[key] ?? ""} ${meta.label}`;
        if (meta.min === undefined || !begins(name, called)) continue;
        const pointer = `${at}/${key}`;
        const now = bench.get(pointer) as number | null | undefined;
        const { symbol } = displayUnit(quantityOf(key), now ?? null);
        const read = parsed(key, meta, value, symbol);
        if (read.kind !== "value") continue;
        const said = (amount: number) => {
          const { text, unit } = fieldText(key, amount);
          return `${text} ${unit}`.trim();
        };
        const exact = (CALLED[key] ?? "").split(" ").includes(name.toLowerCase());
        const line: Command = {
          words: `${meta.label} ${said(read.value)}`,
          does: `${TITLES[step]}: ${now == null ? "not given" : said(now)} becomes ${said(read.value)}`,
          act: () => {
            bench.set(pointer, read.value, null);
            go(step);
          },
        };
        if (exact) found.unshift(line);
        else found.push(line);
      }
    }
  }
  return found.slice(0, MOST);
}
