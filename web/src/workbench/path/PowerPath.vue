<script setup lang="ts">
// The chain from battery to load as one ribbon whose width is power; losses peel off as heat. In full, as one line, or
// as a strip of chips.
import { useElementSize } from "@vueuse/core";
import { computed, nextTick, onMounted, ref, watch } from "vue";
import type { Step } from "../../router";
import VerdictMark from "../../shared/figures/VerdictMark.vue";
import { shownText } from "../../units/quantity";
import { type Stage, usePowerFlow } from "./flow";
import { type Form, FORMS } from "./forms";

const props = defineProps<{ selected: Step; form: Form }>();
const emit = defineEmits<{ select: [step: Step] }>();

const box = ref<HTMLElement>();
const { width: boxWidth } = useElementSize(box, { width: 900, height: 0 });
const flow = usePowerFlow();
const measures = computed(() => FORMS[props.form]);

/** A loss that rounds to nothing draws nothing. */
const LEAST_SHARE = 0.0005;
const STAGES = 6;

const left = computed(() => measures.value.left);
const width = computed(() =>
  measures.value.pitch ? left.value + measures.value.pitch * STAGES : Math.max(boxWidth.value, 320),
);
const last = computed(
  () => measures.value.pitch ?? Math.max(96, Math.min(150, (width.value - left.value) * 0.15)),
);
const pitch = computed(() => measures.value.pitch ?? (width.value - left.value - last.value) / (STAGES - 1));
const scale = computed(() => measures.value.thickest / Math.max(flow.value?.totalW ?? 0, 1e-9));

interface Drawn extends Stage {
  at: number;
  thick: number;
  after: number;
}

const drawn = computed<Drawn[]>(() =>
  (flow.value?.stages ?? []).map((stage, index) => ({
    ...stage,
    at: left.value + index * pitch.value,
    thick: stage.inW * scale.value,
    after: stage.outW * scale.value,
  })),
);

/** Where the strips of a stage part from the ribbon; other consumers leave after the heat. */
const splits = (stage: Drawn) => (stage.sideW > 0 ? { loss: 0.2, side: 0.56 } : { loss: 0.5, side: 0.5 });

/** The ribbon of one stage up to the next one, stepping down where a strip parts. */
function ribbon(stage: Drawn): string {
  const { at, thick, after } = stage;
  const top = measures.value.top;
  // Where power flows back the ribbon grows towards the load, and the heat leaves its thicker end.
  const between = flow.value?.back ? after : thick - stage.lossW * scale.value;
  const { loss, side } = splits(stage);
  const [parts, again] = [at + pitch.value * loss, at + pitch.value * side];
  return `M${at} ${top}H${at + pitch.value}V${top + after}H${again}V${top + between}H${parts}V${top + thick}H${at}Z`;
}

const bend = computed(() => Math.min(pitch.value * 0.22, 36));

/** A strip that peels off: it bends away and ends; its width is its power. */
function peel(stage: Drawn, watts: number, from: number, share: number): string {
  const strip = Math.max(1, watts * scale.value);
  const end = measures.value.heatEnd;
  const start = stage.at + pitch.value * share;
  const top = measures.value.top + from - strip;
  const [outerX, innerX] = [start + bend.value, start + bend.value + strip];
  const middle = top + (end - top) * 0.35;
  return (
    `M${start} ${top}C${start + bend.value * 0.7} ${top} ${innerX} ${middle} ${innerX} ${end}` +
    `H${outerX}C${outerX} ${middle + strip * 0.6} ${start + bend.value * 0.5} ${top + strip} ${start} ${top + strip}Z`
  );
}

const parts = (stage: Drawn, watts: number) =>
  measures.value.heat && stage.step !== "job" && watts > LEAST_SHARE * (flow.value?.totalW ?? 0);
const besideStrip = (stage: Drawn, watts: number, share: number) =>
  stage.at + pitch.value * share + bend.value + Math.max(1, watts * scale.value) + 4;

const arrow = computed(() => {
  const end = drawn.value.at(-1);
  if (!end || end.thick < 0.5) return "";
  const top = measures.value.top;
  const tip = end.at + Math.min(last.value - 12, 120);
  const half = end.thick / 2;
  const head = Math.min(14, half + 5);
  if (flow.value?.back) {
    const [first, into] = [drawn.value[0], left.value];
    const half0 = (first?.thick ?? 0) / 2;
    const point = into > 16 ? `M${into} ${top}L${into - 14} ${top + half0}L${into} ${top + 2 * half0}Z` : "";
    return `M${end.at} ${top}H${tip}V${top + end.thick}H${end.at}Z${point}`;
  }
  return `M${end.at} ${top}H${tip - head}L${tip} ${top + half}L${tip - head} ${top + end.thick}H${end.at}Z`;
});

/** What stands there is said beside the name where there is room for it: by so many px a letter. */
const [TITLE_LETTER, FOOT_LETTER, MARK] = [7.6, 6.6, 18];
const footFits = (stage: Drawn) =>
  stage.title.length * TITLE_LETTER + stage.foot.length * FOOT_LETTER + MARK <
  (stage.step === "job" ? last.value : pitch.value);

