// Writes src/api/schema.d.ts (types), src/api/fields.gen.ts (labels, ranges of every document field),
// src/api/help.gen.ts (help for each), src/api/checks.gen.ts (every check), src/api/limits.gen.ts (what holds a drive
// back), src/measure/kinds.gen.ts and sheetTitles.gen.ts (sheets of the bench), src/shared/fields/starts.gen.ts (what something new
// begins with) and src/units/units.gen.ts (units) from the OpenAPI document on
// standard input. All are checked in; the checks run this again and compare.
import { writeFile } from "node:fs/promises";
import { text } from "node:stream/consumers";
import openapiTS, { astToString } from "openapi-typescript";

const document = JSON.parse(await text(process.stdin));
const schemas = document.components.schemas;

const banner = "// Generated from the Rust types by `cargo xtask generate`. Do not edit.\n\n";
const types = astToString(await openapiTS(structuredClone(document), { defaultNonNullable: false }));
await writeFile(new URL("../src/api/schema.d.ts", import.meta.url), banner + types);

/** The one schema behind an optional or referenced one. */
function core(schema) {
  const inner = (schema.anyOf ?? [schema]).find((candidate) => candidate.type !== "null");
  const name = inner.$ref?.split("/").at(-1);
  return { name, schema: name ? schemas[name] : inner };
}

function field(schema, required) {
  const { name, schema: inner } = core(schema);
  const described = { label: schema.title ?? "", help: schema.description ?? "", required };
  if (inner.enum) {
    const labels = inner["x-labels"] ?? {};
    const whys = inner["x-why"] ?? {};
    described.choices = inner.enum.map((word) => ({ word, label: labels[word] ?? word, why: whys[word] }));
  } else if (inner.type === "number" || inner.type === "integer") {
    Object.assign(described, { min: inner.minimum, max: inner.maximum, whole: inner.type === "integer" });
  } else if (inner.type === "string") {
    described.longest = inner.maxLength;
  } else if (inner.type === "boolean") {
    described.flag = true;
  } else if (name) {
    described.record = name;
  }
  if (schema["x-usual"]) described.usual = schema["x-usual"];
  if (schema.default !== undefined && typeof schema.default !== "object") described.fallback = schema.default;
  return described;
}

function record(schema) {
  const required = new Set(schema.required ?? []);
  return Object.fromEntries(
    Object.entries(schema.properties).map(([key, value]) => [key, field(value, required.has(key))]),
  );
}

