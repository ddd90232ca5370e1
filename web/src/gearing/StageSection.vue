<script setup lang="ts">
// One gearing stage: its fields, the pair to scale, what goes through it, advice.
import { computed } from "vue";
import type { Schemas } from "../api/client";
import { useBench } from "../workbench/bench";
import type { View } from "../workbench/view";
import StageDrawing from "./StageDrawing.vue";
import { without } from "../shared/lib/pointer";
import BenchField from "../shared/fields/BenchField.vue";
import FigureTable, { type FigureLine } from "../shared/figures/FigureTable.vue";
import ShelfNote from "../shelf/ShelfNote.vue";
import OneLine from "../shelf/OneLine.vue";
import ToShelf from "../shelf/ToShelf.vue";
import { shownText } from "../units/quantity";

const props = defineProps<{ index: number; stage: Schemas["GearingStage"] }>();
const bench = useBench();
const at = computed(() => `${bench.drivePointer}/gearing/${props.index}`);
const report = computed(() => reportOf(bench.view));
const reportOf = (view: View) => view.drive?.stages.find(({ stage }) => stage === props.index);
const counted = computed(() => ["spur", "belt", "chain", "bevel"].includes(props.stage.kind));
const drawn = computed(() => {
  const { driver_teeth: driver, driven_teeth: driven } = props.stage;
  return report.value?.pair && driver != null && driven != null ? { driver, driven } : null;
});

/** Teeth stay teeth while either is there: one that was emptied is about to be typed. */
const hasTeeth = computed(() => props.stage.driver_teeth != null || props.stage.driven_teeth != null);

/** Fields by kind, those every stage needs first; module and diametral pitch exclude each other. */
const names = computed(() => {
  const stage = props.stage;
  const inches = stage.diametral_pitch != null;
  const pitch = inches ? "diametral_pitch" : "module_mm";
  const own: Record<string, string[]> = {
    spur: [pitch, "face_width_mm", "material", "centre_distance_mm"],
    bevel: [pitch, "material"],
    belt: ["pitch_mm", "width_mm", "belt_teeth", "centre_distance_mm", "permissible_tension_n"],
    chain: ["pitch_mm", "chain_links", "centre_distance_mm", "permissible_tension_n"],
    worm: ["lead_angle_deg"],
  };
  const teeth = hasTeeth.value ? ["driver_teeth", "driven_teeth"] : ["ratio"];
  const bored = ["spur", "belt", "chain"].includes(stage.kind) ? ["driver_bore_mm"] : [];
  return [...teeth, "efficiency", ...(own[stage.kind] ?? []), ...bored];
});
const REST = ["mass_kg", "price", "owned", "source"];
const DRIVEN = computed(() =>
  props.stage.kind === "spur"
    ? [props.stage.diametral_pitch == null ? "driven_module_mm" : "driven_diametral_pitch", "driven_material"]
    : [],
);

function lines(view: View): FigureLine[] {
  const seen = reportOf(view);
  if (!seen) return [];
  const { load, pair, around } = seen;
  const mesh = around?.mesh_factor ?? null;
  const peak = {
    stall: "jammed",
    slip: "until wheels slip",
    clutch: "until the clutch slips",
    full_throttle: "flat out",
  };
  const plain = (name: string, value: number | null | undefined): FigureLine[] =>
    value == null ? [] : [{ name, quantity: "plain", value }];
  return [
    { name: `torque in, ${peak[load.peak_by]}`, quantity: "torque", value: load.peak_torque_nm },
    { name: "torque in, at work", quantity: "torque", value: load.running_torque_nm },
    { name: "turns in", quantity: "rotation", value: load.driver_rpm },
    ...(pair
      ? [{ name: "teeth run at", quantity: "fastSpeed", value: pair.pitch_line_m_s } as FigureLine]
      : []),
    ...plain(`force at the teeth, ${peak[load.peak_by]}, N`, pair?.peak_force_n),
    ...plain("belt teeth wanted", props.stage.kind === "belt" ? around?.teeth : undefined),
    ...plain("links wanted", props.stage.kind === "chain" ? around?.teeth : undefined),
    ...plain("teeth in mesh", around?.teeth_in_mesh),
    ...plain("trusted with continuously, N", pair?.trusted_force_n),
    ...plain("share of that left, so few in mesh", mesh !== null && mesh < 1 ? mesh : null),
    ...plain("contact ratio", seen.contact_ratio),
  ];
}

/** Teeth or a plain ratio: what was given is turned into the other as nearly as teeth allow. */
function useTeeth(teeth: boolean): void {
  const { driver_teeth: driver, driven_teeth: driven, ratio, ...rest } = props.stage;
  const next = teeth
    ? { ...rest, driver_teeth: 20, driven_teeth: Math.min(400, Math.max(5, Math.round(20 * (ratio ?? 1)))) }
    : { ...rest, ratio: driver && driven ? driven / driver : 1 };
  bench.set(at.value, next, null);
}

