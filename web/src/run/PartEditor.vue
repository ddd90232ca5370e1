<script setup lang="ts">
// What one drive of a course does.
import ChoiceSelect from "../shared/fields/ChoiceSelect.vue";
import { computed, ref } from "vue";
import { api, saying } from "../api/client";
import { useBench } from "../workbench/bench";
import BenchField from "../shared/fields/BenchField.vue";
import CourseDrawing from "./CourseDrawing.vue";
import PointsTable from "./PointsTable.vue";
import {
  freshMode,
  MODE_WORDS,
  type ModeKind,
  modesOf,
  type Point,
  type CoursePart,
  travels,
  useTargets,
} from "./tasks";

const props = defineProps<{
  part: CoursePart;
  /** Pointer to the part. */
  at: string;
  course: string;
  /** Whether another drive may be taken out. */
  several: boolean;
}>();
const emit = defineEmits<{ remove: [] }>();
const bench = useBench();
const targets = useTargets();

const load = computed(() => bench.shown?.job.drives.find(({ name }) => name === props.part.drive)?.load);
const climbs = computed(() => load.value?.kind === "vehicle");
const mode = computed(() => props.part.mode);
const kinds = computed(() =>
  bench.shown
    ? modesOf(bench.shown, bench.optionIndex, props.part.drive).map((kind) => ({
        kind,
        said: MODE_WORDS[kind],
      }))
    : [],
);
const turned = computed(() => load.value?.kind === "generator");
const modeAt = computed(() => `${props.at}/mode`);

function setKind(kind: ModeKind): void {
  if (kind !== mode.value.kind) bench.set(modeAt.value, freshMode(kind, targets(props.part.drive)), null);
}

const FIELDS = computed<string[]>(() => {
  const kind = mode.value.kind;
  if (turned.value) return ["load_share"];
  if (kind === "launch") return climbs.value ? ["grade_percent"] : [];
  if (kind === "hold") {
    return [
      travels(load.value) ? "speed_m_s" : "output_rpm",
      ...(climbs.value ? ["grade_percent"] : []),
      "load_share",
    ];
  }
  return kind === "shots" ? ["shots", "per_second", "bursts", "pause_s"] : [];
});

const points = computed<Point[]>(() => (mode.value.kind === "profile" ? mode.value.points : []));
const along = computed(() => (points.value[0]?.distance_m == null ? "t_s" : "distance_m"));
const speed = computed(() => (points.value[0]?.output_rpm == null ? "speed_m_s" : "output_rpm"));

const wrong = ref<string | null>(null);

function setPoints(next: Point[]): void {
  bench.set(`${modeAt.value}/points`, next, null);
}

/** The same course over time or over the way. */
async function turnOver(to: "t_s" | "distance_m"): Promise<void> {
  if (to === along.value) return;
  const before = points.value;
  const body = {
    profile: { points: before },
    over: to === "t_s" ? ("time" as const) : ("way" as const),
  };
  const reply = await api.POST("/api/courses/over", { body }).catch(() => undefined);
  if (points.value !== before) return;
  wrong.value = reply?.data ? null : saying(reply?.error);
  if (reply?.data) setPoints(reply.data);
}
</script>

<template>
  <section class="part" :data-part="part.drive">
    <h3 class="rule">
      <b>{{ part.drive }}</b>
      <ChoiceSelect
        :model-value="mode.kind"
        :options="kinds"
        option-label="said"
        option-value="kind"
        :aria-label="`What ${part.drive} does`"
        data-field="mode_kind"
        @update:model-value="setKind"
      />
      <span
        v-if="mode.kind === 'profile' && speed === 'speed_m_s'"
        class="switch"
        role="group"
        aria-label="Over"
      >
        <button type="button" :aria-pressed="along === 't_s'" data-over="t_s" @click="turnOver('t_s')">
          over time
        </button>
        <button
          type="button"
          :aria-pressed="along === 'distance_m'"
          data-over="distance_m"
          @click="turnOver('distance_m')"
        >
          over the way
        </button>
      </span>
      <button v-if="several" type="button" class="action" @click="emit('remove')">stands still</button>
    </h3>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <div v-if="FIELDS.length > 0" class="fields">
      <BenchField
        v-for="name in FIELDS"
        :key="name"
        :at="modeAt"
        :record="`Mode:${mode.kind}`"
        :name="name"
        :label="turned ? 'Share of the source\'s torque' : undefined"
      />
    </div>
    <template v-if="mode.kind === 'profile'">
      <CourseDrawing :points="points" :along="along" :speed="speed" :climbs="climbs" @change="setPoints" />
      <PointsTable
        :points="points"
        :along="along"
        :speed="speed"
        :climbs="climbs"
        :at="`${modeAt}/points`"
        :name="`${course} ${part.drive}`"
        @change="setPoints"
      />
    </template>
  </section>
</template>

<style scoped>
.part {
  margin-top: var(--space-4);
}

.rule {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-6);
  align-items: center;
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.1875rem;
  margin-bottom: var(--space-3);
}

.rule b {
  color: var(--ink);
}

.fields {
  columns: 2 260px;
  column-gap: 1.625rem;
}

.wrong {
  color: var(--fail);
}
</style>
