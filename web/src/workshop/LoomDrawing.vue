<script setup lang="ts">
// The loom as it is generated from the option. A press on a lead goes to its run.
import { computed, ref } from "vue";
import SaveDrawing from "../drawing/SaveDrawing.vue";

const props = defineProps<{ svg: string; name: string }>();
const emit = defineEmits<{ run: [place: number] }>();
const box = ref<HTMLElement>();
const drawing = computed(() => (props.svg ? (box.value?.querySelector("svg") ?? undefined) : undefined));

function press(event: MouseEvent): void {
  const lead = (event.target as Element).closest("[data-run]");
  if (lead) emit("run", Number(lead.getAttribute("data-run")));
}
</script>

<template>
  <figure class="loom-box">
    <!-- eslint-disable-next-line vue/no-v-html -- made by the server from escaped text -->
    <div ref="box" class="scroll" data-loom @click="press" v-html="svg"></div>
    <figcaption class="note">
      two lines: battery or brushed motor; three: phases; dashed: signal and sensors; dotted: balance and
      charge
      <SaveDrawing :svg="drawing" :name="name" />
    </figcaption>
  </figure>
</template>

<style scoped>
.loom-box {
  margin: 0 0 12px;
}

.scroll {
  overflow-x: auto;
}

.scroll :deep(svg) {
  display: block;
  width: 100%;
  min-width: 620px;
  height: auto;
}

.scroll :deep([data-run]) {
  cursor: pointer;
}

.scroll :deep([data-run]:hover path) {
  stroke: var(--accent);
}

figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  justify-content: space-between;
}
</style>
