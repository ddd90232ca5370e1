<script setup lang="ts">
// Readings, the line through them, and how far each is off it; a reading struck out stays, hollow.
import { computed, ref } from "vue";
import type { Schemas } from "../api/client";
import SaveDrawing from "../shared/plots/SaveDrawing.vue";
import { ticksBetween } from "../shared/plots/ticks";
import { useElementWidth } from "../shared/plots/width";
import { figures } from "../units/quantity";

const props = defineProps<{ fit: Schemas["Fit"]; far: Set<string> }>();
const emit = defineEmits<{ strike: [reading: string] }>();
const box = ref<HTMLElement>();
const svg = ref<SVGSVGElement>();
const width = useElementWidth(box);
const TALL = 150;
const STRIP = 46;
const PAD = { left: 46, right: 10, top: 16, gap: 12, bottom: 30 };
const inner = computed(() => Math.max(60, width.value - PAD.left - PAD.right));

function scale(values: number[], length: number, wanted: number) {
  const finite = values.filter(Number.isFinite);
  const ticks = finite.length > 0 ? ticksBetween(Math.min(...finite), Math.max(...finite), wanted) : [0, 1];
  const [low, high] = [ticks[0] ?? 0, ticks.at(-1) ?? 1];
  return { ticks, at: (value: number) => ((value - low) / (high - low || 1)) * length };
}
const across = computed(() =>
  scale(
    props.fit.points.map(({ x }) => x),
    inner.value,
    inner.value / 70,
  ),
);
const up = computed(() => {
  const line = props.fit.line.map(([, y]) => y as number);
  return scale([...props.fit.points.map(({ y }) => y), ...line], TALL, 4);
});
const most = computed(() =>
  Math.max(1e-12, ...props.fit.points.map(({ residual }) => Math.abs(residual ?? 0))),
);
const path = computed(() =>
  props.fit.line
    .map(
      ([x, y], place) =>
        `${place ? "L" : "M"}${across.value.at(x as number)} ${TALL - up.value.at(y as number)}`,
    )
    .join(""),
);
const dots = computed(() =>
  props.fit.points.map((point) => ({
    ...point,
    px: across.value.at(point.x),
    py: TALL - up.value.at(point.y),
    off: point.residual === null ? null : (-point.residual / most.value) * (STRIP / 2 - 4),
  })),
);
const near = ref<string | null>(null);
const told = computed(() => {
  const point = props.fit.points.find(({ reading }) => reading === near.value);
  if (!point) return `largest distance from the line ${figures(most.value, 2)} ${props.fit.y.unit}`;
  const off =
    point.residual === null ? "struck out" : `${figures(point.residual, 2)} ${props.fit.y.unit} off the line`;
  return `${figures(point.x, 4)} ${props.fit.x.unit}, ${figures(point.y, 4)} ${props.fit.y.unit}: ${off}`;
});
</script>

<template>
  <figure>
    <figcaption>
      <h3>{{ fit.title }}</h3>
      <SaveDrawing :svg="svg" :name="fit.title" />
    </figcaption>
    <div ref="box">
      <svg
        ref="svg"
        :width="width"
        :height="PAD.top + TALL + PAD.gap + STRIP + PAD.bottom"
        role="img"
        :aria-label="`${fit.title}: ${fit.points.length} readings; ${told}`"
        data-fit
      >
        <g :transform="`translate(${PAD.left} ${PAD.top})`">
          <text :x="-PAD.left + 2" y="-5" class="name">{{ fit.y.label }}, {{ fit.y.unit }}</text>
          <g v-for="tick in up.ticks" :key="`y${tick}`">
            <line x1="0" :x2="inner" :y1="TALL - up.at(tick)" :y2="TALL - up.at(tick)" class="grid" />
            <text x="-5" :y="TALL - up.at(tick) + 4" class="tick end">{{ figures(tick, 4) }}</text>
          </g>
          <g v-for="tick in across.ticks" :key="`x${tick}`">
            <line
              :x1="across.at(tick)"
              :x2="across.at(tick)"
              y1="0"
              :y2="TALL + PAD.gap + STRIP"
              class="grid"
            />
            <text :x="across.at(tick)" :y="TALL + PAD.gap + STRIP + 13" class="tick middle">
              {{ figures(tick, 4) }}
            </text>
          </g>
          <text :x="inner" :y="TALL + PAD.gap + STRIP + 26" class="name end">
            {{ fit.x.label }}{{ fit.x.unit ? `, ${fit.x.unit}` : "" }}
          </text>
          <path :d="path" class="line" />
          <line
            x1="0"
            :x2="inner"
            :y1="TALL + PAD.gap + STRIP / 2"
            :y2="TALL + PAD.gap + STRIP / 2"
            class="zero"
          />
          <g
            v-for="dot in dots"
            :key="dot.reading"
            :class="{ struck: dot.struck, far: far.has(dot.reading) }"
            @mouseenter="near = dot.reading"
            @mouseleave="near = null"
            @click="emit('strike', dot.reading)"
          >
            <circle :cx="dot.px" :cy="dot.py" r="4" />
            <template v-if="dot.off !== null">
              <line
                :x1="dot.px"
                :x2="dot.px"
                :y1="TALL + PAD.gap + STRIP / 2"
                :y2="TALL + PAD.gap + STRIP / 2 + dot.off"
                class="stem"
              />
              <circle :cx="dot.px" :cy="TALL + PAD.gap + STRIP / 2 + dot.off" r="2.5" />
            </template>
          </g>
        </g>
      </svg>
    </div>
    <p class="note">{{ told }} · press a point to strike it out or take it back</p>
  </figure>
</template>

<style scoped>
figure {
  margin: 12px 0 0;
}

figcaption {
  display: flex;
  justify-content: space-between;
}

.grid {
  stroke: var(--faint);
}

.zero {
  stroke: var(--line);
}

.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.3;
}

circle {
  fill: var(--accent);
  stroke: none;
  cursor: pointer;
}

.stem {
  stroke: var(--accent);
}

.struck circle {
  fill: var(--sheet);
  stroke: var(--soft);
}

.far circle {
  fill: var(--fail);
}

.far .stem {
  stroke: var(--fail);
}

.tick {
  font: 400 10.5px var(--mono);
  fill: var(--soft);
}

.name {
  font-size: 11px;
  fill: var(--soft);
}

.end {
  text-anchor: end;
}

.middle {
  text-anchor: middle;
}
</style>
