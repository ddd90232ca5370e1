<script setup lang="ts">
// An entry written by hand: upkeep, a failure, a check, a change, a note with pictures.
import { computed, ref, watch } from "vue";
import { sendFile } from "../api/file";
import { fieldMeta } from "../api/fields";
import { useBench } from "../workbench/bench";
import EntryField from "./EntryField.vue";
import { type Draft, entryOf } from "./entryKeys";
import { KINDS } from "./kinds";
import { useLog } from "./log";
import { useMoment } from "./moment";
import WhenWhat from "./WhenWhat.vue";

const bench = useBench();
const log = useLog();

const draft = ref<Draft>(start());
function start(): Draft {
  return { kind: "upkeep", at: new Date().toISOString(), ...structuredCloned(log.editing?.entry) } as Draft;
}
function structuredCloned(value: unknown): object {
  return JSON.parse(JSON.stringify(value ?? {})) as object;
}
watch(
  () => log.editing,
  () => (draft.value = start()),
);
const isNew = computed(() => !log.editing?.id);
const kinds = computed(() =>
  KINDS.filter(({ kind }) => kind !== "heat" && (kind !== "ride" || !isNew.value)),
);
const record = computed(() => `LogEntry:${draft.value.kind}`);
const text = (key: string) =>
  computed({
    get: () => (draft.value[key] as string | undefined) ?? "",
    set: (value: string) => (draft.value[key] = value === "" ? undefined : value),
  });
const [title, notes, item, part, batch, what, motor] = [
  text("title"),
  text("notes"),
  text("item"),
  text("part"),
  text("batch"),
  text("what"),
  text("motor"),
] as const;
const number = (key: string) => draft.value[key] as number | null | undefined;
const put = (key: string, value: unknown) => (draft.value[key] = value ?? undefined);
const inner = (outer: string, key: string) =>
  (draft.value[outer] as Record<string, number> | undefined)?.[key];
function putInner(outer: string, key: string, value: number | null | undefined): void {
  const next = { ...(draft.value[outer] as object | undefined), [key]: value ?? undefined };
  draft.value[outer] = Object.values(next).some((one) => one !== undefined) ? next : undefined;
}

const known = computed(() => (log.book?.upkeep ?? []).map(({ item: name }) => name));
const labels = computed(() => {
  const option = bench.document?.options[log.about.option];
  const drives = option?.drives ?? [];
  return [
    ...drives.flatMap(({ motor: one, controller }) => [one.label, controller?.label]),
    option?.battery.label,
    "Worm",
    "Belt",
    "Chain",
    "Connector",
  ].filter((label): label is string => Boolean(label));
});
const measures = computed(() => log.book?.upkeep.find(({ item: name }) => name === item.value)?.measured);

// ---- a failure: whether a limit was passed at that moment, by the verdict and the rides of that day

const { value: moment } = useMoment(() =>
  draft.value.kind === "failure"
    ? { at: draft.value.at, component: draft.value.component as string | undefined }
    : null,
);
watch(moment, (told) => {
  if (told?.beyond != null && log.editing?.id === null) draft.value.beyond_limits = told.beyond;
});
const components = fieldMeta("LogEntry:failure", "component").choices ?? [];

// ---- pictures of a note

const pictures = computed(() => (draft.value.pictures as { name: string }[] | undefined) ?? []);
async function addPictures(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  for (const file of input.files ?? []) {
    const reply = await sendFile<{ name: string }>(`/api/builds/${bench.id}/log/pictures`, file);
    if ("problem" in reply) problem.value = reply.problem;
    else draft.value.pictures = [...pictures.value, { name: reply.data.name }];
  }
  input.value = "";
}

// ---- keeping

const problem = ref<string | null>(null);
async function keep(): Promise<void> {
  problem.value = await log.keep(entryOf(draft.value));
}
</script>

