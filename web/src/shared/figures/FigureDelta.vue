<script setup lang="ts">
// The signed difference of a figure to the pinned one, in figures, direction and words.
import { computed } from "vue";
import { useBench } from "../../workbench/bench";
import { difference } from "../../units/quantity";
import type { Quantity } from "../../units/units";

const props = defineProps<{
  quantity: Quantity;
  value: number | null | undefined;
  base: number | null | undefined;
  significant?: number;
}>();

const bench = useBench();
const said = computed(() =>
  bench.pinned ? difference(props.quantity, props.value, props.base, props.significant) : null,
);
</script>

<template>
  <span v-if="said" class="delta" :class="said.direction" data-delta>
    <span aria-hidden="true">{{ said.text }}</span>
    <span class="visually-hidden">, {{ said.words }}</span>
  </span>
</template>

<style scoped>
.delta {
  display: inline-block;
  font: var(--size-tick) var(--mono);
  color: var(--accent);
  margin-left: 0.3125rem;
  white-space: nowrap;
}

.delta.same {
  color: var(--soft);
}
</style>