// What documents are made of.
const records = {};
function collect(schema) {
  const text = JSON.stringify(schema);
  for (const [, name] of text.matchAll(/#\/components\/schemas\/(\w+)/g)) {
    if (name in records || schemas[name].enum) continue;
    if (schemas[name].properties) records[name] = record(schemas[name]);
    for (const variant of schemas[name].oneOf ?? []) {
      records[`${name}:${variant.properties.kind.const}`] = record(variant);
    }
    if (!records[name]) records[name] = {};
    collect(schemas[name]);
  }
}
records.Build = record(schemas.Build);
collect(schemas.Build);
for (const variant of schemas.Measurement.oneOf) {
  records[`Measurement:${variant.properties.kind.const}`] = record(variant);
}
collect(schemas.Measurement);
for (const variant of schemas.LogEntry.oneOf) {
  records[`LogEntry:${variant.properties.kind.const}`] = record(variant);
}
collect(schemas.LogEntry);
records.Wheel = record(wheelOf(schemas.ShelfPart));
records.Tolerances = record(schemas.Tolerances);

/** The wheel is only on the shelf: its record stands in the list of parts. */
function wheelOf(shelf) {
  const wheel = shelf.oneOf.find((variant) => variant.properties.part.const === "wheel");
  const own = Object.entries(wheel.properties).filter(([key]) => key !== "format" && key !== "part");
  return { ...wheel, properties: Object.fromEntries(own) };
}

// The sentences of help are as large as all the rest: they come after the first screen.
const helps = Object.fromEntries(
  Object.entries(records).map(([name, fields]) => [
    name,
    Object.fromEntries(Object.entries(fields).map(([key, { help }]) => [key, help])),
  ]),
);
for (const fields of Object.values(records)) for (const field of Object.values(fields)) delete field.help;
const helpSource = `${banner}export const HELP: Record<string, Record<string, string>> = ${JSON.stringify(helps)};
`;
await writeFile(new URL("../src/api/help.gen.ts", import.meta.url), helpSource);

const source = `${banner}import type { FieldMeta } from "./fields";

export const FIELDS: Record<string, Record<string, FieldMeta>> = ${JSON.stringify(records)};
`;
await writeFile(new URL("../src/api/fields.gen.ts", import.meta.url), source);

const units = document["x-units"];
const keyed = (pairs) => JSON.stringify(Object.fromEntries(pairs));
const unitSource = `${banner}export interface Unit {
  symbol: string;
  /** Other ways people write it. */
  also: string[];
  /** Value in the document's unit = written · factor + offset. */
  factor: number;
  offset: number;
}

export const QUANTITIES = ${keyed(units.quantities.map(({ name, units: list }) => [name, list]))};

export type Quantity = keyof typeof QUANTITIES;

export const ENDINGS = ${JSON.stringify(units.endings)} as [string, Quantity][];

export const BY_KEY = ${keyed(units.by_key)} as Record<string, Quantity>;
`;
await writeFile(new URL("../src/units/units.gen.ts", import.meta.url), unitSource);

const checkSource = `${banner}import type { Schemas } from "./client";

export interface CheckFacts {
  /** What a maker calls it. */
  title: string;
  unit: string;
  kind: "requirement" | "ability" | "ceiling" | "held" | "geometry" | "requested" | "caution";
  /** The step in which it is put right. */
  step: "job" | "motor" | "gearing" | "battery" | "controller" | "wiring";
  can_be_weakest: boolean;
}

export const CHECKS: Record<Schemas["CheckCode"], CheckFacts> = ${JSON.stringify(schemas.CheckCode["x-checks"])};
`;
await writeFile(new URL("../src/api/checks.gen.ts", import.meta.url), checkSource);

const limitSource = `${banner}import type { CheckFacts } from "./checks.gen";
import type { Schemas } from "./client";

export interface LimitFacts {
  /** As a drawing says it. */
  word: string;
  /** The step in which it is put right. */
  step: CheckFacts["step"];
}

export const LIMITS: Record<Schemas["RunLimit"], LimitFacts> = ${JSON.stringify(schemas.RunLimit["x-limits"])};
`;
await writeFile(new URL("../src/api/limits.gen.ts", import.meta.url), limitSource);

// ---- the sheets of the bench

const sheetSource = `${banner}import type { Schemas } from "../api/client";

export interface ReadingList {
  key: string;
  title: string;
  /** Keys of one reading, in the order they are typed; a single empty key for a plain number. */
  columns: {
    key: string;
    label: string;
    /** Key whose unit is meant. */
    unit: string;
    text?: boolean;
  }[];
  /** What to do between two readings. */
  hint?: string;
}

export interface SheetKind {
  kind: string;
  title: string;
  answers: string;
  needs: string[];
  steps: string[];
  caution?: string;
  /** The things on the bench, joined from left to right, and by how many leads. */
  scene: { things: string[]; leads: number };
  fields: { key: string; label: string }[];
  lists: ReadingList[];
  start: Record<string, unknown>;
  /** What an instrument reads of a column, by its key; the clock counts from the first reading. */
  reads: Record<string, Schemas["ReadingWanted"] | "clock">;
  /** A chemistry or a way of wiring to choose. */
  choice?: { key: string; label: string };
  /** Figures of a document that it can give. */
  gives: { target: Schemas["Target"]; key: string; label: string }[];
}

export const KINDS: SheetKind[] = ${JSON.stringify(schemas.Measured["x-sheets"])};
`;
await writeFile(new URL("../src/measure/kinds.gen.ts", import.meta.url), sheetSource);

// What each is called is wanted where none is opened.
const titles = Object.fromEntries(schemas.Measured["x-sheets"].map(({ kind, title }) => [kind, title]));
const titleSource = `${banner}/** What the sheets of the bench are called. */
export const SHEET_TITLES: Record<string, string> = ${JSON.stringify(titles)};
`;
await writeFile(new URL("../src/measure/sheetTitles.gen.ts", import.meta.url), titleSource);

// ---- what something new begins with

const startSource = `${banner}/** What something new begins with, to be changed for what is in the hand. */
export const STARTS = ${JSON.stringify(schemas.Typical["x-starts"])} as const;
`;
await writeFile(new URL("../src/shared/fields/starts.gen.ts", import.meta.url), startSource);
