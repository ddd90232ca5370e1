<script setup lang="ts">
// A drawing taken away as a file.
import { download, fileName } from "../lib/download";
import { svgText, toPng } from "./save";

const props = defineProps<{ svg: SVGSVGElement | undefined; name: string }>();

async function saveSvg(): Promise<void> {
  if (!props.svg) return;
  const text = await svgText(props.svg, props.name);
  download(fileName(props.name, "svg"), new Blob([text], { type: "image/svg+xml" }));
}

async function savePng(): Promise<void> {
  if (props.svg) download(fileName(props.name, "png"), await toPng(props.svg, props.name));
}
</script>

<template>
  <span class="save">
    <button type="button" class="action" @click="saveSvg">SVG</button>
    <button type="button" class="action" @click="savePng">PNG</button>
  </span>
</template>

<style scoped>
.save {
  display: inline-flex;
  gap: var(--space-6);
  font-size: var(--size-note);
}
</style>
