// What a search is to try: as it stands in the form, kept in this browser, and as it is sent.
import { reactive, watch } from "vue";
import type { Build, Schemas } from "../api/client";
import { typed } from "../units/typing";
import { displayUnit } from "../units/quantity";
import { type Listed, wholeNumbers } from "./lists";

export type PickKind = "motor" | "battery" | "controller";
export const PICKS: { kind: PickKind; key: "motors" | "batteries" | "controllers"; word: string }[] = [
  { kind: "motor", key: "motors", word: "Motors" },
  { kind: "battery", key: "batteries", word: "Batteries" },
  { kind: "controller", key: "controllers", word: "Controllers" },
];

export interface Picked {
  /** Whether parts of this kind are tried at all. */
  on: boolean;
  text: string;
  owned: boolean;
  ranges: { key: string; at_least: number | null; at_most: number | null }[];
  /** Picked one by one; empty: all that the filter finds. */
  ids: string[];
  own: boolean;
}

const picked = (on: boolean): Picked => ({ on, text: "", owned: false, ranges: [], ids: [], own: true });

export interface Form {
  motor: Picked;
  battery: Picked;
  controller: Picked;
  counts: number[];
  driver: string;
  driven: string;
  wheels: string;
  rank_by: Schemas["RankBy"];
}

const usual = (): Form => ({
  motor: picked(true),
  battery: picked(true),
  controller: picked(false),
  counts: [],
  driver: "",
  driven: "",
  wheels: "",
  rank_by: "margin",
});

const KEY = "ypsidyne.search.form";
function stored(): Form {
  try {
    return { ...usual(), ...(JSON.parse(localStorage.getItem(KEY) ?? "{}") as Partial<Form>) };
  } catch {
    return usual();
  }
}

export const form = reactive(stored());
watch(form, () => localStorage.setItem(KEY, JSON.stringify(form)));

export const TEETH = { least: 5, most: 400 };

/** Wheel diameters in metres; a bare number is in the unit shown. */
export function wheelsOf(text: string): Listed {
  const values: number[] = [];
  const unit = displayUnit("length", 0.1);
  for (const piece of text
    .split(/[,;]/u)
    .map((part) => part.trim())
    .filter(Boolean)) {
    const read = typed("length", piece);
    if (read.kind === "wrong")
      return { kind: "wrong", why: `“${piece}” ${read.why}; 90, 110 mm or 4 in would do` };
    const metres = read.kind === "number" ? read.value * unit.factor + unit.offset : read.value;
    if (metres < 0.001 || metres > 10) {
      return { kind: "wrong", why: `“${piece}” is out of range; 1 mm to 10 m would do` };
    }
    values.push(metres);
  }
  return { kind: "list", values };
}

const AS_IT_IS: Schemas["Pick"] = { filter: null, ids: [], own: false };

function pickOf(kind: PickKind): Schemas["Pick"] {
  const { on, text, owned, ranges, ids, own } = form[kind];
  if (!on) return AS_IT_IS;
  const filter = {
    kind,
    text,
    owned: owned ? true : null,
    ranges: ranges.filter(({ at_least, at_most }) => at_least !== null || at_most !== null),
    words: [],
    retired: false,
    sort: null,
    descending: false,
    limit: 500,
    offset: 0,
  };
  return { filter: ids.length > 0 ? null : filter, ids, own };
}

export interface Place {
  id: string;
  build: Build;
  option: number;
  drive: number;
  /** The stage whose teeth are tried; null where there is none with teeth. */
  stage: number | null;
  wheels: boolean;
  /** Whether it is turned: what it charges stands in the job, and neither pack nor controller of the shelf has a part in it. */
  generates: boolean;
}

/** The request; null while an entry is wrong. */
export function requestOf({
  id,
  build,
  option,
  drive,
  stage,
  wheels,
  generates,
}: Place): Schemas["SearchRequest"] | null {
  const driver = wholeNumbers(form.driver, TEETH.least, TEETH.most);
  const driven = wholeNumbers(form.driven, TEETH.least, TEETH.most);
  const diameters = wheels ? wheelsOf(form.wheels) : { kind: "list" as const, values: [] };
  if (driver.kind === "wrong" || driven.kind === "wrong" || diameters.kind === "wrong") return null;
  const own = build.options[option]?.drives[drive]?.gearing?.[stage ?? -1];
  const teeth = stage !== null && driver.values.length + driven.values.length > 0;
  // One of the two wheels left open keeps its teeth.
  const or = (values: number[], present: number | null | undefined) =>
    values.length > 0 || present == null ? values : [present];
  return {
    build,
    build_id: id,
    option,
    drive,
    motors: pickOf("motor"),
    batteries: generates ? AS_IT_IS : pickOf("battery"),
    controllers: generates ? AS_IT_IS : pickOf("controller"),
    motor_count: [...form.counts],
    gearing: teeth
      ? {
          stage,
          driver_teeth: or(driver.values, own?.driver_teeth),
          driven_teeth: or(driven.values, own?.driven_teeth),
        }
      : null,
    wheel_diameter_m: diameters.values,
    rank_by: generates && form.rank_by === "runtime" ? "margin" : form.rank_by,
  };
}
