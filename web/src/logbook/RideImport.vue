<script setup lang="ts">
// A ride put in: the table of a logger, previewed column by column, or by hand; then what was on that day.
import { computed, ref, shallowRef, watch } from "vue";
import { type ProblemDocument, saying, type Schemas } from "../api/client";
import { reaching } from "../api/reach";
import { lasting, shownText } from "../units/quantity";
import { useBench } from "../workbench/bench";
import { CHANNELS } from "./channels";
import EntryField from "./EntryField.vue";
import HandRows, { type HandRow } from "./HandRows.vue";
import type { LogEntry } from "./kinds";
import { useLog } from "./log";
import RideChart from "./RideChart.vue";
import { rideLanes } from "./rideLanes";
import WhenWhat from "./WhenWhat.vue";

type Looked = Schemas["LookedAt"];
type Said = Record<string, Schemas["SaidColumn"]>;

const bench = useBench();
const log = useLog();

const byHand = ref(false);
/** The table as it was read; nothing of it is shown as text, for it may be long. */
const text = shallowRef<string | null>(null);
const pasted = ref("");
const looked = shallowRef<Looked | null>(null);
const said = shallowRef<Said>({});
const busy = ref<string | null>(null);
const problem = ref<string | null>(null);

const at = ref(new Date().toISOString());
const title = ref("");
const notes = ref("");
const day = ref<Record<string, number | null | undefined>>({});
const optionName = ref(bench.document?.options[log.about.option]?.name ?? bench.option?.name ?? "");
const driveName = ref(bench.document?.job.drives[log.about.drive]?.name ?? bench.drive?.drive ?? "");
const several = computed(() => (bench.document?.options.length ?? 0) > 1);
const drives = computed(() => bench.document?.job.drives ?? []);

async function post<T>(path: string, body: unknown): Promise<T | null> {
  const request = new Request(new URL(path, location.origin), {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(body),
  });
  const reply = await reaching(request).catch(() => undefined);
  if (!reply?.ok) {
    problem.value = saying(reply ? ((await reply.json()) as ProblemDocument) : undefined);
    return null;
  }
  problem.value = null;
  return (await reply.json()) as T;
}

let asked = 0;
async function look(): Promise<void> {
  if (text.value === null) return;
  const own = ++asked;
  busy.value = "reading the table …";
  const answer = await post<Looked>("/api/log/table", { text: text.value, said: said.value });
  if (own !== asked) return;
  busy.value = null;
  looked.value = answer;
  if (answer?.began_s != null) at.value = new Date(answer.began_s * 1000).toISOString();
}

async function take(files: FileList | null | undefined): Promise<void> {
  const file = files?.[0];
  if (!file) return;
  busy.value = "opening the file …";
  said.value = {};
  looked.value = null;
  text.value = await file.text();
  if (!title.value) title.value = file.name.replace(/\.[^.]+$/u, "").slice(0, 160);
  await look();
}

async function paste(): Promise<void> {
  said.value = {};
  text.value = pasted.value;
  await look();
}

function say(place: number, column: Schemas["SaidColumn"]): void {
  said.value = { ...said.value, [place]: column };
  void look();
}

const lanes = computed(() => rideLanes(looked.value?.lines ?? [], []));
const sums = computed(() => {
  const totals = looked.value?.totals;
  if (!totals) return "";
  return [
    lasting(totals.duration_s),
    totals.distance_m == null ? "" : shownText("way", totals.distance_m),
    totals.energy_out_wh == null ? "" : `${shownText("energy", totals.energy_out_wh)} out`,
    totals.charge_ah == null ? "" : shownText("capacity", totals.charge_ah),
    totals.peak_supply_current_a == null
      ? ""
      : `${shownText("current", totals.peak_supply_current_a)} at most`,
  ]
    .filter(Boolean)
    .join(", ");
});

// ---- by hand

