<script setup lang="ts">
// A formula as it is written by hand: T_m with its index low, v^2 with its power high.
import { computed } from "vue";

const props = defineProps<{ formula: string }>();

const pieces = computed(() =>
  [...props.formula.matchAll(/(\p{L}+)_([\p{L}\d_]+)|\^(\d+)|[^\p{L}^]+|\p{L}+|\^/gu)].map(
    ([text, symbol, low, high]) => ({ text: symbol ?? (high === undefined ? text : ""), low, high }),
  ),
);
</script>

<template>
  <span :data-formula="formula"
    ><template v-for="(piece, place) in pieces" :key="place"
      >{{ piece.text }}<sub v-if="piece.low">{{ piece.low }}</sub
      ><sup v-if="piece.high">{{ piece.high }}</sup></template
    ></span
  >
</template>

<style scoped>
sub,
sup {
  font-size: 0.75em;
  line-height: 0;
}
</style>
