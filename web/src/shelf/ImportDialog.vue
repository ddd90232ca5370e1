<script setup lang="ts">
// Parts from a table or a shelf file: columns are matched, every bad row is named, then the good ones or all or none.
import Dialog from "primevue/dialog";
import ChoiceSelect from "../shared/fields/ChoiceSelect.vue";
import { computed, ref, shallowRef, watch } from "vue";
import { api, type Schemas } from "../api/client";
import { sendFile } from "../api/file";
import { type Kind, KINDS } from "./kinds";

/** What the list of choices calls a column that holds nothing of a part (the interface says null). */
const LEAVE_OUT = "";

const props = defineProps<{ kind: Kind | null }>();
const emit = defineEmits<{ done: [] }>();
const shown = defineModel<boolean>("shown", { required: true });

const file = shallowRef<File | null>(null);
const rowKind = ref<Kind>("motor");
const look = shallowRef<Schemas["Import"] | null>(null);
const problem = ref<string | null>(null);
const done = ref<string | null>(null);
const busy = ref(false);
const choices = ref<Record<string, Schemas["ColumnChoice"]>>({});
const fields = shallowRef<Schemas["Field"][]>([]);

watch(shown, (open) => {
  if (!open) return;
  rowKind.value = props.kind ?? "motor";
  file.value = null;
  look.value = null;
  problem.value = null;
  done.value = null;
  choices.value = {};
});
watch(
  rowKind,
  async (wanted) => {
    const reply = await api.GET("/api/parts/fields/{kind}", { params: { path: { kind: wanted } } });
    fields.value = reply.data ?? [];
    choices.value = {};
    if (file.value) await send("look");
  },
  { immediate: true },
);

const isTable = computed(() => file.value !== null && !file.value.name.toLowerCase().endsWith(".json"));
const offered = computed(() => [
  { key: LEAVE_OUT, label: "leave out" },
  { key: "part", label: "kind of part" },
  ...fields.value.map(({ key, label }) => ({ key, label })),
]);
const units = (key: string | null) => fields.value.find((field) => field.key === key)?.units ?? [];

async function send(mode: "look" | "good" | "whole"): Promise<void> {
  if (!file.value) return;
  busy.value = true;
  problem.value = null;
  const query = new URLSearchParams({ format: isTable.value ? "csv" : "json", mode });
  if (isTable.value) {
    query.set("kind", rowKind.value);
    query.set("columns", JSON.stringify(choices.value));
  }
  const reply = await sendFile<Schemas["Import"]>(`/api/parts/import?${query.toString()}`, file.value);
  busy.value = false;
  if ("problem" in reply) {
    problem.value = reply.problem;
    look.value = null;
    return;
  }
  look.value = reply.data;
  if (look.value.stored > 0) {
    done.value = `${look.value.stored} parts are on the shelf${look.value.bad > 0 ? `, ${look.value.bad} rows were left out` : ""}.`;
    emit("done");
  }
}

async function take(files: FileList | null): Promise<void> {
  file.value = files?.[0] ?? null;
  choices.value = {};
  done.value = null;
  await send("look");
}

async function choose(header: string, choice: Schemas["ColumnChoice"]): Promise<void> {
  choices.value = { ...choices.value, [header]: choice };
  await send("look");
}
</script>

