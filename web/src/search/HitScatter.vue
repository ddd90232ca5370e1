<script setup lang="ts">
// Every hit as a point: axes and colour to choose, the front drawn, picked by a click or by drawing around them.
import { computed, ref } from "vue";
import { polygonContains } from "d3-polygon";
import { quadtree } from "d3-quadtree";
import { usePlot } from "../shared/plots/plot";
import PlotFrame from "../shared/plots/PlotFrame.vue";
import { spanOf } from "../shared/plots/ruler";
import type { PlotTable } from "../shared/plots/table";
import { AXES, type Axis, COLOURINGS } from "./axes";
import type { Schemas } from "../api/client";
import type { Hit } from "./searches";

const props = defineProps<{
  hits: Hit[];
  fronts: Schemas["PairFront"][];
  unbeaten: Set<number>;
  at: number | null;
}>();
const emit = defineEmits<{ look: [number: number] }>();
/** Numbers drawn around; null: all. */
const around = defineModel<Set<number> | null>("around", { required: true });

const offered = computed(() =>
  AXES.filter(({ value }) => new Set(props.hits.map(value)).size > 1 || props.hits.length < 2),
);
/** Price, where most hits have one, else mass. */
const known = (axis: Axis) => props.hits.filter((hit) => axis.value(hit) !== null).length;
const xKey = ref(known(AXES[0] as Axis) > 0.6 * props.hits.length ? "price" : "mass");
const yKey = ref("margin");
const axisOf = (key: string, other: number): Axis =>
  offered.value.find((axis) => axis.key === key) ?? offered.value[other] ?? (AXES[other] as Axis);
const x = computed(() => axisOf(xKey.value, 0));
const y = computed(() => axisOf(yKey.value, 1));
const colourKey = ref("motor");
const colouring = computed(
  () => COLOURINGS.find(({ key }) => key === colourKey.value) ?? (COLOURINGS[0] as (typeof COLOURINGS)[0]),
);

const drawable = computed(() =>
  props.hits.flatMap((hit) => {
    const [across, up] = [x.value.value(hit), y.value.value(hit)];
    return across === null || up === null ? [] : [{ hit, across, up }];
  }),
);
const missing = computed(() => props.hits.length - drawable.value.length);

/** What an axis over these values spans, and how its ticks are said. */
function over(axis: Axis, values: number[]) {
  const span = spanOf(values);
  return { span, say: axis.said, factor: axis.unit?.(span[1]) ?? 1 };
}

const plot = usePlot({
  axis: () => ({
    name: x.value.word,
    ...over(
      x.value,
      drawable.value.map((one) => one.across),
    ),
    pace: 70,
  }),
  panels: () => [
    {
      key: "y",
      name: y.value.word,
      height: 206,
      ...over(
        y.value,
        drawable.value.map((one) => one.up),
      ),
      pace: 52,
    },
  ],
});
const points = computed(() => {
  const [across, up] = [plot.frame.value.x, plot.panel("y").y];
  return drawable.value.map((one) => ({ hit: one.hit, x: across.at(one.across), y: up.at(one.up) }));
});
type Spot = (typeof points.value)[number];
const tree = computed(() =>
  quadtree<Spot>()
    .x((point) => point.x)
    .y((point) => point.y)
    .addAll(points.value),
);

/** The most frequent kinds have a colour and a shape; the rest share one. */
const KINDS = 6;
const kinds = computed(() => {
  const counts = new Map<string, number>();
  for (const hit of props.hits) {
    const name = colouring.value.of(hit);
    counts.set(name, (counts.get(name) ?? 0) + 1);
  }
  const names = [...counts].sort((a, b) => b[1] - a[1]);
  return { names: names.slice(0, KINDS).map(([name]) => name), others: names.length > KINDS };
});
const R = 3.4;
const SHAPES = [
  (px: number, py: number) => `M${px - R} ${py}a${R} ${R} 0 1 0 ${2 * R} 0a${R} ${R} 0 1 0 ${-2 * R} 0`,
  (px: number, py: number) => `M${px - R} ${py - R}h${2 * R}v${2 * R}h${-2 * R}z`,
  (px: number, py: number) => `M${px} ${py - 4.4}l4.2 7.4h-8.4z`,
  (px: number, py: number) => `M${px} ${py - 4.6}l4.6 4.6l-4.6 4.6l-4.6 -4.6z`,
  (px: number, py: number) => `M${px} ${py + 4.4}l4.2 -7.4h-8.4z`,
  (px: number, py: number) => `M${px - 1.3} ${py - 4.2}h2.6v2.9h2.9v2.6h-2.9v2.9h-2.6v-2.9h-2.9v-2.6h2.9z`,
];
const OTHER = (px: number, py: number) => `M${px - 2} ${py}a2 2 0 1 0 4 0a2 2 0 1 0 -4 0`;
const shapeOf = (kind: number) => SHAPES[kind] ?? OTHER;
const groups = computed(() =>
  [...kinds.value.names, null].map((name, kind) => {
    const mine = points.value.filter(({ hit }) => {
      const place = kinds.value.names.indexOf(colouring.value.of(hit));
      return name === null ? place < 0 : place === kind;
    });
    const inside = (hit: Hit) => around.value === null || around.value.has(hit.number);
    const path = (wanted: boolean) =>
      mine
        .filter(({ hit }) => inside(hit) === wanted)
        .map((point) => shapeOf(kind)(point.x, point.y))
        .join("");
    return { kind, name: name ?? "others", count: mine.length, shown: path(true), faded: path(false) };
  }),
);

