<script setup lang="ts">
// How far one line of the parts list is: to be bought, ordered and when, in the drawer, in the machine.
import type { Schemas } from "../api/client";
import { useBench } from "../workbench/bench";
import { withValue } from "../shared/lib/pointer";

const props = defineProps<{ line: Schemas["ListLine"] }>();
const bench = useBench();

type State = Schemas["LineState"];
const STATES: State[] = ["need", "ordered", "have", "fitted"];

/** It stands in three fields of its part; they change together. */
function setState(state: State): void {
  if (!bench.document) return;
  const { line } = props;
  const at = `${bench.optionPointer}/${line.place}`;
  const fields = {
    owned: state === "have" || state === "fitted" || undefined,
    getting: state === "ordered" || state === "fitted" ? state : undefined,
    ordered_on: state === "ordered" ? (line.ordered_on ?? new Date().toISOString().slice(0, 10)) : undefined,
  };
  const next = Object.entries(fields).reduce(
    (build, [key, value]) => withValue(build, `${at}/${key}`, value),
    bench.document,
  );
  bench.edit(next);
}

function setDay(day: string): void {
  bench.set(`${bench.optionPointer}/${props.line.place}/ordered_on`, day || undefined);
}
</script>

<template>
  <select
    class="write"
    :value="line.state"
    :aria-label="`How far: ${line.what}`"
    :data-state="line.what"
    @change="setState(($event.target as HTMLSelectElement).value as State)"
  >
    <option v-for="state in STATES" :key="state" :value="state">{{ state }}</option>
  </select>
  <input
    v-if="line.state === 'ordered'"
    type="date"
    class="write"
    :value="line.ordered_on ?? ''"
    :aria-label="`Ordered on: ${line.what}`"
    @change="setDay(($event.target as HTMLInputElement).value)"
  />
</template>

<style scoped>
.write {
  font-size: var(--size-note);
  padding: 0 var(--space-1);
}
</style>
