// Kinds of entries: their words, and how each is drawn in the timeline: by shape as well as by colour.
import type { Schemas } from "../api/client";

export type LogLine = Schemas["LogLine"];
export type LogEntry = Schemas["LogEntry"];
export type Kind = LogEntry["kind"];

export interface KindWords {
  kind: Kind;
  one: string;
  many: string;
}

export const KINDS: KindWords[] = [
  { kind: "ride", one: "ride", many: "rides" },
  { kind: "heat", one: "heat stages", many: "heat stages" },
  { kind: "check", one: "check", many: "checks" },
  { kind: "upkeep", one: "upkeep", many: "upkeep" },
  { kind: "failure", one: "failure", many: "failures" },
  { kind: "change", one: "change", many: "changes" },
  { kind: "note", one: "note", many: "notes" },
];

export const oneOf = (kind: string): string => KINDS.find((known) => known.kind === kind)?.one ?? kind;

/** A moment as people say it. */
export const dayOf = (at: string): string =>
  new Date(at).toLocaleDateString(undefined, { day: "numeric", month: "long", year: "numeric" });
export const momentOf = (at: string): string =>
  new Date(at).toLocaleString(undefined, { dateStyle: "full", timeStyle: "short" });
export const monthOf = (at: string): string =>
  new Date(at).toLocaleDateString(undefined, { month: "long", year: "numeric" });

/** What a field of date and time takes and gives: the time of the clock on the wall. */
export function toField(at: string): string {
  const date = new Date(at);
  const local = new Date(date.getTime() - date.getTimezoneOffset() * 60_000);
  return local.toISOString().slice(0, 16);
}

export function fromField(text: string): string | null {
  const date = new Date(text);
  return Number.isNaN(date.getTime()) ? null : date.toISOString();
}
