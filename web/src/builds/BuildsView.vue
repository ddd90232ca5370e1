<script setup lang="ts">
// All builds: open, new by kind of machine, copy, rename, delete with undo, import, export.
import { computed, ref } from "vue";
import type { BuildLine } from "../api/client";
import { LOAD_WORDS, verdictWord } from "../workbench/words";
import VerdictMark from "../shared/figures/VerdictMark.vue";
import { later } from "../shared/lib/later";
import PreferencesMenu from "../shared/PreferencesMenu.vue";
import ArchiveBox from "./ArchiveBox.vue";
import { useBuilds } from "./builds";

const {
  builds,
  templates,
  backups,
  problem,
  refused,
  dropping,
  renaming,
  start,
  copy,
  rename,
  remove,
  exportBuild,
  take,
  load,
} = useBuilds();
const PhoneDialog = later(() => import("../measure/PhoneDialog.vue"));
const onThePhone = ref(false);
const empty = computed(() => builds.value?.length === 0);

const day = (text: string) =>
  new Date(text).toLocaleDateString([], { day: "numeric", month: "short", year: "numeric" });
const drives = (line: BuildLine) =>
  line.loads.map((kind, index) => (line.drives[index] ?? LOAD_WORDS[kind]) as string).join(", ");
</script>

<template>
  <div
    class="builds"
    :class="{ dropping }"
    @dragover.prevent="dropping = true"
    @dragleave="dropping = false"
    @drop.prevent="(event) => take(event.dataTransfer?.files)"
  >
    <header class="head">
      <h1>YPSIDYNE</h1>
      <span class="soft tagline">the sizing bench for electric machines you build yourself</span>
      <span class="right"
        ><router-link to="/shelf" class="shelf">Shelf of parts</router-link
        ><router-link to="/bench" class="shelf">Bench</router-link
        ><router-link to="/log" class="shelf">Logbook</router-link><PreferencesMenu
      /></span>
    </header>
    <div class="body">
      <main>
        <header class="panel-head">
          <h2>Builds</h2>
          <span class="note">{{ builds ? `${builds.length} on the bench` : "" }}</span>
        </header>
        <p v-if="problem" role="alert" class="wrong">{{ problem }}</p>
        <div v-if="refused" class="refused" role="alert">
          <p>
            <b>{{ refused.file }}</b> was not taken in. {{ refused.problem.title }}; nothing was changed.
          </p>
          <ul>
            <li v-for="entry in refused.problem.errors ?? []" :key="entry.pointer + entry.detail">
              <span class="figure">{{ entry.pointer || "the file" }}</span> {{ entry.detail }}
            </li>
            <li v-if="(refused.problem.errors ?? []).length === 0">{{ refused.problem.detail }}</li>
          </ul>
          <button type="button" class="action" @click="refused = null">close</button>
        </div>
        <p v-if="empty" class="first">
          Nothing here yet. Say what you want to build, on the right: you get a machine that works, with every
          figure there to be changed. Or drop a build file anywhere on this page.
        </p>
        <table v-else-if="builds" class="list">
          <thead>
            <tr>
              <th>machine</th>
              <th>options</th>
              <th>changed</th>
              <th><span class="visually-hidden">what can be done</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="line in builds" :key="line.id" :data-build="line.name">
              <td class="machine">
                <input
                  v-if="renaming === line.id"
                  :value="line.name"
                  aria-label="Name of the build"
                  maxlength="120"
                  autofocus
                  @keydown.enter="(event) => rename(line, (event.target as HTMLInputElement).value)"
                  @keydown.esc="renaming = null"
                  @blur="(event) => rename(line, (event.target as HTMLInputElement).value)"
                />
                <router-link v-else :to="{ name: 'bench', params: { id: line.id, step: 'job' } }">{{
                  line.name
                }}</router-link>
                <span v-if="line.unreadable" class="note unreadable" data-unreadable>{{
                  line.unreadable
                }}</span>
                <span class="note"
                  >{{ drives(line) }}<template v-if="line.notes"> · {{ line.notes }}</template></span
                >
                <router-link
                  v-if="line.due.length > 0"
                  :to="{ name: 'bench', params: { id: line.id, step: 'log' } }"
                  class="due"
                  data-build-due
                  >due: {{ line.due.map((item) => item.toLowerCase()).join(", ") }}</router-link
                >
              </td>
              <td>
                <div v-for="option in line.options" :key="option.name" class="option">
                  <VerdictMark :verdict="option.verdict" />
                  <span>{{ option.name }}</span>
                  <span class="note"
                    >{{ verdictWord(option.verdict)
                    }}<template v-if="option.weakest"
                      >, first at: {{ option.weakest.toLowerCase() }}</template
                    ></span
                  >
                </div>
              </td>
              <td class="soft day">{{ day(line.updated_at) }}</td>
              <td class="acts">
                <button type="button" class="action" @click="renaming = line.id">rename</button>
                <button type="button" class="action" @click="copy(line)">copy</button>
                <button type="button" class="action" @click="exportBuild(line)">export</button>
                <button type="button" class="action" @click="remove(line)">delete</button>
              </td>
            </tr>
          </tbody>
        </table>
      </main>
      <aside>
        <header class="panel-head"><h2>Start a new one</h2></header>
        <ul class="kinds">
          <li v-for="template in templates" :key="template.kind">
            <button type="button" :data-template="template.kind" @click="start(template.kind)">
              <span class="title">{{ template.title }}</span>
              <span class="note">{{ template.words }}</span>
            </button>
          </li>
        </ul>
        <label class="import">
          <span class="boxed">Import a build file</span>
          <input
            type="file"
            accept=".json,application/json"
            multiple
            class="visually-hidden"
            @change="(event) => take((event.target as HTMLInputElement).files)"
          />
          <span class="note">or drop it anywhere on this page</span>
        </label>
        <ArchiveBox @taken="load" />
        <p>
          <button type="button" class="action" data-phone-open @click="onThePhone = true">
            on a phone, or for the wall
          </button>
        </p>
        <PhoneDialog v-if="onThePhone" v-model:shown="onThePhone" path="/" />
        <p v-if="backups" class="note" data-backups>
          A copy of every day is kept beside the data, in {{ backups.folder }}, {{ backups.kept }} of them.
          {{ backups.days[0] ? `The newest is of ${day(backups.days[0])}.` : "The first comes in a moment." }}
        </p>
        <section class="way">
          <h3>a short way in</h3>
          <ol>
            <li>Open a build, or start one: it works from the first moment.</li>
            <li>Say the <b>job</b>: speed, mass, hill. The sum stands beside it.</li>
            <li>
              Put in your <b>motor</b>, <b>gearing</b>, <b>battery</b> and <b>controller</b>; type any unit.
            </li>
            <li>The ribbon shows where the power goes, the <b>verdict</b> what gives way first.</li>
          </ol>
        </section>
      </aside>
    </div>
  </div>
