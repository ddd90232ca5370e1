<script setup lang="ts">
// The bench: a new sheet by what one wants to know, and the sheets that are kept, by what they measured.
import { useToast } from "primevue/usetoast";
import { computed, ref, shallowRef, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { newSheet } from "./newSheet";
import { asMeasurement } from "./sheet";
import { api, saying, type Schemas } from "../api/client";
import { ask } from "../api/reach";
import PreferencesMenu from "../shared/PreferencesMenu.vue";
import { shownFigure } from "./figure";
import GeneratorTable from "./GeneratorTable.vue";
import { kindOf, KINDS } from "./kinds";
import LiveSupply from "./LiveSupply.vue";

type Line = Schemas["SheetLine"];
const router = useRouter();
const route = useRoute();
const toast = useToast();
const lines = shallowRef<Line[] | null>(null);
const problem = ref<string | null>(null);
const build = computed(() => (typeof route.query.build === "string" ? route.query.build : null));
const part = computed(() => (typeof route.query.part === "string" ? route.query.part : null));
const onlyBuild = ref(false);

async function load(): Promise<void> {
  const query = {
    ...(onlyBuild.value && build.value && { build: build.value }),
    ...(part.value && { part: part.value }),
  };
  const reply = await ask(() => api.GET("/api/sheets", { params: { query } }));
  problem.value = reply?.data ? null : saying(reply?.error);
  if (reply?.data) lines.value = reply.data;
}
watch([onlyBuild, part], load, { immediate: true });
document.title = "Bench · Ypsidyne";

/** Sheets of one name together, in the order of the newest. */
const groups = computed(() => {
  const found = new Map<string, Line[]>();
  for (const line of lines.value ?? []) {
    const name = line.label.trim();
    found.set(name, [...(found.get(name) ?? []), line]);
  }
  return [...found].map(([name, sheets]) => ({ name, sheets }));
});

async function create(kind: string, label = ""): Promise<void> {
  const reply = await newSheet(kind, { label, buildId: build.value, known: carried(kind, label) });
  if (reply?.data) void router.push({ name: "sheet", params: { id: reply.data.id } });
  else problem.value = saying(reply?.error);
}

/** Kinds of sheet that are about a motor. */
const OF_MOTORS = ["winding_resistance", "locked_rotor", "no_load_sweep", "spin_test"];

/** What another sheet of the same name already knows. */
function carried(kind: string, label: string): object {
  const ohm = (lines.value ?? [])
    .filter((line) => label !== "" && line.label.trim() === label)
    .map((line) => line.measured?.results.resistance_at_20c_ohm)
    .find((value) => typeof value === "number");
  return kind === "no_load_sweep" && ohm !== undefined ? { resistance_ohm: ohm } : {};
}

async function remove(line: Line): Promise<void> {
  const params = { path: { id: line.id } };
  await api.DELETE("/api/sheets/{id}", { params }).catch(() => undefined);
  await load();
  toast.add({
    severity: "secondary",
    summary: `The sheet of “${line.label || kindOf(line.kind)?.title}” is in the bin.`,
    detail: async () => {
      await api.POST("/api/sheets/{id}/restore", { params });
      await load();
    },
    life: 8000,
  });
}

async function read(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const text = await input.files?.[0]?.text();
  input.value = "";
  if (text === undefined) return;
  let body: object;
  try {
    body = JSON.parse(text) as object;
  } catch {
    problem.value = "The file is not a sheet: JSON with “ypsidyne.measurement/1” is needed.";
    return;
  }
  const reply = await api.POST("/api/sheets", { body: asMeasurement(body) }).catch(() => undefined);
  if (reply?.data) void router.push({ name: "sheet", params: { id: reply.data.id } });
  else problem.value = saying(reply?.error);
}

const said = (line: Line) => {
  const figure = line.measured?.figures[0];
  if (!figure) return line.measured ? (line.measured.findings[0]?.text ?? "") : "not enough readings yet";
  const { text, unit } = shownFigure(figure);
  return `${text} ${unit}`;
};
const day = (time: string) => new Date(time).toLocaleDateString([], { day: "numeric", month: "short" });
</script>

<template>
  <div class="page">
    <header class="head">
      <router-link to="/" class="brand">YPSIDYNE</router-link>
      <h1>Bench</h1>
      <span class="note">measure what has no papers</span>
      <span class="tools">
        <label v-if="build" class="note"
          ><input v-model="onlyBuild" type="checkbox" /> only of this build</label
        >
        <router-link v-if="part" to="/bench">of one part; show all</router-link>
        <router-link v-if="build" :to="{ name: 'bench', params: { id: build } }"
          >back to the build</router-link
        >
        <PreferencesMenu />
        <router-link to="/shelf">Shelf</router-link>
        <label class="action">
          Import
          <input
            type="file"
            accept=".json,application/json"
            class="visually-hidden"
            data-sheet-in
            @change="read"
          />
        </label>
      </span>
    </header>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <main>
      <LiveSupply class="across" />
      <section class="kept">
        <h2>Sheets</h2>
        <p v-if="lines && lines.length === 0" class="note">
          Nothing is measured yet. Take a sheet on the right: it says what you need, how it is done safely,
          and what the readings mean. Sheets of the same name are of the same thing.
        </p>
        <section v-for="group in groups" :key="group.name" class="group" :data-group="group.name">
          <h3>
            {{ group.name || "without a name" }}
            <span
              v-if="group.name && group.sheets.some((line) => OF_MOTORS.includes(line.kind))"
              class="next"
            >
              <button
                v-for="kind in ['winding_resistance', 'no_load_sweep', 'spin_test']"
                :key="kind"
                type="button"
                class="action"
                :hidden="group.sheets.some((line) => line.kind === kind)"
                :data-next="kind"
                @click="create(kind, group.name)"
              >
                + {{ kindOf(kind)?.title.toLowerCase() }}
              </button>
            </span>
          </h3>
          <table>
            <tbody>
              <tr v-for="line in group.sheets" :key="line.id">
                <td>
                  <router-link :to="{ name: 'sheet', params: { id: line.id } }">{{
                    kindOf(line.kind)?.title
                  }}</router-link>
                </td>
                <td class="figure">{{ said(line) }}</td>
                <td class="note">{{ day(line.updated_at) }}</td>
                <td>
                  <button
                    type="button"
                    class="action"
                    :aria-label="`Put ${line.label} into the bin`"
                    @click="remove(line)"
                  >
                    ×
                  </button>
                </td>
              </tr>
            </tbody>
          </table>
        </section>
        <GeneratorTable />
      </section>
      <section class="new">
        <h2>A new sheet</h2>
        <ul>
          <li v-for="kind in KINDS" :key="kind.kind">
            <button type="button" :data-new-sheet="kind.kind" @click="create(kind.kind)">
              <b>{{ kind.title }}</b>
              <span class="note">{{ kind.answers }}</span>
            </button>
          </li>
        </ul>
      </section>
    </main>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  align-items: center;
  gap: var(--space-7);
  min-height: 38px;
  border-bottom: 1px solid var(--ink);
  padding: 0 var(--space-7);
  flex-wrap: wrap;
}

