<script setup lang="ts">
// The points of a course as a table: typed, added, taken out; from CSV and to CSV.
import { computed, ref } from "vue";
import { api, saying } from "../api/client";
import { fieldHelp, fieldMeta } from "../api/fields";
import { useBench } from "../workbench/bench";
import { download, fileName } from "../shared/lib/download";
import QuantityField from "../shared/fields/QuantityField.vue";
import type { Point } from "./tasks";

const props = defineProps<{
  points: Point[];
  along: "t_s" | "distance_m";
  speed: "speed_m_s" | "output_rpm";
  climbs: boolean;
  name: string;
  /** Pointer to the points. */
  at: string;
}>();
const emit = defineEmits<{ change: [points: Point[]] }>();
const bench = useBench();

type Key = keyof Point & string;
const columns = computed<Key[]>(() => [
  props.along,
  props.speed,
  ...(props.climbs ? (["grade_percent"] as const) : []),
  "load_share",
  ...(props.along === "distance_m" ? (["wait_s"] as const) : []),
]);
const meta = (key: Key) => fieldMeta("CoursePoint", key);

/** Long tables are shown in parts. */
const PAGE = 40;
const page = ref(0);
const pages = computed(() => Math.max(1, Math.ceil(props.points.length / PAGE)));
const from = computed(() => Math.min(page.value, pages.value - 1) * PAGE);
const visible = computed(() => props.points.slice(from.value, from.value + PAGE));

function set(index: number, key: Key, value: number | null): void {
  bench.set(`${props.at}/${index}/${key}`, value ?? undefined);
}

function add(after: number): void {
  const [own, next] = [props.points[after], props.points[after + 1]];
  if (!own) return;
  const here = own[props.along] ?? 0;
  const step = props.along === "t_s" ? 10 : 20;
  const point = { ...own, [props.along]: next ? (here + (next[props.along] ?? 0)) / 2 : here + step };
  delete point.wait_s;
  // A distance is never covered at no speed.
  if (props.along === "distance_m" && !point[props.speed]) {
    point[props.speed] = Math.max(...props.points.map((other) => other[props.speed] ?? 0));
  }
  emit("change", [...props.points.slice(0, after + 1), point, ...props.points.slice(after + 1)]);
}

function remove(index: number): void {
  emit(
    "change",
    props.points.filter((_, other) => other !== index),
  );
}

// ---- CSV

const pasting = ref(false);
const pasted = ref("");
const wrong = ref<string[]>([]);

async function take(text: string): Promise<void> {
  const reply = await api.POST("/api/courses/read", { body: { text } }).catch(() => undefined);
  if (!reply?.data) {
    wrong.value = [saying(reply?.error)];
    return;
  }
  const { points, problems } = reply.data;
  wrong.value = problems.map(
    ({ line, column, detail }) => `line ${line}${column ? `, ${column}` : ""}: ${detail}`,
  );
  if (points.length < 2) {
    wrong.value = [...wrong.value, `${points.length} points could be read, at least two are needed`];
    return;
  }
  if (problems.length === 0) pasting.value = false;
  emit("change", points);
}

async function read(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  if (file) await take(await file.text());
  input.value = "";
}

async function save(): Promise<void> {
  const body = { profile: { points: props.points } };
  const reply = await api.POST("/api/courses/table", { body, parseAs: "text" }).catch(() => undefined);
  if (reply?.data === undefined) wrong.value = [saying(reply?.error)];
  else download(fileName(props.name, "csv"), new Blob([reply.data as string], { type: "text/csv" }));
}
</script>

<template>
  <div class="points">
    <div class="scroll">
      <table data-points>
        <thead>
          <tr>
            <td></td>
            <th v-for="key in columns" :key="key" :title="fieldHelp('CoursePoint', key)">
              {{ meta(key).label }}
            </th>
            <td></td>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(point, row) in visible" :key="from + row">
            <td class="note">{{ from + row + 1 }}</td>
            <td v-for="key in columns" :key="key">
              <QuantityField
                :model-value="point[key]"
                :name="key"
                :meta="meta(key)"
                :label="`${meta(key).label} of point ${from + row + 1}`"
                @update:model-value="(value) => set(from + row, key, value)"
                @seal="bench.seal()"
              />
            </td>
            <td class="acts">
              <button
                type="button"
                class="action"
                :aria-label="`A point after ${from + row + 1}`"
                @click="add(from + row)"
              >
                +
              </button>
              <button
                v-if="points.length > 2"
                type="button"
                class="action"
                :aria-label="`Take out point ${from + row + 1}`"
                @click="remove(from + row)"
              >
                ×
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="line note">
      <template v-if="pages > 1">
        <button type="button" class="action" :disabled="from === 0" @click="page -= 1">earlier</button>
        {{ from + 1 }} to {{ Math.min(from + PAGE, points.length) }} of {{ points.length }}
        <button type="button" class="action" :disabled="from + PAGE >= points.length" @click="page += 1">
          later
        </button>
      </template>
      <label class="action">
        CSV in<input type="file" accept=".csv,text/csv" class="visually-hidden" @change="read" />
      </label>
      <button type="button" class="action" :aria-expanded="pasting" @click="pasting = !pasting">paste</button>
      <button type="button" class="action" @click="save">CSV out</button>
    </p>
    <form v-if="pasting" class="paste" @submit.prevent="take(pasted)">
      <textarea
        v-model="pasted"
        rows="5"
        aria-label="A table of points"
        data-paste
        placeholder="t_s,speed_m_s,grade_percent&#10;0,0,0&#10;10,2.5,0"
      ></textarea>
      <button type="submit" class="boxed" data-paste-take>Take these points</button>
    </form>
    <p v-for="line in wrong.slice(0, 6)" :key="line" class="wrong" role="alert">{{ line }}</p>
  </div>
</template>

<style scoped>
.scroll {
  max-height: 270px;
  overflow: auto;
}

td {
  padding: 0.0625rem var(--space-3);
}

.points :deep(.quantity) {
  min-width: 104px;
}

.acts {
  white-space: nowrap;
}

.acts button {
  padding: 0 var(--space-3);
}

.line {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-6);
  padding: var(--space-2) 0;
}

.paste {
  display: grid;
  gap: var(--space-3);
  justify-items: start;
}

textarea {
  width: 100%;
  font: var(--size-small) var(--mono);
  color: inherit;
  background: transparent;
  border: 1px solid var(--box);
}

.wrong {
  color: var(--fail);
}
</style>
