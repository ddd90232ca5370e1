// What an entry of each kind keeps of a draft: a draft that changes its kind still holds what the other kind asked for.
import type { Kind, LogEntry } from "./kinds";

const KEYS: Record<string, string[]> = {
  ride: ["state_of_charge", "ambient_c", "payload_kg", "charged_ah", "option", "drive"],
  upkeep: ["item", "hours_between", "km_between", "days_between", "measured", "hours", "done", "cost"],
  failure: ["part", "component", "what", "batch", "of", "hours", "beyond_limits", "cost"],
  check: ["motor", "results", "measurement", "temperature_c"],
  change: ["changes"],
  note: ["pictures"],
};

/** What is typed; a field that is empty is left out of the entry. */
export type Draft = Record<string, unknown> & { kind: Kind; at: string };

/** The entry of a draft. */
export function entryOf(draft: Draft): LogEntry {
  const keys = ["kind", "at", "title", "notes", ...(KEYS[draft.kind] ?? [])];
  const entry = Object.fromEntries(
    keys.map((key) => [key, draft[key]]).filter(([, value]) => value != null && value !== ""),
  );
  if (draft.kind === "upkeep") {
    entry.item ??= draft.title ?? "";
    const length = entry.measured as { length_mm?: number; limit_mm?: number } | undefined;
    if (!length?.length_mm || length.limit_mm === undefined) delete entry.measured;
  }
  if (draft.kind === "failure") entry.part ??= draft.title ?? "";
  return entry as unknown as LogEntry;
}
