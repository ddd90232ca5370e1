<script setup lang="ts">
// A gear motor from its shaft end: can and shaft to scale, the inside as a scheme.
import { computed, ref } from "vue";
import { shownText } from "../units/quantity";
import { teethPath } from "./loops";
import SaveDrawing from "../shared/plots/SaveDrawing.vue";

const props = defineProps<{
  kind: string;
  ratio: number;
  stages: number | null;
  canMm: number;
  shaftMm: number | null | undefined;
}>();

const svg = ref<SVGSVGElement>();
const SIZE = 180;
const R = 74;
const mm = (value: number) => shownText("smallLength", value, 4);
const scale = computed(() => R / (props.canMm / 2));
const scheme = computed(() => {
  // Ring standing still: ratio of a stage = 1 + ring/sun, and the planets fill what is between.
  const each = Math.pow(props.ratio, 1 / Math.max(1, props.stages ?? 1));
  const ring = R * 0.86;
  const sun = ring / Math.max(1.4, each - 1);
  const planet = (ring - sun) / 2;
  const planets = [0, 1, 2].map((place) => {
    const angle = (2 * Math.PI * place) / 3 - Math.PI / 2;
    return { x: (sun + planet) * Math.cos(angle), y: (sun + planet) * Math.sin(angle), r: planet };
  });
  return { ring, sun, planets };
});
const said = computed(() => {
  const shaft = props.shaftMm ? `, shaft ${mm(props.shaftMm)}` : "";
  return `Gear motor ${mm(props.canMm)} across${shaft}, ${props.kind} ${props.ratio} to 1`;
});
</script>

<template>
  <figure class="gearbox" data-gearbox-drawing>
    <svg
      ref="svg"
      :width="SIZE"
      :height="SIZE + 34"
      :viewBox="`${-SIZE / 2} ${-SIZE / 2} ${SIZE} ${SIZE + 34}`"
      role="img"
      :aria-label="said"
    >
      <circle :r="R" class="can" />
      <template v-if="kind === 'planetary'">
        <circle :r="scheme.ring" class="pitch" />
        <path :d="teethPath({ x: 0, y: 0, r: scheme.ring }, 60, 4)" class="teeth" />
        <circle
          v-for="(planet, place) in scheme.planets"
          :key="place"
          :cx="planet.x"
          :cy="planet.y"
          :r="planet.r"
          class="pitch wheel"
        />
        <circle :r="scheme.sun" class="pitch wheel" />
      </template>
      <template v-else>
        <circle :r="R * 0.62" class="pitch wheel" />
        <path :d="teethPath({ x: 0, y: 0, r: R * 0.62 }, 40, 5)" class="teeth" />
        <rect
          v-if="kind === 'worm'"
          :x="-R * 0.5"
          :y="-R * 0.86"
          :width="R"
          :height="R * 0.2"
          class="pitch wheel"
        />
      </template>
      <circle v-if="shaftMm" :r="(shaftMm / 2) * scale" class="shaft" />
      <path
        :d="`M ${-R} ${R + 6} V ${R + 16} M ${R} ${R + 6} V ${R + 16} M ${-R} ${R + 12} H ${R}`"
        class="measure"
      />
      <text :y="R + 28">{{ mm(canMm) }}</text>
    </svg>
    <figcaption class="note">
      {{ kind }}, {{ ratio }} : 1<template v-if="stages"
        >, about {{ stages }} {{ stages === 1 ? "stage" : "stages" }}</template
      ><template v-if="shaftMm">; shaft {{ mm(shaftMm) }}</template
      >. Can and shaft to scale, the inside as a scheme.
      <SaveDrawing :svg="svg" name="Gearbox" />
    </figcaption>
  </figure>
</template>

<style scoped>
.gearbox {
  margin: 0;
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: var(--space-6);
  align-items: center;
}

.can {
  fill: color-mix(in srgb, var(--ribbon) 30%, transparent);
  stroke: var(--ink);
  stroke-width: 1.5;
}

.pitch {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.9;
}

.wheel {
  fill: color-mix(in srgb, var(--ribbon) 60%, transparent);
}

.teeth,
.measure {
  fill: none;
  stroke: var(--soft);
  stroke-width: 0.8;
}

.shaft {
  fill: var(--sheet);
  stroke: var(--accent);
  stroke-width: 2;
}

text {
  font: 600 var(--size-small) var(--mono);
  fill: var(--ink);
  text-anchor: middle;
}

figcaption {
  display: grid;
  gap: var(--space-2);
}
</style>
