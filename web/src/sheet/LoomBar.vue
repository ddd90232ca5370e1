<script setup lang="ts">
// What can be done with the box of the loom that is picked: go to its figures, hang something on it, put it back.
import { computed } from "vue";
import { useRouter } from "vue-router";
import { useBench } from "../workbench/bench";
import BenchField from "../shared/fields/BenchField.vue";
import PickRow from "../shared/fields/PickRow.vue";
import { type LoomPart, PLACES, useLoomEdits } from "./loomEdits";

const props = defineProps<{ part: LoomPart; parts: LoomPart[] }>();
const emit = defineEmits<{ pick: [key: string | null]; field: [name: string] }>();
const bench = useBench();
const router = useRouter();
const edits = useLoomEdits();
const place = computed(() => PLACES[props.part.kind]);
const extra = computed(() => edits.extraOf(props.part));
const at = computed(() => `${bench.optionPointer}/wiring/extras/${extra.value}`);
const bearers = computed(() => props.parts.filter((part) => part.kind !== "extra"));
const on = computed(() => edits.extras()[extra.value]?.on);

function go(): void {
  if (!place.value) return;
  if (props.part.drive) bench.driveName = props.part.drive;
  if ("step" in place.value)
    void router.push({ name: "bench", params: { id: bench.id, step: place.value.step } });
  else emit("field", place.value.field);
}

function said(part: LoomPart): string {
  return part.drive && !part.label.startsWith(part.drive) ? `${part.drive}, ${part.label}` : part.label;
}
</script>

<template>
  <div class="bar" data-loom-bar>
    <strong>{{ said(part) }}</strong>
    <template v-if="extra >= 0">
      <div class="fields">
        <BenchField :at="at" record="LoomExtra" name="name" />
        <BenchField :at="at" record="LoomExtra" name="by" />
        <PickRow label="Hangs on">
          <select
            :value="on"
            data-loom-on
            @change="bench.set(`${at}/on`, ($event.target as HTMLSelectElement).value, null)"
          >
            <option v-if="!bearers.some(({ key }) => key === on)" :value="on" disabled>nothing</option>
            <option v-for="other in bearers" :key="other.key" :value="other.key">{{ said(other) }}</option>
          </select>
        </PickRow>
      </div>
      <button type="button" class="action" data-loom-out @click="(edits.takeOut(part), emit('pick', null))">
        take it out
      </button>
    </template>
    <template v-else>
      <button v-if="place" type="button" class="action" @click="go">change it</button>
      <button type="button" class="action" data-loom-hang @click="emit('pick', edits.hang(part))">
        hang something on it
      </button>
    </template>
    <button v-if="part.placed" type="button" class="action" data-loom-back @click="edits.putBack(part)">
      back where it was
    </button>
    <button type="button" class="action" @click="emit('pick', null)">done</button>
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: var(--space-2) var(--space-8);
  border-top: 1px solid var(--line);
  border-bottom: 1px solid var(--line);
  padding: var(--space-3) 0;
}

.fields {
  flex: 1 1 420px;
  columns: 2 200px;
  column-gap: var(--space-10);
}

.fields :deep(.field) {
  break-inside: avoid;
}

@media (max-width: 760px) {
  .bar > button {
    min-height: 40px;
  }
}
</style>
