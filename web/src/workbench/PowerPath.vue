<script setup lang="ts">
// The chain from battery to load as one ribbon whose width is power; losses peel off as heat.
import { useElementSize } from "@vueuse/core";
import { computed, ref } from "vue";
import VerdictMark from "../shared/figures/VerdictMark.vue";
import type { Step } from "../router";
import { shownText } from "../units/quantity";
import { usePowerFlow, type Stage } from "./flow";

defineProps<{ selected: Step }>();
const emit = defineEmits<{ select: [step: Step] }>();

const box = ref<HTMLElement>();
const { width } = useElementSize(box, { width: 1000, height: 0 });
const flow = usePowerFlow();

/** Below this the path stands upright. */
const UPRIGHT_BELOW = 720;
const upright = computed(() => width.value < UPRIGHT_BELOW);

// Measures of the lying drawing, px.
const TOP = 24;
const THICKEST = 72;
const HEAT_END = 122;
const FOOT = 146;
const HEIGHT = 156;
/** Measures of the upright drawing, px. */
const ROW = 64;
const WIDEST = 96;
/** A loss that rounds to nothing draws nothing. */
const LEAST_SHARE = 0.0005;

const left = computed(() => (width.value > 1150 ? 60 : 14));
const last = computed(() => Math.max(120, Math.min(170, width.value * 0.12)));
const pitch = computed(() => (width.value - left.value - last.value) / 5);
const scale = computed(() => (upright.value ? WIDEST : THICKEST) / Math.max(flow.value?.totalW ?? 0, 1e-9));

interface Drawn extends Stage {
  at: number;
  thick: number;
  after: number;
}

const drawn = computed<Drawn[]>(() =>
  (flow.value?.stages ?? []).map((stage, index) => ({
    ...stage,
    at: upright.value ? index * ROW : left.value + index * pitch.value,
    thick: stage.inW * scale.value,
    after: stage.outW * scale.value,
  })),
);

/** Where the strips of a stage part from the ribbon; other consumers leave after the heat. */
const splits = (stage: Drawn) => (stage.sideW > 0 ? { loss: 0.2, side: 0.56 } : { loss: 0.5, side: 0.5 });

/** The ribbon of one stage up to the next one, stepping down where a strip parts. */
function ribbon(stage: Drawn): string {
  const { at, thick, after } = stage;
  // Where power flows back the ribbon grows towards the load, and the heat leaves its thicker end.
  const between = flow.value?.back ? after : thick - stage.lossW * scale.value;
  const { loss, side } = splits(stage);
  if (upright.value) {
    return `M0 ${at}H${thick}V${at + ROW * 0.4}H${after}V${at + ROW}H0Z`;
  }
  const at1 = at + pitch.value * loss;
  const at2 = at + pitch.value * side;
  return `M${at} ${TOP}H${at + pitch.value}V${TOP + after}H${at2}V${TOP + between}H${at1}V${TOP + thick}H${at}Z`;
}

const bend = computed(() => Math.min(pitch.value * 0.22, 44));

/** A strip that peels off: it bends away and ends; its width is its power. */
function peel(stage: Drawn, watts: number, from: number, share: number): string {
  const strip = Math.max(1, watts * scale.value);
  if (upright.value) {
    // Rightwards, under the words.
    const [y, inner, end] = [stage.at + ROW * 0.4, from - strip, WIDEST + 12];
    const low = y + 12 + strip * 0.4;
    return `M${inner} ${y}H${from}C${from} ${y + 10} ${end - 10} ${y + 12} ${end} ${y + 12}V${low}C${end - 16} ${low} ${inner} ${low} ${inner} ${y}Z`;
  }
  const start = stage.at + pitch.value * share;
  const top = TOP + from - strip;
  const [outerX, innerX] = [start + bend.value, start + bend.value + strip];
  const middle = top + (HEAT_END - top) * 0.35;
  return (
    `M${start} ${top}C${start + bend.value * 0.7} ${top} ${innerX} ${middle} ${innerX} ${HEAT_END}` +
    `H${outerX}C${outerX} ${middle + strip * 0.6} ${start + bend.value * 0.5} ${top + strip} ${start} ${top + strip}Z`
  );
}

