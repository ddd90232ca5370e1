<script setup lang="ts">
// A pair of wheels to scale: pitch circles, belt or chain, centre distance. The rim of a wheel is dragged to more or fewer teeth.
import { computed, ref } from "vue";
import type { Schemas } from "../api/client";
import { shownText } from "../units/quantity";
import { loopPath, teethPath, type Wheel } from "./loops";
import SaveDrawing from "../shared/plots/SaveDrawing.vue";
import { useElementSize } from "@vueuse/core";
import { fieldMeta } from "../api/fields";
import PlotHandle, { type Handle } from "../shared/plots/PlotHandle.vue";
import { useDrag } from "../workbench/drag";

const props = defineProps<{
  kind: string;
  report: Schemas["StageReport"];
  driverTeeth: number;
  drivenTeeth: number;
  boreMm: number | null | undefined;
  /** Pointer to the stage. */
  at: string;
}>();
const drag = useDrag();

const element = ref<HTMLElement>();
const svg = ref<SVGSVGElement>();
const { width } = useElementSize(element, { width: 1000, height: 0 });

/** Room for words beside the wheels. */
const MARGIN = { x: 14, top: 18, bottom: 52 };
const TALLEST = 210;
const mm = (value: number) => shownText("smallLength", value, 4);

const held = ref<number | null>(null);
const drawing = computed(() => {
  const pair = props.report.pair;
  if (!pair) return null;
  const [r1, r2] = [pair.driver_mm / 2, pair.driven_mm / 2];
  // Without a centre distance the wheels stand a little apart, and no measure is drawn.
  const centre = pair.centre_mm ?? (r1 + r2) * 1.25;
  const [wide, tall] = [r1 + centre + r2, 2 * Math.max(r1, r2)];
  const fits = Math.min((width.value - 2 * MARGIN.x) / wide, (TALLEST - MARGIN.top - MARGIN.bottom) / tall);
  // While a rim is dragged the scale stands still.
  const scale = held.value ?? fits;
  const height = tall * scale + MARGIN.top + MARGIN.bottom;
  const y = MARGIN.top + (tall * scale) / 2;
  const left = (width.value - wide * scale) / 2;
  const driver: Wheel = { x: left + r1 * scale, y, r: r1 * scale };
  const driven: Wheel = { x: left + (r1 + centre) * scale, y, r: r2 * scale };
  const tooth = Math.min(7, Math.max(2, (2 * Math.PI * driver.r) / props.driverTeeth / 2));
  return {
    height,
    scale,
    driver,
    driven,
    path: props.kind === "spur" ? "" : loopPath(driver, driven),
    teeth: [teethPath(driver, props.driverTeeth, tooth), teethPath(driven, props.drivenTeeth, tooth)],
    bore: props.boreMm ? (props.boreMm / 2) * scale : 0,
    measureY: MARGIN.top + tall * scale + 14,
    centre: pair.centre_mm,
    words: [
      { x: driver.x, text: `${props.driverTeeth} teeth`, size: `⌀ ${mm(pair.driver_mm)}` },
      { x: driven.x, text: `${props.drivenTeeth} teeth`, size: `⌀ ${mm(pair.driven_mm)}` },
    ],
  };
});
/** Pixels of the drawing, as they are. */
const pixels = { from: 0, to: 1, ticks: [], at: (value: number) => value, back: (pixel: number) => pixel };
/** Middle and radius of the wheel when the drag began, and its teeth. */
let base = { y: 0, r: 1, teeth: 1 };