const rows = ref<HandRow[]>([
  { t_s: 0, distance_m: 0, supply_voltage_v: null, case_c: null },
  { t_s: null, distance_m: null, supply_voltage_v: null, case_c: null },
]);
const handWrong = computed(() => {
  const times = rows.value.map(({ t_s }) => t_s);
  if (times.some((time) => time === null)) return "every row needs its time";
  return times.some((time, row) => row > 0 && (time ?? 0) <= (times[row - 1] ?? 0))
    ? "each row must come after the one before"
    : null;
});

// ---- keeping

function heading(): Record<string, unknown> {
  const entry: Record<string, unknown> = { at: at.value, option: optionName.value, drive: driveName.value };
  if (title.value.trim()) entry.title = title.value.trim();
  if (notes.value.trim()) entry.notes = notes.value.trim();
  for (const [key, value] of Object.entries(day.value)) if (value != null) entry[key] = value;
  return entry;
}

async function keep(): Promise<void> {
  const build = bench.id;
  if (!build) return;
  if (byHand.value) {
    const columns: Record<string, (number | null)[]> = {};
    for (const key of ["t_s", "distance_m", "supply_voltage_v", "case_c"] as const) {
      const values = rows.value.map((row) => row[key]);
      if (values.some((value) => value !== null)) columns[key] = values;
    }
    problem.value = await log.keep({ kind: "ride", ...heading(), columns } as unknown as LogEntry);
    return;
  }
  busy.value = "keeping it …";
  const body = { text: text.value, said: said.value, ride: heading() };
  const kept = await post<{ id: string }>(`/api/builds/${build}/log/rides`, body);
  busy.value = null;
  if (!kept) return;
  await log.load();
  log.look(kept.id);
}
watch(byHand, () => (problem.value = null));
</script>