const line = computed(() => {
  const [first, second] = [x.value.key, y.value.key];
  const front = props.fronts.find(
    (one) => (one.x === first && one.y === second) || (one.x === second && one.y === first),
  );
  const places = new Map(points.value.map((point) => [point.hit.number, point]));
  const along = (front?.numbers ?? []).flatMap((number) => places.get(number) ?? []);
  return along.map((point, index) => `${index === 0 ? "M" : "L"}${point.x} ${point.y}`).join("");
});
const rings = computed(() => points.value.filter(({ hit }) => props.unbeaten.has(hit.number)));
const here = computed(() => points.value.find(({ hit }) => hit.number === props.at));

// ---- a click takes the nearest, a drag draws around

const drawn = ref<[number, number][]>([]);
const near = ref<number | null>(null);
const NEAR_PX = 14;
const LASSO_FROM_PX = 8;

function spot(event: PointerEvent): [number, number] {
  const paper = (event.currentTarget as SVGElement).ownerSVGElement?.getBoundingClientRect();
  return [event.clientX - (paper?.left ?? 0), event.clientY - (paper?.top ?? 0)];
}

const nearest = ([px, py]: [number, number]) => tree.value.find(px, py, NEAR_PX)?.hit.number ?? null;

function down(event: PointerEvent): void {
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  drawn.value = [spot(event)];
}

function move(event: PointerEvent): void {
  const here = spot(event);
  if (drawn.value.length > 0) drawn.value = [...drawn.value, here];
  else near.value = nearest(here);
}

function release(event: PointerEvent): void {
  const outline = drawn.value;
  drawn.value = [];
  const [first] = outline;
  if (!first) return;
  const reach = Math.max(...outline.map(([px, py]) => Math.hypot(px - first[0], py - first[1])));
  if (reach < LASSO_FROM_PX) {
    const number = nearest(spot(event));
    if (number !== null) emit("look", number);
    else around.value = null;
    return;
  }
  const caught = points.value.filter((point) => polygonContains(outline, [point.x, point.y]));
  around.value = caught.length > 0 ? new Set(caught.map(({ hit }) => hit.number)) : null;
}

/** The next point in the direction of an arrow key: the nearest that lies more that way than aside. */
const WAYS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
function key(event: KeyboardEvent): void {
  const way = WAYS[event.key];
  if (way) {
    const number = near.value ?? props.at;
    const from = points.value.find(({ hit }) => hit.number === number) ?? points.value[0];
    if (!from) return;
    let [best, far] = [from, Infinity];
    for (const point of points.value) {
      const [dx, dy] = [point.x - from.x, point.y - from.y];
      const along = dx * way[0] + dy * way[1];
      const aside = Math.abs(dx * way[1] + dy * way[0]);
      if (along > 0.5 && along >= aside && along + 2 * aside < far) [best, far] = [point, along + 2 * aside];
    }
    near.value = best.hit.number;
  } else if (event.key === "Enter" && near.value !== null) emit("look", near.value);
  else if (event.key === "Escape") {
    near.value = null;
    around.value = null;
  } else return;
  event.preventDefault();
  event.stopPropagation();
}

