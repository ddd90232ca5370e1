<script setup lang="ts">
// Boxes in their room, from above and from the side, to scale with measures.
import { computed, ref } from "vue";
import type { Schemas } from "../api/client";
import { shownText } from "../units/quantity";
import SaveDrawing from "../shared/plots/SaveDrawing.vue";
import { useElementSize } from "@vueuse/core";

const props = defineProps<{
  title: string;
  /** Room along length, width and height, mm. */
  room: number[];
  packing: Schemas["Packing"];
}>();

const box = ref<HTMLElement>();
const svg = ref<SVGSVGElement>();
const { width } = useElementSize(box, { width: 1000, height: 0 });
const MARGIN = { left: 14, top: 22, gap: 34, bottom: 26, right: 64 };
const mm = (value: number) => shownText("smallLength", value, 4);

const plan = computed(() => {
  const [length = 1, wide = 1, high = 1] = props.room;
  const stack = props.packing.box_mm.map((side, axis) => side * (props.packing.count[axis] ?? 1));
  const [along = 1, across = 1, up = 1] = stack;
  const most = [Math.max(length, along), Math.max(wide, across), Math.max(high, up)] as const;
  const scale = Math.min(
    (width.value - MARGIN.left - MARGIN.right) / most[0],
    150 / Math.max(most[1], most[2]),
  );
  const views = [
    { word: "from above", y: MARGIN.top, side: wide, depth: across, rows: props.packing.count[1], axis: 1 },
    {
      word: "from the side",
      y: MARGIN.top + most[1] * scale + MARGIN.gap,
      side: high,
      depth: up,
      rows: props.packing.count[2],
      axis: 2,
    },
  ];
  return {
    scale,
    height: MARGIN.top + (most[1] + most[2]) * scale + MARGIN.gap + MARGIN.bottom,
    views: views.map((view) => {
      const boxes = [];
      const [w, h] = [props.packing.box_mm[0] ?? 0, props.packing.box_mm[view.axis] ?? 0];
      for (let column = 0; column < (props.packing.count[0] ?? 1); column += 1) {
        for (let row = 0; row < (view.rows ?? 1); row += 1) {
          // From the side the boxes stand on the floor of the room.
          const top = view.axis === 2 ? view.side - (row + 1) * h : row * h;
          boxes.push({ x: column * w * scale, y: top * scale, w: w * scale, h: h * scale });
        }
      }
      return {
        ...view,
        boxes,
        w: length * scale,
        h: view.side * scale,
        out: view.depth > view.side || along > length,
      };
    }),
    length: mm(length),
  };
});
const said = computed(() => {
  const [a, b, c] = props.packing.count;
  const left = props.packing.left_mm.map((value) => mm(value)).join(", ");
  return `${props.title}: ${a} by ${b} by ${c}; left along, across and up: ${left}`;
});
</script>

<template>
  <figure ref="box" class="fit" data-fit-plan>
    <svg ref="svg" :width="width" :height="plan.height" role="img" :aria-label="said">
      <g v-for="view in plan.views" :key="view.word" :transform="`translate(${MARGIN.left} ${view.y})`">
        <text y="-7" class="word">{{ view.word }}</text>
        <rect :width="view.w" :height="view.h" class="room" :class="{ out: view.out }" />
        <rect
          v-for="(one, place) in view.boxes"
          :key="place"
          :x="one.x"
          :y="one.y"
          :width="one.w"
          :height="one.h"
          class="one"
        />
        <text :x="view.w + 6" :y="view.h / 2 + 4">{{ mm(view.side) }}</text>
        <text v-if="view.axis === 2" :x="view.w / 2" :y="view.h + 16" text-anchor="middle">
          {{ plan.length }}
        </text>
      </g>
    </svg>
    <figcaption class="note">
      left: {{ mm(packing.left_mm[0] ?? 0) }} along, {{ mm(packing.left_mm[1] ?? 0) }} across,
      {{ mm(packing.left_mm[2] ?? 0) }} up<template v-if="packing.ground_clearance_mm !== null"
        >; {{ mm(packing.ground_clearance_mm) }} free of the ground</template
      >
      <SaveDrawing :svg="svg" :name="title" />
    </figcaption>
  </figure>
</template>

<style scoped>
.fit {
  margin: var(--space-3) 0;
  min-width: 0;
}

svg {
  display: block;
  max-width: 100%;
}

.room {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}

.room.out {
  stroke: var(--fail);
}

.one {
  fill: color-mix(in srgb, var(--ribbon) 60%, transparent);
  stroke: var(--accent);
}

text {
  font: 400 var(--size-note) var(--mono);
  fill: var(--ink);
}

.word {
  font-family: var(--sans);
  fill: var(--soft);
}

figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-7);
  margin-top: var(--space-2);
}
</style>