<template>
  <div
    class="import"
    data-ride-import
    @dragover.prevent
    @drop.prevent="(event) => take(event.dataTransfer?.files)"
  >
    <h2>Put a ride in</h2>
    <p class="switch" role="group" aria-label="How">
      <button type="button" :aria-pressed="!byHand" @click="byHand = false">the table of a logger</button>
      <button type="button" :aria-pressed="byHand" data-by-hand @click="byHand = true">by hand</button>
    </p>
    <template v-if="!byHand">
      <p class="note">
        CSV of any logger: a column of time, and any of speed, way, currents, volts, temperatures, in any
        unit. Or drop the file here.
      </p>
      <p>
        <input
          type="file"
          accept=".csv,.txt,.tsv,.log,text/csv,text/plain"
          aria-label="Table of a logger"
          data-ride-file
          @change="(event) => take((event.target as HTMLInputElement).files)"
        />
      </p>
      <details v-if="!looked">
        <summary>paste it</summary>
        <textarea v-model="pasted" rows="5" aria-label="The table as text" data-ride-paste></textarea>
        <button type="button" class="boxed" :disabled="!pasted.trim()" data-ride-look @click="paste">
          read it
        </button>
      </details>
      <p v-if="busy" role="status" class="note">{{ busy }}</p>
      <template v-if="looked">
        <p v-for="line in looked.says" :key="line" data-table-says>{{ line }}</p>
        <p>
          <b>{{ sums }}</b>
        </p>
        <RideChart
          v-if="lanes.length > 0"
          :title="title || 'Ride'"
          :lanes="lanes"
          :duration="looked.totals.duration_s"
          :apart="false"
        />
        <h3>columns</h3>
        <div class="scroll">
          <table data-ride-columns>
            <thead>
              <tr>
                <th>head</th>
                <th>holds</th>
                <th>in</th>
                <th>first cells</th>
                <th>readings</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(column, place) in looked.mapped" :key="place" :data-ride-column="column.head">
                <td>{{ column.head }}</td>
                <td>
                  <select
                    :value="column.channel ?? ''"
                    :aria-label="`What ${column.head} holds`"
                    @change="
                      (event) =>
                        say(place, {
                          channel: ((event.target as HTMLSelectElement).value || null) as
                            Schemas['Channel'] | null,
                        })
                    "
                  >
                    <option value="">leave out</option>
                    <option v-for="one in CHANNELS" :key="one.word" :value="one.word">{{ one.said }}</option>
                  </select>
                </td>
                <td>
                  <select
                    v-if="column.units.length > 1"
                    :value="column.unit"
                    :class="{ guessed: !column.unit_said }"
                    :aria-label="`Unit of ${column.head}`"
                    @change="
                      (event) =>
                        say(place, {
                          channel: column.channel,
                          unit: (event.target as HTMLSelectElement).value,
                        })
                    "
                  >
                    <option v-for="unit in column.units" :key="unit" :value="unit">{{ unit }}</option>
                  </select>
                  <template v-else>{{ column.unit }}</template>
                </td>
                <td class="note figure">{{ column.sample.join("  ") }}</td>
                <td class="figure">{{ column.channel ? column.readings || "" : "" }}</td>
              </tr>
            </tbody>
          </table>
        </div>
        <details v-if="looked.problem_count > 0" :open="looked.problem_count <= 12" data-ride-problems>
          <summary>
            {{ looked.problem_count }} {{ looked.problem_count === 1 ? "cell or row" : "cells and rows" }} not
            used
          </summary>
          <ul>
            <li v-for="(one, index) in looked.problems" :key="index">
              <span class="figure">line {{ one.line }}</span
              ><template v-if="one.column">, {{ one.column }}</template
              >: {{ one.detail }}
            </li>
            <li v-if="looked.problem_count > looked.problems.length" class="note">
              and {{ looked.problem_count - looked.problems.length }} more
            </li>
          </ul>
        </details>
      </template>
    </template>
    <template v-else>
      <p class="note">
        From the meter, the clock and the charger. It is added up; a course needs the table of a logger.
      </p>
      <HandRows v-model="rows" />
    </template>

    <template v-if="looked || byHand">
      <h3>on that day</h3>
      <WhenWhat v-model:at="at" v-model:title="title" v-model:notes="notes" hint="yard and ramp, 3 takes" />
      <label v-if="several" class="row">
        <span>Option</span>
        <select v-model="optionName" data-ride-option>
          <option v-for="one in bench.document?.options" :key="one.name" :value="one.name">
            {{ one.name }}
          </option>
        </select>
      </label>
      <label v-if="drives.length > 1" class="row">
        <span>Drive</span>
        <select v-model="driveName">
          <option v-for="one in drives" :key="one.name" :value="one.name">{{ one.name }}</option>
        </select>
      </label>
      <EntryField
        v-for="key in ['ambient_c', 'payload_kg', 'state_of_charge', 'charged_ah']"
        :key="key"
        v-model="day[key]"
        record="LogEntry:ride"
        :name="key"
      />
      <p v-if="problem" class="wrong" role="alert" data-ride-problem>{{ problem }}</p>
      <p class="acts">
        <button
          type="button"
          class="boxed"
          :disabled="busy !== null || (byHand && handWrong !== null)"
          data-ride-keep
          @click="keep"
        >
          Keep the ride
        </button>
        <span v-if="byHand && handWrong" class="note">{{ handWrong }}</span>
      </p>
    </template>
    <p v-else-if="problem" class="wrong" role="alert" data-ride-problem>{{ problem }}</p>
  </div>
</template>

<style scoped>
h2 {
  font-size: var(--size-sentence);
  font-weight: 600;
}

h3 {
  margin-top: var(--space-6);
  border-bottom: 1px solid var(--line);
}

.import > p {
  padding: var(--space-2) 0;
}

td,
th {
  padding: var(--space-1) var(--space-6) var(--space-1) 0;
  white-space: nowrap;
}

select,
textarea {
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--box);
  min-height: 26px;
}

textarea {
  width: 100%;
  font-family: var(--mono);
}

.guessed {
  border-color: var(--tight);
}

summary {
  color: var(--accent);
  cursor: pointer;
}

.row {
  display: grid;
  grid-template-columns: 11rem minmax(0, 28rem);
  gap: var(--space-3);
  align-items: baseline;
  padding: var(--space-1) 0;
}

.wrong {
  color: var(--fail);
}

.acts {
  display: flex;
  gap: var(--space-6);
  align-items: baseline;
}

@media (max-width: 699px) {
  .row {
    grid-template-columns: minmax(0, 1fr);
  }

  select {
    min-height: 44px;
  }
}
</style>
