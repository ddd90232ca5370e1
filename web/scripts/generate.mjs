// Writes src/api/schema.d.ts (types) and src/api/fields.gen.ts (labels, help, ranges of every document field)
// from the OpenAPI document on standard input. Both are checked in; the checks run this again and compare.
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
    described.choices = inner.enum.map((word) => ({ word, label: labels[word] ?? word }));
  } else if (inner.type === "number" || inner.type === "integer") {
    Object.assign(described, { min: inner.minimum, max: inner.maximum, whole: inner.type === "integer" });
  } else if (inner.type === "string") {
    described.longest = inner.maxLength;
  } else if (inner.type === "boolean") {
    described.flag = true;
  } else if (name) {
    described.record = name;
  }
  if (schema.default !== undefined && typeof schema.default !== "object") described.fallback = schema.default;
  return described;
}

function record(schema) {
  const required = new Set(schema.required ?? []);
  return Object.fromEntries(
    Object.entries(schema.properties).map(([key, value]) => [key, field(value, required.has(key))]),
  );
}

// Only what a build document is made of.
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

const source = `${banner}import type { FieldMeta } from "./fields";

export const FIELDS: Record<string, Record<string, FieldMeta>> = ${JSON.stringify(records)};
`;
await writeFile(new URL("../src/api/fields.gen.ts", import.meta.url), source);