const showsLoss = (stage: Drawn) => stage.lossW > LEAST_SHARE * (flow.value?.totalW ?? 0);
const textAt = (stage: Drawn, watts: number, share: number) =>
  stage.at + pitch.value * share + bend.value + (watts * scale.value) / 2;

const arrow = computed(() => {
  const end = drawn.value.at(-1);
  if (!end || end.thick < 0.5) return "";
  const tip = end.at + Math.min(last.value - 30, 90);
  const half = end.thick / 2;
  const head = Math.min(16, half + 6);
  if (flow.value?.back) {
    const [first, into] = [drawn.value[0], left.value];
    const half0 = (first?.thick ?? 0) / 2;
    const point = into > 30 ? `M${into} ${TOP}L${into - 16} ${TOP + half0}L${into} ${TOP + 2 * half0}Z` : "";
    return `M${end.at} ${TOP}H${tip}V${TOP + end.thick}H${end.at}Z${point}`;
  }
  return `M${end.at} ${TOP}H${tip - head}L${tip} ${TOP + half}L${tip - head} ${TOP + end.thick}H${end.at}Z`;
});

/** Readings in words, differences too. */
const told = (stage: Stage) =>
  stage.readings.map(({ text, delta }) => (delta ? `${text}, ${delta.words}` : text)).join(", ");

const spoken = computed(() =>
  (flow.value?.stages ?? [])
    .map((stage) => {
      const loss = stage.lossW > 0 ? `, loses ${shownText("power", stage.lossW)} as heat` : "";
      const limit = stage.limit ? `, limited by ${stage.limit}` : "";
      return `${stage.title}: ${told(stage)}${loss}${limit}`;
    })
    .join(". "),
);
</script>

<template>
  <div ref="box" class="path" :class="{ impossible: flow && !flow.feasible }">
    <p class="visually-hidden" aria-live="polite">{{ spoken }}</p>
    <svg
      v-if="flow"
      :width="width"
      :height="upright ? ROW * drawn.length : HEIGHT"
      class="drawing"
      role="group"
      aria-label="Power path"
    >
      <g v-if="flow.hasNumbers" aria-hidden="true">
        <template v-for="stage in drawn" :key="stage.step">
          <path v-if="stage.step !== 'job'" :d="ribbon(stage)" class="ribbon" />
          <path
            v-if="stage.step !== 'job' && showsLoss(stage)"
            :d="peel(stage, stage.lossW, flow.back ? stage.after : stage.thick, splits(stage).loss)"
            class="heat"
          />
          <path
            v-if="stage.sideW > LEAST_SHARE * flow.totalW"
            :d="peel(stage, stage.sideW, stage.thick - stage.lossW * scale, splits(stage).side)"
            class="side"
          />
        </template>
        <path v-if="!upright" :d="arrow" class="ribbon" />
        <rect
          v-else-if="drawn.at(-1)"
          x="0"
          :y="drawn.at(-1)?.at"
          :width="drawn.at(-1)?.thick"
          :height="ROW * 0.6"
          class="ribbon"
        />
      </g>
      <g
        v-for="stage in drawn"
        :key="stage.step"
        class="stage"
        :class="{ selected: stage.step === selected }"
        :data-stage="stage.step"
        role="button"
        tabindex="0"
        :aria-label="`${stage.title}: ${told(stage)}`"
        :aria-pressed="stage.step === selected"
        @click="emit('select', stage.step)"
        @keydown.enter.prevent="emit('select', stage.step)"
        @keydown.space.prevent="emit('select', stage.step)"
      >
        <template v-if="upright">
          <rect x="0" :y="stage.at" :width="width" :height="ROW" class="target" />
          <line x1="0" :x2="width" :y1="stage.at" :y2="stage.at" class="joint" />
          <text :x="WIDEST + 20" :y="stage.at + 17" class="title">{{ stage.title }}</text>
          <text :x="WIDEST + 20" :y="stage.at + 35" class="reading">
            {{ stage.readings.map(({ text }) => text).join(" · ") }}
          </text>
          <text v-if="stage.limit" :x="WIDEST + 20" :y="stage.at + 53" class="limit">
            {{ stage.limit }}
          </text>
          <text v-else :x="WIDEST + 20" :y="stage.at + 53" class="foot">{{ stage.foot }}</text>
          <text v-if="showsLoss(stage)" :x="width - 12" :y="stage.at + 53" class="loss end">
            {{ shownText("power", stage.lossW) }} heat
          </text>
        </template>
        <template v-else>
          <rect
            :x="stage.at"
            y="0"
            :width="stage.step === 'job' ? last : pitch"
            :height="HEIGHT"
            class="target"
          />
          <line :x1="stage.at" :x2="stage.at" y1="12" :y2="FOOT + 6" class="joint" />
          <line
            v-if="stage.limit"
            :x1="stage.at"
            :x2="stage.at"
            :y1="TOP"
            :y2="TOP + Math.max(stage.thick, 8)"
            class="stop"
          />
          <text :x="stage.at + 7" y="17" class="title">{{ stage.title }}</text>
          <text
            v-for="(reading, line) in stage.readings"
            :key="line"
            :x="stage.at + 7"
            :y="TOP + 18 + 16 * line"
            class="reading"
          >
            {{ reading.text }}
            <tspan v-if="reading.delta" dx="5" class="delta">{{ reading.delta.text }}</tspan>
          </text>
          <text v-if="stage.limit" :x="stage.at + 7" :y="TOP + 52" class="limit">
            {{ stage.limit }}
          </text>
          <text :x="stage.at + 7" :y="FOOT" class="foot">{{ stage.foot }}</text>
          <text
            v-if="stage.step !== 'job' && showsLoss(stage)"
            :x="textAt(stage, stage.lossW, splits(stage).loss)"
            :y="HEAT_END + 11"
            class="loss"
          >
            {{ shownText("power", stage.lossW) }}
          </text>
          <text
            v-if="stage.sideW > LEAST_SHARE * flow.totalW"
            :x="textAt(stage, stage.sideW, splits(stage).side)"
            :y="HEAT_END + 11"
            class="foot middle"
          >
            {{ shownText("power", stage.sideW) }} other
          </text>
        </template>
        <foreignObject
          v-if="stage.weakest"
          :x="upright ? width - 94 : stage.at + 12 + stage.title.length * 7.4"
          :y="upright ? stage.at + 5 : 5"
          width="84"
          height="16"
        >
          <div class="weakest"><VerdictMark :verdict="stage.weakest" quiet /> weakest</div>
        </foreignObject>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.path {
  min-height: 156px;
}

