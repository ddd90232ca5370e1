<script setup lang="ts">
// Everything as one archive, to take along and to take in: what is new is added, what stands differently is asked about.
import { computed, ref } from "vue";
import type { Schemas } from "../api/client";
import { sendFile } from "../api/file";
import { isVisitor } from "../api/session";

type Policy = "ours" | "theirs" | "both";
const emit = defineEmits<{ taken: [] }>();
const file = ref<File | null>(null);
const told = ref<Schemas["TakenIn"] | null>(null);
const problem = ref<string | null>(null);
const busy = ref(false);
const policy = ref<Policy>("ours");

const SHOWN = 12;
const POLICIES: { value: Policy; says: string }[] = [
  { value: "ours", says: "what stands here stays" },
  { value: "theirs", says: "theirs comes, what stands here stays in its history" },
  { value: "both", says: "both stay, theirs under a name of its own" },
];
const KINDS = {
  part: "part",
  sheet: "bench sheet",
  build: "build",
  entry: "log entry",
  run: "run",
  revision: "version",
};
const nothingNew = computed(() => told.value && Object.keys(told.value.new).length === 0);
const asked = computed(() => (told.value?.conflicts.length ?? 0) > 0);

function words(counts: Record<string, number>): string {
  const one: Record<string, string> = {
    parts: "part",
    sheets: "sheet",
    builds: "build",
    entries: "entry",
    runs: "run",
  };
  const said = Object.entries(counts).map(([kind, count]) => `${count} ${count === 1 ? one[kind] : kind}`);
  return said.length > 0 ? said.join(", ") : "nothing";
}

async function send(conflicts: Policy | null): Promise<void> {
  if (!file.value) return;
  busy.value = true;
  problem.value = null;
  const query = conflicts ? `?conflicts=${conflicts}` : "";
  const reply = await sendFile<Schemas["TakenIn"]>(`/api/archive${query}`, file.value);
  busy.value = false;
  if ("problem" in reply) {
    problem.value = reply.problem;
    return;
  }
  told.value = reply.data;
  if (told.value.taken) emit("taken");
}

async function look(files: FileList | null): Promise<void> {
  file.value = files?.[0] ?? null;
  told.value = null;
  await send(null);
}

function leave(): void {
  told.value = null;
  file.value = null;
}

const day = (text: string) =>
  text
    ? new Date(text).toLocaleDateString([], { day: "numeric", month: "short", year: "numeric" })
    : "no date";
const clock = (text: string) =>
  new Date(text).toLocaleTimeString([], { hour: "numeric", minute: "2-digit", second: "2-digit" });

/** When both were written: of one day by the clock, for the day says nothing then. */
function dates({ ours_at, theirs_at, in_bin }: Schemas["Conflict"]): string {
  const [ours, theirs] = [day(ours_at), day(theirs_at)];
  const binned = in_bin ? ", in the bin" : "";
  return ours === theirs && ours_at
    ? `${ours}: here at ${clock(ours_at)}${binned}, there at ${clock(theirs_at)}`
    : `here of ${ours}${binned}, there of ${theirs}`;
}
</script>

<template>
  <section class="archive" data-archive>
    <a href="/api/archive" download class="boxed" data-archive-out>Take everything along</a>
    <label v-if="!isVisitor" class="in">
      <span class="boxed">Take an archive in</span>
      <input
        type="file"
        accept=".zip,application/zip"
        class="visually-hidden"
        data-archive-in
        @change="(event) => look((event.target as HTMLInputElement).files)"
      />
    </label>
    <p class="note">
      One file of open documents: every build with its history, log and runs, every sheet, the whole shelf.
    </p>
    <p v-if="busy" role="status">Reading the archive …</p>
    <p v-if="problem" role="alert" class="wrong">{{ problem }}</p>
    <div v-if="told" class="told" role="status" data-archive-told>
      <p>
        {{ told.taken ? "Taken in" : "New here" }}: <b>{{ words(told.new) }}</b>. The same already:
        {{ told.same }}.
      </p>
      <template v-if="asked">
        <p>
          <b>{{ told.conflicts.length }}</b>
          {{ told.conflicts.length === 1 ? "stands" : "stand" }} differently here:
        </p>
        <ul>
          <li v-for="conflict in told.conflicts.slice(0, SHOWN)" :key="conflict.id" data-archive-conflict>
            {{ KINDS[conflict.kind] }} “{{ conflict.name }}”
            <span class="note">{{ dates(conflict) }}</span>
          </li>
          <li v-if="told.conflicts.length > SHOWN" class="note">
            and {{ told.conflicts.length - SHOWN }} more
          </li>
        </ul>
      </template>
      <ul v-if="told.refused.length > 0 || told.missing.length > 0" class="wrong">
        <li v-for="(refused, place) in told.refused.slice(0, SHOWN)" :key="place">
          not used: {{ refused.path }}: {{ refused.detail }}
        </li>
        <li v-for="missing in told.missing" :key="missing">not in the archive: {{ missing }}</li>
      </ul>
      <template v-if="!told.taken">
        <fieldset v-if="asked">
          <label v-for="one in POLICIES" :key="one.value"
            ><input v-model="policy" type="radio" name="archive-policy" :value="one.value" />
            <span>{{ one.says }}</span></label
          >
        </fieldset>
        <p class="acts">
          <button
            v-if="asked || !nothingNew"
            type="button"
            class="boxed"
            data-archive-take
            :disabled="busy"
            @click="send(policy)"
          >
            Take it in
          </button>
          <button type="button" class="action" @click="leave">leave it</button>
        </p>
      </template>
    </div>
  </section>
</template>

<style scoped>
.archive {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-4);
  align-items: baseline;
}

a.boxed {
  text-decoration: none;
}

.archive {
  margin-bottom: var(--space-5);
}

.archive > p,
.told {
  flex-basis: 100%;
  margin: 0;
}

.told {
  display: grid;
  gap: var(--space-3);
}

.told p,
.told ul {
  margin: 0;
}

.told ul {
  padding-left: 1.2em;
}

fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  display: grid;
  gap: var(--space-2);
}

fieldset label {
  display: flex;
  gap: var(--space-3);
  align-items: baseline;
}

.acts {
  display: flex;
  gap: var(--space-5);
  align-items: baseline;
}

.wrong {
  color: var(--fail);
}

.in {
  cursor: pointer;
}
</style>
