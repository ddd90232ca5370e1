<script setup lang="ts">
// The title block of the drawing: what the whole comes to, in four figures.
import FigureDelta from "../shared/figures/FigureDelta.vue";
import { useBench } from "./bench";
import { useHeadlines } from "./headlines";
import { useSums } from "./sums";

defineProps<{ line?: boolean }>();
const bench = useBench();
const sums = useSums();
const headlines = useHeadlines();
</script>

<template>
  <dl class="block" :class="{ line }" data-title-block>
    <div v-for="item in line ? headlines.slice(0, 1) : headlines" :key="item.name" :title="item.hint">
      <dt class="note">{{ item.name }}</dt>
      <dd>
        <b class="figure"
          ><button
            v-if="item.sum"
            type="button"
            class="opens"
            :data-sum="item.sum"
            @click="sums.open(item.sum)"
          >
            {{ item.text }}</button
          ><template v-else>{{ item.text }}</template></b
        ><span class="unit">{{ item.unit }}</span
        ><FigureDelta v-if="bench.pinned" :quantity="item.quantity" :value="item.value" :base="item.base" />
        <span v-if="!line" class="note more">{{ item.note }}</span>
      </dd>
    </div>
  </dl>
</template>

<style scoped>
.block {
  display: grid;
  grid-template-columns: 1fr 1fr;
  grid-auto-rows: 1fr;
  background: var(--line);
  gap: 1px;
  border-left: 1px solid var(--ink);
}

.block > div {
  background: var(--sheet);
  padding: var(--space-2) var(--space-7);
  overflow: hidden;
}

.block:not(.line) > div:last-child:nth-child(odd) {
  grid-column: 1 / -1;
}

dd {
  display: block;
  line-height: 1.3;
}

.block:not(.line) b {
  font-size: var(--size-answer);
  font-weight: 600;
}

.more {
  display: block;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}

.line {
  display: flex;
  align-items: center;
  gap: var(--space-7);
  background: none;
  border: 0;
  padding: 0 var(--space-7);
}

.line > div {
  display: flex;
  gap: var(--space-2);
  align-items: baseline;
  background: none;
  padding: 0;
  white-space: nowrap;
}
</style>