<template>
  <Dialog
    v-model:visible="shown"
    modal
    header="Parts from a file"
    :style="{ width: '820px', maxWidth: '96vw' }"
  >
    <div class="sheet" data-import>
      <p>
        A table as CSV in UTF-8, one part a row under a line of headers; or a shelf as JSON. Nothing is stored
        before you say so.
      </p>
      <p class="row">
        <input
          type="file"
          accept=".csv,.txt,.tsv,.json"
          aria-label="File of parts"
          data-parts-file
          @change="(event) => take((event.target as HTMLInputElement).files)"
        />
        <template v-if="isTable">
          where no column says it, rows are
          <ChoiceSelect
            v-model="rowKind"
            :options="KINDS"
            option-label="many"
            option-value="kind"
            aria-label="Kind of the parts"
          />
        </template>
      </p>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <p v-if="done" class="done" role="status" data-import-done>{{ done }}</p>
      <template v-if="look && !done">
        <table v-if="look.columns.length > 0" class="columns">
          <thead>
            <tr>
              <th>column</th>
              <th>holds</th>
              <th>in</th>
              <th>first cells</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="column in look.columns" :key="column.header" :data-column="column.header">
              <td>{{ column.header }}</td>
              <td>
                <ChoiceSelect
                  :model-value="column.choice.key ?? LEAVE_OUT"
                  :options="offered"
                  option-label="label"
                  option-value="key"
                  placeholder="leave out"
                  :aria-label="`What ${column.header} holds`"
                  @update:model-value="
                    (key: string) =>
                      choose(column.header, { key: key === LEAVE_OUT ? null : key, unit: null })
                  "
                />
              </td>
              <td>
                <ChoiceSelect
                  v-if="units(column.choice.key).length > 1"
                  :model-value="column.choice.unit ?? units(column.choice.key)[0]"
                  :options="units(column.choice.key)"
                  :aria-label="`Unit of ${column.header}`"
                  @update:model-value="(unit) => choose(column.header, { ...column.choice, unit })"
                />
                <template v-else>{{ units(column.choice.key)[0] }}</template>
              </td>
              <td class="note">{{ column.samples.join(" · ") }}</td>
            </tr>
          </tbody>
        </table>
        <p class="sum" data-import-sum>
          <b>{{ look.good }}</b> {{ look.good === 1 ? "part reads" : "parts read" }},
          <b :class="{ bad: look.bad > 0 }">{{ look.bad }}</b> {{ look.bad === 1 ? "does" : "do" }} not.
        </p>
        <div v-if="look.problems.length > 0" class="problems">
          <table>
            <thead>
              <tr>
                <th>{{ isTable ? "line" : "part" }}</th>
                <th>column</th>
                <th>what is wrong</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(wrong, place) in look.problems" :key="place">
                <td class="figure">{{ wrong.line }}</td>
                <td>{{ wrong.column }}</td>
                <td>{{ wrong.detail }}</td>
              </tr>
            </tbody>
          </table>
        </div>
        <ul v-if="look.doubts.length > 0" data-import-doubts>
          <li v-for="(doubt, place) in look.doubts" :key="place" class="doubt">
            <span class="figure">line {{ doubt.line }}</span> {{ doubt.detail }} It is kept as told.
          </li>
        </ul>
        <p v-if="look.sample.length > 0" class="note">
          First:
          {{
            look.sample
              .slice(0, 4)
              .map((part) => part.label)
              .join(" · ")
          }}
        </p>
      </template>
    </div>
    <template #footer>
      <template v-if="look && !done">
        <button
          v-if="look.bad > 0"
          type="button"
          class="boxed"
          :disabled="busy || look.good === 0"
          data-import-good
          @click="send('good')"
        >
          {{ look.good === 0 ? "No row can be kept" : `Keep the ${look.good} good ones` }}
        </button>
        <button
          v-else
          type="button"
          class="boxed"
          :disabled="busy || look.good === 0"
          data-import-whole
          @click="send('whole')"
        >
          Put all {{ look.good }} on the shelf
        </button>
      </template>
      <button type="button" class="boxed" @click="shown = false">{{ done ? "Done" : "Keep nothing" }}</button>
    </template>
  </Dialog>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: var(--space-4);
}

.row {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-4) var(--space-6);
  align-items: center;
}

.columns :deep(.choose) {
  max-width: 210px;
}

.columns td {
  padding-block: var(--space-1);
}

.doubt {
  color: var(--tight);
  padding: var(--space-2) 0;
}

.problems {
  max-height: 180px;
  overflow: auto;
  border: 1px solid var(--line);
}

.problem,
.bad {
  color: var(--fail);
}

.done {
  color: var(--ok);
  font-weight: 600;
}
</style>
