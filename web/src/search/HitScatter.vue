<script setup lang="ts">
// Every hit as a point: axes and colour to choose, the front drawn, picked by a click or by drawing around them.
import { computed, ref } from "vue";
import SaveDrawing from "../shared/plots/SaveDrawing.vue";
import { ticksBetween } from "../shared/plots/ticks";
import { useElementWidth } from "../shared/plots/width";
import { AXES, type Axis, COLOURINGS, frontOf } from "./axes";
import type { Hit } from "./searches";

const props = defineProps<{ hits: Hit[]; unbeaten: Set<number>; at: number | null }>();
const emit = defineEmits<{ look: [number: number] }>();
/** Numbers drawn around; null: all. */
const around = defineModel<Set<number> | null>("around", { required: true });

const box = ref<HTMLElement>();
const svg = ref<SVGSVGElement>();
const width = useElementWidth(box);
const HEIGHT = 262;
const PAD = { left: 50, right: 14, top: 22, bottom: 34 };
const inner = computed(() => ({
  width: Math.max(80, width.value - PAD.left - PAD.right),
  height: HEIGHT - PAD.top - PAD.bottom,
}));

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

function scaleOf(values: number[], length: number) {
  const [least, most] = [Math.min(...values), Math.max(...values)];
  const ticks = values.length > 0 ? ticksBetween(least, most, length / 70) : [0, 1];
  const [from, to] = [ticks[0] ?? 0, ticks.at(-1) ?? 1];
  return { ticks, at: (value: number) => ((value - from) / (to - from || 1)) * length };
}
const across = computed(() =>
  scaleOf(
    drawable.value.map((one) => one.across),
    inner.value.width,
  ),
);
const up = computed(() =>
  scaleOf(
    drawable.value.map((one) => one.up),
    inner.value.height,
  ),
);
const points = computed(() =>
  drawable.value.map((one) => ({
    hit: one.hit,
    x: across.value.at(one.across),
    y: inner.value.height - up.value.at(one.up),
  })),
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
  const front = frontOf(props.hits, x.value, y.value);
  const places = new Map(points.value.map((point) => [point.hit.number, point]));
  const along = front.flatMap(({ number }) => places.get(number) ?? []);
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
  const area = (event.currentTarget as Element).getBoundingClientRect();
  return [event.clientX - area.left - PAD.left, event.clientY - area.top - PAD.top];
}

function nearest([px, py]: [number, number]): number | null {
  let [best, far] = [null as number | null, NEAR_PX];
  for (const point of points.value) {
    const distance = Math.hypot(point.x - px, point.y - py);
    if (distance < far) [best, far] = [point.hit.number, distance];
  }
  return best;
}

function down(event: PointerEvent): void {
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  drawn.value = [spot(event)];
}

function move(event: PointerEvent): void {
  const here = spot(event);
  if (drawn.value.length > 0) drawn.value = [...drawn.value, here];
  else near.value = nearest(here);
}

function inside([px, py]: [number, number], outline: [number, number][]): boolean {
  let odd = false;
  outline.forEach(([ax, ay], index) => {
    const [bx, by] = outline[(index + 1) % outline.length] as [number, number];
    if (ay > py !== by > py && px < ((bx - ax) * (py - ay)) / (by - ay) + ax) odd = !odd;
  });
  return odd;
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
  const caught = points.value.filter((point) => inside([point.x, point.y], outline));
  around.value = caught.length > 0 ? new Set(caught.map(({ hit }) => hit.number)) : null;
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
</script>

<template>
  <figure class="scatter">
    <figcaption>
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
      <SaveDrawing :svg="svg" name="search" />
    </figcaption>
    <div ref="box">
      <svg
        ref="svg"
        :width="width"
        :height="HEIGHT"
        role="img"
        :aria-label="`${points.length} hits, ${x.word} across, ${y.word} up; the table below holds the same`"
        data-scatter
        @pointerdown="down"
        @pointermove="move"
        @pointerup="release"
        @pointerleave="near = null"
      >
        <g :transform="`translate(${PAD.left} ${PAD.top})`">
          <g v-for="tick in up.ticks" :key="`y${tick}`">
            <line
              x1="0"
              :x2="inner.width"
              :y1="inner.height - up.at(tick)"
              :y2="inner.height - up.at(tick)"
              class="grid"
            />
            <text x="-6" :y="inner.height - up.at(tick) + 4" class="tick end">{{ y.said(tick) }}</text>
          </g>
          <g v-for="tick in across.ticks" :key="`x${tick}`">
            <line :x1="across.at(tick)" :x2="across.at(tick)" y1="0" :y2="inner.height" class="grid" />
            <text :x="across.at(tick)" :y="inner.height + 14" class="tick middle">{{ x.said(tick) }}</text>
          </g>
          <text :x="inner.width" :y="inner.height + 29" class="name end">{{ x.word }}</text>
          <text x="-44" y="-9" class="name">{{ y.word }}</text>
          <path :d="line" class="front" />
          <g v-for="group in groups" :key="group.kind">
            <path :d="group.faded" class="faded" />
            <path :d="group.shown" :style="{ fill: `var(--kind-${group.kind + 1}, var(--soft))` }" />
          </g>
          <circle v-for="ring in rings" :key="ring.hit.number" :cx="ring.x" :cy="ring.y" r="6" class="ring" />
          <circle v-if="here" :cx="here.x" :cy="here.y" r="9" class="here" />
          <path :d="outline" class="lasso" />
        </g>
      </svg>
    </div>
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
    <p class="note told" aria-hidden="true">
      {{
        told ??
        (around
          ? `${around.size} drawn around; click on empty paper for all`
          : "click a point to look at it, draw around some to keep only them")
      }}
      <template v-if="missing > 0"> · {{ missing }} without a figure are not drawn</template>
    </p>
  </figure>
</template>

<style scoped>
.scatter {
  margin: 0 0 10px;
}

figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: baseline;
}

figcaption > :last-child {
  margin-left: auto;
}

select {
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--line);
}

svg {
  display: block;
  touch-action: none;
  cursor: crosshair;
}

.grid {
  stroke: var(--faint);
}

.tick {
  font: 400 10.5px var(--mono);
  fill: var(--soft);
}

.name {
  font-size: 11.5px;
  fill: var(--soft);
}

.end {
  text-anchor: end;
}

.middle {
  text-anchor: middle;
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

.lasso {
  fill: var(--accent);
  fill-opacity: 0.08;
  stroke: var(--accent);
  stroke-width: 1;
}

.key {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}

.kind {
  display: inline-flex;
  gap: 5px;
  align-items: center;
}

.kind svg {
  cursor: default;
}

.told {
  min-height: 17px;
}
</style>
