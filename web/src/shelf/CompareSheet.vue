<script setup lang="ts">
// Up to four parts side by side; rows that differ are marked.
import Dialog from "primevue/dialog";
import { computed } from "vue";
import { FIELDS } from "../api/fields.gen";
import { shownText } from "../units/quantity";
import { quantityOf } from "../units/units";
import { kindOf, labelOf, type PartLine } from "./kinds";

const props = defineProps<{ lines: PartLine[] }>();
const shown = defineModel<boolean>("shown", { required: true });

/** Every leaf by its dotted key. */
function leaves(value: unknown, at = ""): [string, unknown][] {
  if (value === null || typeof value !== "object" || Array.isArray(value)) return [[at, value]];
  return Object.entries(value).flatMap(([key, inner]) => leaves(inner, at ? `${at}.${key}` : key));
}

const SKIPPED = ["format", "part", "label", "part_id"];
const rows = computed(() => {
  const parts = props.lines.map((line) => new Map(leaves(line.part)));
  const keys = [...new Set(parts.flatMap((part) => [...part.keys()]))].filter(
    (key) => !SKIPPED.includes(key) && !key.startsWith("provenance"),
  );
  const record = kindOf(props.lines[0]?.part.part ?? "motor").record;
  return keys.map((key) => {
    const values = parts.map((part) => said(key, part.get(key), record));
    return { key, label: labelOf(record, key), values, differs: new Set(values).size > 1 };
  });
});

function said(key: string, value: unknown, record: string): string {
  if (value === undefined || value === null) return "–";
  if (typeof value === "number") return shownText(quantityOf(key), value, 4);
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (Array.isArray(value)) return value.join(", ");
  const choice = FIELDS[record]?.[key]?.choices?.find(({ word }) => word === value);
  return choice?.label ?? String(value);
}
</script>

<template>
  <Dialog v-model:visible="shown" modal header="Side by side" :style="{ width: '860px', maxWidth: '96vw' }">
    <table data-compare-table>
      <thead>
        <tr>
          <td></td>
          <th v-for="line in lines" :key="line.id">{{ line.part.label }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.key" :class="{ differs: row.differs }">
          <td>
            {{ row.label }}<span v-if="row.differs" class="mark" aria-hidden="true"> ≠</span>
            <span v-if="row.differs" class="visually-hidden">, differs</span>
          </td>
          <td v-for="(value, place) in row.values" :key="place" class="value">{{ value }}</td>
        </tr>
      </tbody>
    </table>
  </Dialog>
</template>

<style scoped>
thead th {
  color: var(--ink);
  font-weight: 600;
  font-size: var(--size);
}

td {
  color: var(--soft);
}

.differs td {
  color: var(--ink);
  background: var(--selected);
}

.differs .value {
  font-weight: 600;
}

td:first-child {
  white-space: nowrap;
}

.mark {
  color: var(--accent);
}
</style>
