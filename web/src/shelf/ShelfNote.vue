<script setup lang="ts">
// A part that came from the shelf and has figures of its own since: what differs is said, and whose price and source stand.
import { computed } from "vue";
import { useAnswer } from "../api/answer";
import { api } from "../api/client";
import { useBench } from "../workbench/bench";
import { keyInWords } from "../shared/lib/places";
import { differences, without } from "../shared/lib/pointer";

const props = defineProps<{ at: string }>();
const bench = useBench();
const part = computed(() => (bench.get(props.at) ?? {}) as Record<string, unknown>);
const id = computed(() => (typeof part.value.part_id === "string" ? part.value.part_id : null));

const { value: shelved } = useAnswer(
  () => id.value,
  (signal) =>
    id.value === null ? null : api.GET("/api/parts/{id}", { params: { path: { id: id.value } }, signal }),
);

/** What belongs to the build, or says nothing about the part. */
const NOT_OF_THE_PART = [
  "format",
  "part",
  "part_id",
  "label",
  "owned",
  "getting",
  "ordered_on",
  "provenance",
  "measured_on",
  "packs_series",
  "packs_parallel",
  "usable_fraction",
  "motor_current_limit_a",
  "battery_current_limit_a",
];
const figuresOf = (record: object) => without(record as Record<string, unknown>, ...NOT_OF_THE_PART);
const places = computed(() =>
  id.value === null || !shelved.value ? [] : differences(figuresOf(shelved.value), figuresOf(part.value)),
);
const named = computed(() => [...new Set(places.value.map(keyInWords))].join(", "));
const paid = computed(() => ["price", "source"].filter((key) => part.value[key] != null));

/** The figures of the shelf again; what belongs to the build stays. */
function restore(): void {
  const kept = Object.fromEntries(
    Object.entries(part.value).filter(([key]) => NOT_OF_THE_PART.includes(key)),
  );
  bench.set(props.at, { ...figuresOf(shelved.value ?? {}), ...kept }, null);
}

/** It is another part: the shelf's price, source and link go. */
function letGo(): void {
  bench.set(props.at, without(part.value, "part_id", "price", "source", "owned"), null);
}
</script>

<template>
  <p v-if="places.length > 0" class="note shelf-note" role="status" data-shelf-note>
    On the shelf it has other figures: {{ named }}.
    {{ paid.length > 0 ? `Its ${paid.join(" and ")} still ${paid.length > 1 ? "stand" : "stands"}.` : "" }}
    <button type="button" class="action" data-as-shelved @click="restore">as on the shelf</button>
    <button type="button" class="action" data-let-go @click="letGo">it is another part</button>
  </p>
</template>

<style scoped>
.shelf-note {
  margin: calc(-1 * var(--space-2)) 0 var(--space-4);
}

.action {
  margin-left: var(--space-5);
}
</style>