function rim(key: "driver_teeth" | "driven_teeth", wheel: Wheel, teeth: number): Handle {
  const pointer = `${props.at}/${key}`;
  const { min = 5, max = 400 } = fieldMeta("GearingStage", key);
  return {
    key,
    name: key === "driver_teeth" ? "teeth of the driver" : "teeth of the driven wheel",
    said: `${teeth} teeth`,
    x: wheel.x,
    y: wheel.y - wheel.r,
    shape: "knob",
    along: "y",
    begin: () => {
      base = { y: wheel.y, r: wheel.r, teeth };
      held.value = drawing.value?.scale ?? null;
      drag.begin(pointer);
    },
    move: (_, y) => drag.take(pointer, (base.teeth * (base.y - y)) / base.r, [min, max], true),
    step: (across, up) => drag.take(pointer, teeth + up + across, [min, max], true),
    end: (keep) => {
      held.value = null;
      drag.end(keep);
    },
  };
}
const handles = computed(() => {
  const now = drawing.value;
  if (!now) return [];
  return [
    rim("driver_teeth", now.driver, props.driverTeeth),
    rim("driven_teeth", now.driven, props.drivenTeeth),
  ];
});
const said = computed(() => {
  const pair = props.report.pair;
  if (!pair) return "";
  const apart = pair.centre_mm === null ? "" : `, shafts ${mm(pair.centre_mm)} apart`;
  return `Driver of ${props.driverTeeth} teeth, ${mm(pair.driver_mm)}; driven wheel of ${props.drivenTeeth} teeth, ${mm(pair.driven_mm)}${apart}`;
});
</script>

<template>
  <figure v-if="drawing" ref="element" class="stage-drawing" data-stage-drawing>
    <svg
      ref="svg"
      :viewBox="`0 0 ${width} ${drawing.height}`"
      :height="drawing.height"
      role="group"
      :aria-label="said"
    >
      <path v-if="drawing.path" :d="drawing.path" class="loop" />
      <g v-for="(wheel, place) in [drawing.driver, drawing.driven]" :key="place">
        <circle :cx="wheel.x" :cy="wheel.y" :r="wheel.r" class="pitch" />
        <path :d="drawing.teeth[place]" class="teeth" />
        <path :d="`M ${wheel.x - 5} ${wheel.y} h 10 M ${wheel.x} ${wheel.y - 5} v 10`" class="centre-mark" />
      </g>
      <circle
        v-if="drawing.bore > 0"
        :cx="drawing.driver.x"
        :cy="drawing.driver.y"
        :r="drawing.bore"
        class="bore"
      />
      <g v-if="drawing.centre !== null" class="measure">
        <path
          :d="`M ${drawing.driver.x} ${drawing.driver.y + 8} V ${drawing.measureY + 4} M ${drawing.driven.x} ${drawing.driven.y + 8} V ${drawing.measureY + 4} M ${drawing.driver.x} ${drawing.measureY} H ${drawing.driven.x}`"
        />
        <text :x="(drawing.driver.x + drawing.driven.x) / 2" :y="drawing.measureY - 4">
          {{ mm(drawing.centre) }}
        </text>
      </g>
      <PlotHandle v-for="handle in handles" :key="handle.key" :handle="handle" :x="pixels" :y="pixels" />
      <g v-for="word in drawing.words" :key="word.x" class="words">
        <text :x="word.x" :y="drawing.measureY + 16">{{ word.text }}</text>
        <text :x="word.x" :y="drawing.measureY + 30" class="size">{{ word.size }}</text>
      </g>
    </svg>
    <SaveDrawing :svg="svg" name="Gearing" />
  </figure>
</template>

<style scoped>
.stage-drawing {
  margin: 0;
  min-width: 0;
}

svg {
  display: block;
  width: 100%;
  background-image:
    linear-gradient(var(--faint) 1px, transparent 1px),
    linear-gradient(90deg, var(--faint) 1px, transparent 1px);
  background-size: 16px 16px;
}

.pitch {
  fill: color-mix(in srgb, var(--ribbon) 45%, transparent);
  stroke: var(--ink);
  stroke-width: 1;
}

.teeth {
  stroke: var(--ink);
  stroke-width: 1;
}

.loop {
  fill: none;
  stroke: var(--accent);
  stroke-width: 3;
}

.bore {
  fill: var(--sheet);
  stroke: var(--ink);
}

.centre-mark,
.measure path {
  stroke: var(--soft);
  stroke-width: 0.8;
  fill: none;
}

text {
  font: 600 var(--size-small) var(--mono);
  fill: var(--ink);
  text-anchor: middle;
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
}

.words text {
  font: 400 var(--size-note) var(--sans);
}

.words .size {
  font-family: var(--mono);
  fill: var(--soft);
}
</style>