function slackWords({ slack_mm, take_up_mm }: Schemas["Loop"]): string {
  const closer =
    slack_mm > 0 ? `come ${shownText("smallLength", slack_mm, 2)} closer to slip it on and ` : "";
  return `The mount must let the shafts ${closer}go ${shownText("smallLength", take_up_mm, 2)} further to tension it.`;
}

function take(teeth: number): void {
  const rest = without(props.stage, "centre_distance_mm");
  bench.set(at.value, { ...rest, [props.stage.kind === "belt" ? "belt_teeth" : "chain_links"]: teeth }, null);
}

/** The same pitch said the other way: teeth per inch, or millimetres per tooth. */
function otherPitch(): void {
  const { module_mm, diametral_pitch } = props.stage;
  const pitches = ["module_mm", "diametral_pitch", "driven_module_mm", "driven_diametral_pitch"] as const;
  const rest = without(props.stage, ...pitches);
  const INCH_MM = 25.4;
  const next =
    diametral_pitch == null
      ? { ...rest, diametral_pitch: Number((INCH_MM / (module_mm ?? 1)).toFixed(4)) }
      : { ...rest, module_mm: Number((INCH_MM / diametral_pitch).toFixed(5)) };
  bench.set(at.value, next, null);
}
</script>

<template>
  <section class="stage" :data-stage="index">
    <h3>
      stage {{ index + 1 }}
      <button v-if="counted" type="button" class="action" @click="useTeeth(!hasTeeth)">
        {{ !hasTeeth ? "give teeth instead" : "give a ratio instead" }}
      </button>
      <button v-if="stage.kind === 'spur'" type="button" class="action" @click="otherPitch">
        {{ stage.diametral_pitch == null ? "teeth per inch" : "module in mm" }}
      </button>
      <button type="button" class="action" @click="bench.set(at, undefined, null)">take it out</button>
      <ToShelf kind="gearing_stage" :at="at" />
    </h3>
    <ShelfNote :at="at" />
    <div class="halves">
      <div>
        <OneLine kind="gearing_stage" :at="at" :stays="['efficiency']">
          <BenchField :at="at" record="GearingStage" name="label" label="Name" />
        </OneLine>
        <BenchField :at="at" record="GearingStage" name="kind" />
        <BenchField v-for="name in names" :key="name" :at="at" record="GearingStage" :name="name" />
        <details class="more">
          <summary>the rest of it</summary>
          <BenchField
            v-for="name in [...DRIVEN, ...REST]"
            :key="name"
            :at="at"
            record="GearingStage"
            :name="name"
          />
        </details>
      </div>
      <div class="seen">
        <StageDrawing
          v-if="drawn && report"
          :kind="stage.kind"
          :report="report"
          :driver-teeth="drawn.driver"
          :driven-teeth="drawn.driven"
          :bore-mm="stage.driver_bore_mm"
          :at="at"
        />
        <p v-else-if="counted" class="note">
          Give teeth and {{ stage.kind === "spur" ? "module" : "pitch" }}, and the pair is drawn here to
          scale.
        </p>
        <FigureTable
          :title="`through stage ${index + 1}`"
          :lines="lines(bench.view)"
          :pinned="bench.pinnedView && lines(bench.pinnedView)"
        />
        <p v-if="report?.around && report.around.stock.length > 0" class="stock">
          <span class="note">{{
            stage.kind === "belt" ? "belts that are sold" : "chains of even links"
          }}</span>
          <button
            v-for="length in report.around.stock"
            :key="length.teeth"
            type="button"
            class="boxed"
            :aria-pressed="length.teeth === (stage.belt_teeth ?? stage.chain_links)"
            @click="take(length.teeth)"
          >
            {{ length.teeth }} · {{ shownText("smallLength", length.centre_mm, 4) }}
          </button>
          <span class="note">
            {{ slackWords(report.around) }}
          </span>
        </p>
        <ul v-if="report && report.advice.length > 0" class="advice note">
          <li v-for="words in report.advice" :key="words">{{ words }}</li>
        </ul>
      </div>
    </div>
  </section>
</template>

<style scoped>
.stage {
  margin-bottom: var(--space-9);
}

h3 {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1) var(--space-6);
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.1875rem;
}

.halves {
  display: grid;
  grid-template-columns: minmax(0, 336px) minmax(0, 1fr);
  gap: var(--space-3) var(--space-12);
}

.seen {
  display: grid;
  gap: var(--space-4);
  align-content: start;
  padding-top: var(--space-3);
}

.stock {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-4);
  align-items: baseline;
}

.stock .boxed {
  font-family: var(--mono);
  font-size: var(--size-note);
}

.stock .boxed[aria-pressed="true"] {
  background: var(--accent);
  color: var(--on-accent);
}

.advice {
  display: grid;
  gap: 0.1875rem;
}

.more summary {
  color: var(--soft);
  cursor: pointer;
  padding: var(--space-2) 0;
  font-size: var(--size-note);
}

@media (max-width: 699px) {
  .halves {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