</template>

<style scoped>
.unreadable {
  color: var(--fail);
}

.builds {
  min-height: 100%;
  background: var(--sheet);
}

.dropping {
  outline: 3px dashed var(--accent);
  outline-offset: -8px;
}

.head {
  display: flex;
  gap: var(--space-8);
  align-items: center;
  flex-wrap: wrap;
  padding: 0 var(--space-12);
  min-height: 38px;
  border-bottom: 1px solid var(--ink);
}

h1 {
  font-size: var(--size);
  font-weight: 600;
  letter-spacing: 0.08em;
}

.right {
  margin-left: auto;
  color: var(--soft);
  display: flex;
  gap: var(--space-9);
  align-items: center;
}

.body {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: 2rem;
  max-width: 1320px;
  padding: var(--space-10) var(--space-12) 3rem;
}

.list td {
  vertical-align: top;
  padding-block: 0.5625rem;
}

.list td:first-child,
.list th:first-child {
  padding-left: 0;
}

.machine {
  width: 42%;
}

.machine a,
.option span {
  overflow-wrap: anywhere;
}

.machine a {
  font-size: var(--size-title);
  font-weight: 600;
  text-decoration: none;
}

.machine .note {
  display: block;
}

.machine .due {
  display: block;
  font-size: var(--size-note);
  font-weight: 400;
  color: var(--tight);
}

.option {
  display: grid;
  grid-template-columns: 18px 1fr;
  align-items: baseline;
}

.option .note {
  grid-column: 2;
}

.day {
  white-space: nowrap;
}

.acts {
  white-space: nowrap;
}

.acts .action {
  margin-left: var(--space-5);
}

.kinds li {
  border-bottom: 1px solid var(--faint);
}

.kinds button {
  display: grid;
  width: 100%;
  padding: var(--space-3) 0;
}

.kinds .title {
  font-weight: 600;
  color: var(--accent);
}

.kinds button:hover .title {
  text-decoration: underline;
}

.import {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-4);
  align-items: center;
  margin: var(--space-7) 0;
  cursor: pointer;
}

.import:focus-within .boxed {
  outline: 2px solid var(--accent);
  outline-offset: 1px;
}

.way ol {
  list-style: decimal;
  padding-left: var(--space-9);
  margin-top: var(--space-2);
}

.way li {
  padding: var(--space-1) 0;
}

.first {
  max-width: 60ch;
  font-size: var(--size-title);
}

.wrong {
  color: var(--fail);
}

.refused {
  border-left: 3px solid var(--fail);
  padding: var(--space-1) 0 var(--space-3) var(--space-6);
  margin-bottom: var(--space-7);
}

@media (max-width: 900px) {
  .body {
    grid-template-columns: minmax(0, 1fr);
    padding: var(--space-7);
  }

  .tagline {
    display: none;
  }

  .list thead {
    display: none;
  }

  .list tr {
    display: grid;
    border-bottom: 1px solid var(--line);
    padding: var(--space-3) 0;
  }

  .list td {
    border: 0;
    padding: var(--space-2) 0;
    width: auto;
  }

  .acts .action {
    margin: 0 var(--space-8) 0 0;
    padding: var(--space-4) 0;
  }
}
</style>
