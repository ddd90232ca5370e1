<script setup lang="ts">
// The logbook of a build: the timeline, and beside it the ride, the entry or the answer that is open.
import { computed, defineAsyncComponent, onBeforeUnmount, watch } from "vue";
import { useRoute } from "vue-router";
import { download, fileName } from "../shared/lib/download";
import { narrow } from "../workbench/layout";
import { useBench } from "../workbench/bench";
import { figures } from "../units/quantity";
import EntryView from "./EntryView.vue";
import LogAnswers from "./LogAnswers.vue";
import { useLog } from "./log";
import LogFiles from "./LogFiles.vue";
import RideView from "./RideView.vue";
import TimeLine from "./TimeLine.vue";
import { printLog } from "./printLog";
import { api } from "../api/client";

const RideImport = defineAsyncComponent(() => import("./RideImport.vue"));
const EntryForm = defineAsyncComponent(() => import("./EntryForm.vue"));
const HeatStages = defineAsyncComponent(() => import("./HeatStages.vue"));

const bench = useBench();
const log = useLog();
void log.load();
log.active = true;
onBeforeUnmount(() => (log.active = false));
// Whoever comes from the log of all builds comes for one entry.
const asked = useRoute().query.entry;
if (typeof asked === "string") log.look(asked);

const due = computed(() => (log.book?.upkeep ?? []).filter((one) => one.due));
const counted = computed(() => {
  const [count, km] = [log.lines?.length ?? 0, log.book?.usage.km ?? 0];
  return `${count} ${count === 1 ? "entry" : "entries"}${km > 0 ? `, ${figures(km, 2)} km` : ""}`;
});

// Rides that nobody has opened yet say nothing in the timeline: they are computed one after the other, then it is read again.
let reading = false;
/** Each is asked for once: one that cannot be computed would be asked for for ever. */
const read = new Set<string>();
watch(
  () => log.lines,
  async (lines) => {
    const silent = (lines ?? []).filter(
      ({ kind, summary, id }) =>
        kind === "ride" && summary?.says.length === 0 && id !== log.chosen && !read.has(id),
    );
    if (reading || silent.length === 0) return;
    reading = true;
    for (const { id } of silent.slice(0, 20)) {
      read.add(id);
      await api.GET("/api/log/{id}/compared", { params: { path: { id } } }).catch(() => undefined);
    }
    await log.load();
    reading = false;
  },
);

async function save(format: "json" | "csv"): Promise<void> {
  const reply = await fetch(`/api/builds/${bench.id}/log/export?format=${format}`).catch(() => undefined);
  if (reply?.ok) download(fileName(`${bench.document?.name ?? "machine"} log`, format), await reply.blob());
}
const shown = computed(() => log.pane !== null || log.open !== null);
function back(): void {
  log.pane = null;
  log.editing = null;
  log.chosen = null;
}
</script>

<template>
  <div class="log" :class="{ narrow, one: narrow && shown }" data-log>
    <aside v-if="!narrow || !shown">
      <header>
        <p class="head">
          <b>Logbook</b> <span class="note">{{ counted }}</span>
        </p>
        <p class="acts">
          <button type="button" class="boxed" data-log-import @click="log.show('import')">
            put a ride in
          </button>
          <button type="button" class="boxed" data-log-write @click="log.write({ kind: 'upkeep' })">
            write
          </button>
          <button type="button" class="boxed" data-log-heat @click="log.write({ kind: 'heat' })">
            heat stages
          </button>
        </p>
        <button
          type="button"
          class="answers"
          :aria-pressed="log.pane === 'answers'"
          data-log-answers
          @click="log.show('answers')"
        >
          <span>what it answers</span>
          <span v-if="due.length > 0" class="due" data-log-due
            >due: {{ due.map(({ item }) => item.toLowerCase()).join(", ") }}</span
          >
          <span v-else class="note">nothing due</span>
        </button>
      </header>
      <p v-if="log.problem" class="wrong" role="alert">{{ log.problem }}</p>
      <TimeLine
        :lines="log.lines ?? []"
        :chosen="log.pane === null ? log.chosen : null"
        @look="({ id }) => log.look(id)"
      />
      <p v-if="log.lines?.length === 0" class="note first">
        Nothing here yet. Put a ride in: the table of any logger, or written down by hand. It is laid over
        what is computed of it, and corrects the figures that nobody measured.
      </p>
      <LogFiles
        @json="save('json')"
        @csv="save('csv')"
        @print="printLog(bench.document?.name ?? '', log.lines ?? [])"
      />
    </aside>
    <section v-if="!narrow || shown" class="open" tabindex="-1">
      <p v-if="narrow" class="back"><button type="button" class="action" @click="back">← the log</button></p>
      <RideImport v-if="log.pane === 'import'" />
      <EntryForm v-else-if="log.pane === 'write'" />
      <HeatStages v-else-if="log.pane === 'heat'" />
      <LogAnswers v-else-if="log.pane === 'answers'" />
      <RideView v-else-if="log.open?.kind === 'ride'" :key="log.open.id" :line="log.open" />
      <EntryView v-else-if="log.open" :key="log.open.id" :line="log.open" />
    </section>
  </div>
</template>

<style>
/* Shared by what stands in the logbook. */
.log .sentence {
  font-size: var(--size-sentence);
  font-weight: 600;
  line-height: 1.28;
  max-width: 62ch;
  text-wrap: pretty;
  padding: var(--space-1) 0;
}

.log .open .line {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: var(--space-1) var(--space-6);
}

.log .scroll {
  overflow-x: auto;
}

.log th {
  text-align: left;
  font-weight: 400;
  font-size: var(--size-note);
  color: var(--soft);
}

.log .told {
  color: var(--accent);
}
</style>

<style scoped>
.log {
  position: absolute;
  inset: 0;
  display: grid;
  grid-template: minmax(0, 1fr) / 268px minmax(0, 1fr);
}

.log.narrow {
  position: static;
  grid-template: auto / minmax(0, 1fr);
  margin: calc(-1 * var(--space-5)) calc(-1 * var(--space-7)) 0;
}

aside {
  overflow: auto;
  border-right: 1px solid var(--line);
}

.narrow aside {
  border-right: 0;
}

header {
  padding: var(--space-4) var(--space-5) var(--space-3) var(--space-7);
}

.head b {
  font-size: var(--size-title);
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3);
  padding: var(--space-3) 0;
}

.answers {
  width: 100%;
  display: grid;
  text-align: left;
  border-left: 3px solid var(--line);
  padding: var(--space-1) var(--space-4);
  color: var(--accent);
}

.answers[aria-pressed="true"] {
  background: var(--selected);
  border-left-color: var(--accent);
}

.due {
  font-size: var(--size-note);
  color: var(--tight);
}

.open {
  overflow: auto;
  padding: var(--space-4) var(--space-9) var(--space-9) var(--space-9);
  outline: none;
  display: flex;
  flex-direction: column;
}

.narrow .open {
  padding: var(--space-3) var(--space-7) var(--space-9);
}

.first {
  padding: var(--space-4) var(--space-7);
}

.wrong {
  color: var(--fail);
  padding: 0 var(--space-7);
}

.back {
  padding-bottom: var(--space-3);
}
</style>
