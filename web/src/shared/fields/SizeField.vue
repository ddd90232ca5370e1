<script setup lang="ts">
// Three sides of a part in one entry: 380 x 150 x 25, each in any unit.
import { computed, ref, useId } from "vue";
import { fieldMeta } from "../../api/fields";
import { useDesk } from "../../workbench/desk";
import { displayUnit, parsed, shown } from "../../units/quantity";
import { loadAlgebra, readsSums } from "../../units/typing";

const props = defineProps<{ at: string }>();
const desk = useDesk();
const id = useId();
const SIDES = ["length", "width", "height"] as const;
const pointer = computed(() => `${props.at}/size_mm`);
const size = computed(() => desk.get(pointer.value) as Record<string, number> | null | undefined);
const text = computed(() =>
  size.value ? SIDES.map((side) => shown("smallLength", size.value?.[side], 5).text).join(" × ") : "",
);
const unit = computed(() => displayUnit("smallLength", null).symbol);
const wrong = ref<string | null>(null);

async function set(typed: string): Promise<void> {
  if (!readsSums()) await loadAlgebra();
  wrong.value = null;
  if (typed.trim() === "") return desk.set(pointer.value, undefined);
  const sides = typed
    .replaceAll(/\bby\b/gi, "x")
    .split(/[x×*]/i)
    .map((side) => side.trim());
  if (sides.length !== SIDES.length || sides.includes("")) {
    wrong.value = `${typed} came: length × width × height is needed, like 380 x 150 x 25.`;
    return;
  }
  const read = sides.map((side) => parsed("length_mm", fieldMeta("SizeMm", "length"), side, unit.value));
  const bad = read.find((side) => side.kind === "wrong");
  if (bad?.kind === "wrong") {
    wrong.value = bad.why;
    return;
  }
  const either = read.find((side) => side.kind === "either");
  if (either?.kind === "either") {
    wrong.value = `${typed} can be read in two ways: write ${either.readings.map(({ text: way }) => way).join(" or ")}.`;
    return;
  }
  const values = read.map((side) => (side.kind === "value" ? side.value : 0));
  desk.set(pointer.value, Object.fromEntries(SIDES.map((side, place) => [side, values[place]])));
}
</script>

<template>
  <div class="field field-row" data-place="SizeMm.length SizeMm.width SizeMm.height">
    <label :for="id" class="label">Size, L × W × H</label>
    <span class="entry">
      <input
        :id="id"
        class="write"
        type="text"
        :value="text"
        placeholder="not given"
        data-field="size_mm"
        @change="set(($event.target as HTMLInputElement).value)"
      />
      <span class="unit">{{ unit }}</span>
    </span>
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
  </div>
</template>

<style scoped>
.field {
  grid-template-columns: minmax(0, 1fr) calc(8.25rem + 4.75rem + var(--space-4));
}

.entry {
  display: flex;
  gap: var(--space-2);
  align-items: baseline;
}

input {
  font-family: var(--mono);
  font-size: var(--size-figure);
  width: 100%;
  min-width: 0;
  height: 1.75rem;
  text-align: right;
}

.wrong {
  grid-column: 1 / -1;
  font-size: var(--size-note);
  color: var(--fail);
}

@media (pointer: coarse) {
  input {
    height: 44px;
  }
}
</style>