.drawing {
  display: block;
}

.ribbon {
  fill: var(--ribbon);
  transition: d 120ms ease-out;
}

.impossible .ribbon {
  fill-opacity: 0.55;
}

.heat {
  fill: var(--heat);
  fill-opacity: 0.8;
  transition: d 120ms ease-out;
}

.side {
  fill: var(--soft);
  fill-opacity: 0.45;
}

.target {
  fill: transparent;
}

.stage {
  cursor: pointer;
}

.stage:focus-visible {
  outline: none;
}

.stage:focus-visible .target {
  stroke: var(--accent);
  stroke-width: 2;
}

.joint {
  stroke: var(--ink);
  stroke-width: 1;
}

.selected .joint {
  stroke: var(--accent);
  stroke-width: 3;
}

.stop {
  stroke: var(--tight);
  stroke-width: 5;
}

.impossible .stop {
  stroke: var(--fail);
}

text {
  fill: var(--ink);
  font-size: var(--size);
}

.title {
  font-weight: 600;
}

.stage:hover .title,
.selected .title {
  fill: var(--accent);
}

.reading {
  font-family: var(--mono);
}

.delta {
  fill: var(--accent);
  font-size: var(--size-tick);
}

.foot {
  fill: var(--soft);
  font-size: var(--size-note);
}

.loss {
  fill: var(--heat-ink);
  font: var(--size-note) var(--mono);
  text-anchor: middle;
}

.middle {
  text-anchor: middle;
}

.end {
  text-anchor: end;
}

.limit {
  fill: var(--tight);
  font-size: var(--size-note);
  font-weight: 600;
}

.impossible .limit {
  fill: var(--fail);
}

.weakest {
  display: flex;
  gap: var(--space-2);
  align-items: center;
  font-size: var(--size-note);
  line-height: 15px;
  color: var(--soft);
}
</style>
