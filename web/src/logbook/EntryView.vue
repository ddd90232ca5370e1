<script setup lang="ts">
// An entry that is no ride: all that stands in it.
import { computed } from "vue";
import { api, type Schemas } from "../api/client";
import { useAnswer } from "../api/answer";
import { figures, shownText } from "../units/quantity";
import { useBench } from "../workbench/bench";
import EntryTools from "./EntryTools.vue";
import { type LogLine, momentOf, oneOf } from "./kinds";
import { useLog } from "./log";
import { useMoment } from "./moment";

const props = defineProps<{ line: LogLine }>();
const bench = useBench();
const log = useLog();

type Of<K extends string> = Extract<Schemas["LogEntry"], { kind: K }>;
const of = <K extends string>(kind: K) =>
  computed(() => (props.line.kind === kind ? (props.line.entry as Of<K>) : null));
const change = of("change");
const failure = of("failure");
const heat = of("heat");
const check = of("check");
const upkeep = of("upkeep");
const note = of("note");
const measured = computed(() => upkeep.value?.measured ?? null);
const results = computed(() => check.value?.results ?? null);

// ---- heat: each day beside the prediction and the days before

const { value: stages } = useAnswer<Schemas["HeatStages"]>(
  () => [heat.value, bench.document],
  (signal) =>
    heat.value && bench.document
      ? api.POST("/api/log/heat", { body: { build: bench.document, entry: heat.value }, signal })
      : null,
);
const otherDays = computed(() =>
  (log.lines ?? []).filter(({ kind, id }) => kind === "heat" && id !== props.line.id),
);

// ---- a failure: whether a limit was passed that day

const { value: moment } = useMoment(() => failure.value);
const about = computed(() => log.book?.failures.find(({ part }) => part === failure.value?.part) ?? null);
const health = computed(() =>
  log.book?.magnets.find(({ motor }) => (motor ?? null) === (check.value?.motor ?? null)),
);
const due = computed(() => log.book?.upkeep.find(({ item }) => item === upkeep.value?.item));
const places = (read: { motor_c?: number | null; controller_c?: number | null; battery_c?: number | null }) =>
  [read.motor_c, read.controller_c, read.battery_c].map((celsius) =>
    celsius == null ? "–" : shownText("temperature", celsius),
  );
</script>

<template>
  <article data-entry-open>
    <p class="line note">
      <span>{{ oneOf(line.kind) }}, {{ momentOf(line.at) }}</span>
      <EntryTools :line="line" />
    </p>
    <h2 class="sentence">{{ line.title }}</h2>
    <p v-if="line.says">{{ line.says }}</p>
    <p v-if="line.entry.notes" class="notes">{{ line.entry.notes }}</p>

    <table v-if="change && (change.changes?.length ?? 0) > 0" data-changes>
      <tbody>
        <tr v-for="one in change.changes" :key="one.what">
          <td>{{ one.what }}</td>
          <td>{{ one.before ?? "–" }}</td>
          <td>→ {{ one.after ?? "no more" }}</td>
        </tr>
      </tbody>
    </table>

    <template v-if="heat && stages">
      <p v-for="said in stages.says" :key="said">{{ said }}</p>
      <table data-heat-read>
        <thead>
          <tr>
            <th>after</th>
            <th>motor</th>
            <th>controller</th>
            <th>battery</th>
            <th class="told">computed: motor</th>
            <th class="told">controller</th>
            <th class="told">battery</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="stage in stages.run" :key="stage.ends_min">
            <td class="figure">{{ figures(stage.ends_min) }} min</td>
            <td v-for="(text, at) in places(stage.read)" :key="at" class="figure">{{ text }}</td>
            <td v-for="(text, at) in places(stage.computed)" :key="`c${at}`" class="figure told">
              {{ text }}
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="otherDays.length > 0" class="note">
        other days:
        <button v-for="day in otherDays" :key="day.id" type="button" class="action" @click="log.look(day.id)">
          {{ day.title }}: {{ day.says }}
        </button>
      </p>
    </template>

    <template v-if="failure">
      <p v-if="moment" data-moment>{{ moment.says }}</p>
      <ul v-if="moment" class="note">
        <li v-for="said in [...moment.passed, ...moment.failing]" :key="said">{{ said }}</li>
      </ul>
      <p v-if="about" data-failure-of>{{ about.says }}</p>
    </template>

    <template v-if="check">
      <table v-if="results">
        <tbody>
          <tr v-if="results.kv_rpm_per_v != null">
            <td>Kv</td>
            <td class="figure">
              {{ figures(results.kv_rpm_per_v, 4)
              }}<template v-if="results.kv_standard_error != null">
                ± {{ figures(2 * results.kv_standard_error, 2) }}</template
              >
            </td>
          </tr>
          <tr v-if="results.resistance_ohm != null">
            <td>winding</td>
            <td class="figure">{{ shownText("resistance", results.resistance_ohm) }}</td>
          </tr>
          <tr v-if="results.no_load_current_a != null">
            <td>no load</td>
            <td class="figure">{{ shownText("current", results.no_load_current_a) }}</td>
          </tr>
          <tr>
            <td>at</td>
            <td class="figure">{{ shownText("temperature", results.temperature_c ?? 20) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-for="said in health?.says ?? []" :key="said">{{ said }}</p>
    </template>

    <template v-if="upkeep">
      <p v-if="measured" class="figure">
        {{ figures(measured.length_mm) }} mm, due at {{ figures(measured.limit_mm) }} mm
      </p>
      <p v-if="due" class="note">{{ due.says }}</p>
      <p v-for="wear in (log.book?.wear ?? []).filter(({ item }) => item === upkeep?.item)" :key="wear.item">
        {{ wear.says }}
      </p>
    </template>

    <p v-if="note && (note.pictures?.length ?? 0) > 0" class="pictures">
      <a
        v-for="picture in note.pictures"
        :key="picture.name"
        :href="`/api/log/pictures/${picture.name}`"
        target="_blank"
      >
        <img :src="`/api/log/pictures/${picture.name}`" :alt="`Picture of ${line.title}`" loading="lazy" />
      </a>
    </p>
  </article>
</template>

<style scoped>
.notes {
  max-width: 70ch;
  white-space: pre-line;
}

p + table,
p + p {
  margin-top: var(--space-3);
}

td,
th {
  padding: var(--space-1) var(--space-6) var(--space-1) 0;
}

.pictures {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-5);
}

.pictures img {
  max-width: min(100%, 420px);
  max-height: 420px;
  border: 1px solid var(--line);
}
</style>