const outline = computed(() =>
  drawn.value.length > 1 ? `M${drawn.value.map((at) => at.join(" ")).join("L")}` : "",
);
const told = computed(() => {
  const point = points.value.find(({ hit }) => hit.number === near.value);
  if (!point) return null;
  const { hit } = point;
  const name = [hit.motor, hit.battery].filter(Boolean).join(" · ");
  const value = (axis: Axis) => {
    const figure = axis.value(hit);
    return figure === null ? "–" : axis.said(figure);
  };
  return `${name}: ${x.value.word} ${value(x.value)}, ${y.value.word} ${value(y.value)}`;
});
const reading = computed(() => {
  const more = missing.value > 0 ? ` · ${missing.value} without a figure are not drawn` : "";
  if (told.value) return told.value + more;
  return (
    (around.value
      ? `${around.value.size} drawn around; click on empty paper for all`
      : "click a point to look at it, draw around some to keep only them") + more
  );
});

function table(): PlotTable {
  return {
    columns: ["motor", "battery", x.value.word, y.value.word],
    rows: drawable.value.map(({ hit, across, up }) => [
      hit.motor ?? "",
      hit.battery ?? "",
      x.value.said(across),
      y.value.said(up),
    ]),
  };
}
const pointed = computed(() => points.value.find(({ hit }) => hit.number === near.value));
</script>

<template>
  <section class="scatter">
    <p class="choices">
      <label class="note">
        across
        <select v-model="xKey" aria-label="Across" data-axis="x">
          <option v-for="axis in offered" :key="axis.key" :value="axis.key">{{ axis.word }}</option>
        </select>
      </label>
      <label class="note">
        up
        <select v-model="yKey" aria-label="Up" data-axis="y">
          <option v-for="axis in offered" :key="axis.key" :value="axis.key">{{ axis.word }}</option>
        </select>
      </label>
      <label class="note">
        colour by
        <select v-model="colourKey" aria-label="Colour by">
          <option v-for="one in COLOURINGS" :key="one.key" :value="one.key">{{ one.word }}</option>
        </select>
      </label>
    </p>
    <PlotFrame
      :title="`Search: ${points.length} hits, ${x.word} across, ${y.word} up`"
      :plot="plot"
      role="application"
      tabindex="0"
      :reading="reading"
      :table="table"
      data-scatter
      :aria-description="
        told ?? 'Arrow keys go from point to point, Enter looks at one, Escape takes all again.'
      "
      @keydown="key"
    >
      <path :d="line" class="front" />
      <g v-for="group in groups" :key="group.kind">
        <path :d="group.faded" class="faded" />
        <path :d="group.shown" :style="{ fill: `var(--kind-${group.kind + 1}, var(--soft))` }" />
      </g>
      <circle v-for="ring in rings" :key="ring.hit.number" :cx="ring.x" :cy="ring.y" r="6" class="ring" />
      <circle v-if="pointed" :cx="pointed.x" :cy="pointed.y" r="7.5" class="pointed" />
      <circle v-if="here" :cx="here.x" :cy="here.y" r="9" class="here" />
      <path :d="outline" class="lasso" />
      <rect
        x="0"
        y="0"
        :width="plot.frame.value.width"
        :height="plot.frame.value.height"
        class="surface"
        @pointerdown="down"
        @pointermove="move"
        @pointerup="release"
        @pointercancel="drawn = []"
        @pointerleave="near = null"
      />
    </PlotFrame>
    <p class="key note">
      <span v-for="group in groups.filter(({ count }) => count > 0)" :key="group.kind" class="kind">
        <svg width="11" height="11" viewBox="-5.5 -5.5 11 11" aria-hidden="true">
          <path
            :d="shapeOf(group.kind)(0, 0)"
            :style="{ fill: `var(--kind-${group.kind + 1}, var(--soft))` }"
          />
        </svg>
        {{ group.name }}
      </span>
      <span class="kind">
        <svg width="13" height="13" viewBox="-6.5 -6.5 13 13" aria-hidden="true">
          <circle r="5.5" class="ring" />
        </svg>
        nothing beats it in price, mass, time and margin at once
      </span>
    </p>
  </section>
</template>

<style scoped>
.scatter {
  margin: 0 0 var(--space-5);
}

.choices {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-8);
  align-items: baseline;
}

select {
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--box);
}

.surface {
  fill: transparent;
  cursor: crosshair;
  touch-action: none;
}

.front {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1;
  stroke-dasharray: 4 3;
}

.faded {
  fill: var(--line);
}

.ring {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1;
}

.here {
  fill: none;
  stroke: var(--accent);
  stroke-width: 2.5;
}

.pointed {
  fill: none;
  stroke: var(--accent);
  stroke-width: 1.5;
}

.lasso {
  fill: var(--accent);
  fill-opacity: 0.08;
  stroke: var(--accent);
  stroke-width: 1;
}

.key {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1) var(--space-7);
}

.kind {
  display: inline-flex;
  gap: 0.3125rem;
  align-items: center;
}
</style>