const lineFits = (stage: Drawn) =>
  (stage.title.length + (stage.readings[0]?.text.length ?? 0)) * TITLE_LETTER +
    MARK +
    (stage.weakest ? MARK : 0) <
  (stage.step === "job" ? last.value : pitch.value);

/** One short sentence for those who listen: what goes in, what arrives, what limits. */
const spoken = computed(() => {
  const now = flow.value;
  if (!now?.hasNumbers) return "";
  const limit = now.stages.find((stage) => stage.limit)?.limit;
  return `${shownText("power", now.totalW)} in, ${shownText("power", now.outW)} arrive${limit ? `; ${limit}` : ""}`;
});

/** A strip that scrolls brings the chosen stage into view. */
async function show(): Promise<void> {
  if (props.form !== "chips") return;
  await nextTick();
  const strip = box.value;
  const stage = drawn.value.find(({ step }) => step === props.selected);
  if (strip && stage) strip.scrollTo({ left: stage.at - (strip.clientWidth - pitch.value) / 2 });
}
onMounted(show);
watch(() => [props.selected, drawn.value.length], show);
</script>

<template>
  <div ref="box" class="path" :class="[form, { impossible: flow && !flow.feasible }]">
    <p class="visually-hidden" aria-live="polite">{{ spoken }}</p>
    <svg
      v-if="flow"
      :width="width"
      :height="measures.height"
      class="drawing"
      role="group"
      aria-label="Power path"
    >
      <g v-if="flow.hasNumbers" aria-hidden="true">
        <template v-for="stage in drawn" :key="stage.step">
          <path v-if="stage.step !== 'job'" :d="ribbon(stage)" class="ribbon" />
          <path
            v-if="parts(stage, stage.lossW)"
            :d="peel(stage, stage.lossW, flow.back ? stage.after : stage.thick, splits(stage).loss)"
            class="heat"
          />
          <path
            v-if="parts(stage, stage.sideW)"
            :d="peel(stage, stage.sideW, stage.thick - stage.lossW * scale, splits(stage).side)"
            class="side"
          />
        </template>
        <path :d="arrow" class="ribbon" />
      </g>
      <g
        v-for="stage in drawn"
        :key="stage.step"
        class="stage"
        :class="{ selected: stage.step === selected }"
        :data-stage="stage.step"
        role="button"
        tabindex="0"
        :aria-pressed="stage.step === selected"
        @click="emit('select', stage.step)"
        @keydown.enter.prevent="emit('select', stage.step)"
        @keydown.space.prevent="emit('select', stage.step)"
      >
        <rect
          :x="stage.at"
          y="1"
          :width="(stage.step === 'job' ? last : pitch) - 2"
          :height="measures.height - 2"
          class="target"
        />
        <line :x1="stage.at" :x2="stage.at" :y1="measures.jointTop" :y2="measures.height - 2" class="joint" />
        <line
          v-if="stage.limit"
          :x1="stage.at"
          :x2="stage.at"
          :y1="measures.top"
          :y2="measures.top + Math.max(stage.thick, 8)"
          class="stop"
        />
        <text :x="stage.at + 6" :y="measures.titleY" class="title">
          {{ stage.title }}
          <tspan v-if="form === 'full' && footFits(stage)" dx="3" class="foot">
            {{ stage.foot }}
          </tspan>
          <tspan v-if="form === 'line' && lineFits(stage)" dx="3" class="reading">
            {{ stage.readings[0]?.text }}
          </tspan>
        </text>
        <template v-if="form !== 'line'">
          <text
            v-for="(reading, line) in stage.readings.slice(0, measures.readingY.length)"
            :key="line"
            :x="stage.at + 6"
            :y="measures.readingY[line]"
            class="reading"
          >
            {{ reading.text }}
            <tspan v-if="reading.delta" dx="5" class="delta">{{ reading.delta.text }}</tspan>
          </text>
        </template>
        <template v-if="form === 'full'">
          <text
            v-if="parts(stage, stage.lossW)"
            :x="besideStrip(stage, stage.lossW, splits(stage).loss)"
            :y="measures.heatEnd + 2"
            class="loss"
          >
            {{ shownText("power", stage.lossW) }}
          </text>
          <text
            v-if="parts(stage, stage.sideW)"
            :x="besideStrip(stage, stage.sideW, splits(stage).side)"
            :y="measures.heatEnd + 2"
            class="foot"
          >
            {{ shownText("power", stage.sideW) }} other
          </text>
        </template>
        <foreignObject
          v-if="stage.weakest"
          :x="stage.at + (stage.step === 'job' ? last : pitch) - 18"
          :y="measures.titleY - 11"
          width="14"
          height="14"
        >
          <VerdictMark :verdict="stage.weakest" quiet title="the weakest link is here" />
        </foreignObject>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.path {
  min-width: 0;
  overflow: hidden;
}

.path.chips {
  overflow-x: auto;
  scrollbar-width: none;
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
  font-weight: 400;
  fill: var(--ink);
}

.full .reading {
  font-size: var(--size-title);
}

.delta {
  fill: var(--accent);
  font-size: var(--size-note);
}

.foot {
  fill: var(--soft);
  font-size: var(--size-note);
  font-weight: 400;
}

.loss {
  fill: var(--heat-ink);
  font: var(--size-note) var(--mono);
}
</style>