<template>
  <form class="form" data-entry-form @submit.prevent="keep">
    <h2>{{ isNew ? "Write into the log" : "Edit the entry" }}</h2>
    <p v-if="isNew" class="switch" role="group" aria-label="Kind of entry">
      <button
        v-for="one in kinds"
        :key="one.kind"
        type="button"
        :aria-pressed="draft.kind === one.kind"
        :data-write-kind="one.kind"
        @click="draft.kind = one.kind"
      >
        {{ one.one }}
      </button>
    </p>
    <p v-if="isNew" class="note">
      A ride is
      <button type="button" class="action" @click="log.show('import')">
        put in from its table or by hand</button
      >, changes of parts enter themselves.
    </p>
    <WhenWhat v-model:at="draft.at" v-model:title="title" v-model:notes="notes" hint="in a few words" />

    <template v-if="draft.kind === 'upkeep'">
      <label class="row">
        <span>What</span>
        <input v-model="item" list="log-items" maxlength="120" data-log-item />
        <datalist id="log-items"><option v-for="name in known" :key="name" :value="name"></option></datalist>
      </label>
      <label class="row">
        <span>Done</span>
        <span
          ><input
            type="checkbox"
            :checked="draft.done !== false"
            @change="(event) => put('done', (event.target as HTMLInputElement).checked)"
          />
          else only looked at</span
        >
      </label>
      <template v-if="measures || draft.measured">
        <EntryField
          record="WearReading"
          name="length_mm"
          :model-value="inner('measured', 'length_mm') || null"
          @update:model-value="(value) => putInner('measured', 'length_mm', value)"
        />
        <EntryField
          record="WearReading"
          name="limit_mm"
          label="Due at"
          :model-value="inner('measured', 'limit_mm') || null"
          @update:model-value="(value) => putInner('measured', 'limit_mm', value)"
        />
      </template>
      <EntryField
        :record="record"
        name="hours"
        label="Hours of running until then"
        :model-value="number('hours')"
        @update:model-value="(value) => put('hours', value)"
      />
      <details>
        <summary>an interval of your own, what it cost</summary>
        <EntryField
          v-for="key in ['hours_between', 'km_between', 'days_between', 'cost']"
          :key="key"
          :record="record"
          :name="key"
          :label="
            {
              hours_between: 'Every, hours',
              km_between: 'or every, km',
              days_between: 'or every, days',
              cost: 'Cost',
            }[key] ?? key
          "
          :model-value="number(key)"
          @update:model-value="(value) => put(key, value)"
        />
      </details>
    </template>

    <template v-else-if="draft.kind === 'failure'">
      <label class="row">
        <span>Part</span>
        <input v-model="part" list="log-parts" maxlength="120" data-log-part />
        <datalist id="log-parts"><option v-for="name in labels" :key="name" :value="name"></option></datalist>
      </label>
      <label class="row">
        <span>Belongs to</span>
        <select v-model="draft.component" data-log-component>
          <option :value="undefined">not said</option>
          <option v-for="one in components" :key="one.word" :value="one.word">{{ one.label }}</option>
        </select>
      </label>
      <label class="row">
        <span>What broke, and how</span>
        <textarea v-model="what" rows="2" maxlength="2000"></textarea>
      </label>
      <label class="row"><span>Batch</span><input v-model="batch" maxlength="120" data-log-batch /></label>
      <EntryField
        :record="record"
        name="of"
        label="Of that batch in use"
        :model-value="number('of')"
        @update:model-value="(value) => put('of', value)"
      />
      <EntryField
        :record="record"
        name="hours"
        label="After hours of running"
        :model-value="number('hours')"
        @update:model-value="(value) => put('hours', value)"
      />
      <EntryField
        :record="record"
        name="cost"
        label="What its replacement cost"
        :model-value="number('cost')"
        @update:model-value="(value) => put('cost', value)"
      />
      <p v-if="moment" class="answer" role="status" data-moment>{{ moment.says }}</p>
      <label class="row">
        <span>Beyond its limits</span>
        <span
          ><input
            type="checkbox"
            :checked="draft.beyond_limits === true"
            data-log-beyond
            @change="(event) => put('beyond_limits', (event.target as HTMLInputElement).checked)"
          />
          at that moment</span
        >
      </label>
    </template>

    <template v-else-if="draft.kind === 'check'">
      <p class="note">
        A bench sheet that belongs to this build stands in the log by itself.
        <router-link to="/bench">To the bench</router-link>
      </p>
      <label class="row"
        ><span>Motor</span><input v-model="motor" maxlength="120" placeholder="left" data-log-motor
      /></label>
      <EntryField
        v-for="key in [
          'kv_rpm_per_v',
          'kv_standard_error',
          'resistance_ohm',
          'no_load_current_a',
          'temperature_c',
        ]"
        :key="key"
        record="CheckResults"
        :name="key"
        :label="
          key === 'kv_standard_error'
            ? 'Its standard error'
            : key === 'temperature_c'
              ? 'Motor at'
              : undefined
        "
        :model-value="inner('results', key)"
        @update:model-value="(value) => putInner('results', key, value)"
      />
    </template>

    <template v-else-if="draft.kind === 'note'">
      <p class="pictures">
        <span v-for="picture in pictures" :key="picture.name">
          <img :src="`/api/log/pictures/${picture.name}`" alt="A picture of this note" />
          <button
            type="button"
            class="action"
            @click="draft.pictures = pictures.filter(({ name }) => name !== picture.name)"
          >
            take out
          </button>
        </span>
      </p>
      <label class="row">
        <span>Pictures</span>
        <input type="file" accept="image/*" multiple data-log-picture @change="addPictures" />
      </label>
    </template>

    <template v-else-if="draft.kind === 'ride'">
      <EntryField
        v-for="key in ['ambient_c', 'payload_kg', 'state_of_charge', 'charged_ah']"
        :key="key"
        :record="record"
        :name="key"
        :model-value="number(key)"
        @update:model-value="(value) => put(key, value)"
      />
    </template>

    <p v-if="problem" class="wrong" role="alert" data-entry-problem>{{ problem }}</p>
    <p class="acts">
      <button type="submit" class="boxed" data-entry-keep>{{ isNew ? "Write it" : "Keep it" }}</button>
      <button type="button" class="action" @click="log.show('answers')">leave it</button>
    </p>
  </form>
</template>

<style scoped>
h2 {
  font-size: var(--size-sentence);
  font-weight: 600;
}

.form > p {
  padding: var(--space-2) 0;
}

.row {
  display: grid;
  grid-template-columns: 11rem minmax(0, 28rem);
  gap: var(--space-3);
  align-items: baseline;
  padding: var(--space-1) 0;
}

.row > input:not([type="checkbox"], [type="file"]),
textarea,
select {
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--box);
  padding: var(--space-1) var(--space-3);
  min-height: 28px;
  min-width: 0;
}

.form > .answer {
  border-left: 3px solid var(--accent);
  padding: var(--space-1) 0 var(--space-1) var(--space-5);
  max-width: 66ch;
}

summary {
  color: var(--accent);
  cursor: pointer;
  padding: var(--space-2) 0;
}

.pictures {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-5);
}

.pictures span {
  display: grid;
}

.pictures img {
  height: 96px;
  border: 1px solid var(--line);
}

.acts {
  display: flex;
  gap: var(--space-6);
  align-items: baseline;
}

.wrong {
  color: var(--fail);
}

@media (max-width: 699px) {
  .row {
    grid-template-columns: minmax(0, 1fr);
  }

  .row > input:not([type="checkbox"], [type="file"]),
  select {
    min-height: 44px;
  }
}
</style>