.brand {
  font-weight: 600;
  letter-spacing: 0.08em;
  color: var(--ink);
  text-decoration: none;
}

.across {
  grid-column: 1 / -1;
}

h1 {
  font-size: var(--size-title);
  font-weight: 600;
}

.tools {
  margin-left: auto;
  display: flex;
  gap: var(--space-7);
  align-items: center;
  flex-wrap: wrap;
}

.tools label {
  cursor: pointer;
}

main {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 420px;
  gap: 2rem;
  padding: var(--space-8) var(--space-10);
}

h2 {
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.3125rem;
}

.group {
  margin-top: var(--space-6);
}

.group h3 {
  color: var(--ink);
  font-size: var(--size);
  display: flex;
  gap: var(--space-7);
  align-items: baseline;
}

.next {
  display: flex;
  gap: var(--space-6);
  font-weight: 400;
  font-size: var(--size-note);
}

.group table {
  table-layout: fixed;
}

.group td:nth-child(3) {
  width: 90px;
}

.group td:last-child {
  width: 34px;
  text-align: right;
}

.new li {
  border-bottom: 1px solid var(--faint);
}

.new button {
  display: grid;
  width: 100%;
  padding: 0.4375rem var(--space-2);
}

.new button:hover b {
  color: var(--accent);
}

.wrong {
  color: var(--fail);
  padding: var(--space-4) var(--space-10);
}

@media (max-width: 860px) {
  main {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
