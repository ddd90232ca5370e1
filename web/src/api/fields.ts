// What is known of every document field: label, range, and help once it has come. The facts live in the Rust core.
import { shallowRef } from "vue";
import { patiently, whenIdle } from "../shared/lib/later";
import { FIELDS } from "./fields.gen";

export interface FieldMeta {
  label: string;
  required: boolean;
  /** A number: its range, and whether it is whole. */
  min?: number;
  max?: number;
  whole?: boolean;
  /** What it usually is, in the unit of the document. */
  usual?: number[];
  /** One of several words. */
  choices?: { word: string; label: string; /** Who chooses it and why. */ why?: string }[];
  /** Text: most characters. */
  longest?: number;
  /** Yes or no. */
  flag?: boolean;
  /** A record inside. */
  record?: string;
  /** What a missing key means. */
  fallback?: number | string | boolean;
}

const PARTS = new Set(["Motor", "Battery", "Controller", "GearingStage", "Wheel"]);

/** Whether a record is that of a part, whose figures say where they are from. */
export const isPart = (record: string): boolean => PARTS.has(record);

/** The description of a field of a record, for example `("Motor", "kv_rpm_per_v")`. */
export function fieldMeta(record: string, key: string): FieldMeta {
  const meta = FIELDS[record]?.[key];
  if (!meta) throw new Error(`no field ${key} in ${record}`);
  return meta;
}

const help = shallowRef<Record<string, Record<string, string>>>({});
whenIdle(async () => {
  help.value = (await patiently(() => import("./help.gen"))).HELP;
});

/** What helps with a field of a record; empty until it has come. */
export const fieldHelp = (record: string, key: string): string => help.value[record]?.[key] ?? "";
