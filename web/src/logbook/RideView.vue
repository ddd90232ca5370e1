<script setup lang="ts">
// A ride: what it says first, then measured over foretold, then the figures it corrects and what that would do.
import { computed, ref, shallowRef, watch } from "vue";
import { api, saying, type Schemas } from "../api/client";
import { ask } from "../api/reach";
import { readerUnits } from "../units/reader";
import { lasting, shownText } from "../units/quantity";
import CalibrationTable from "./CalibrationTable.vue";
import EntryTools from "./EntryTools.vue";
import { type LogLine, momentOf } from "./kinds";
import { useLog } from "./log";
import PutIn from "./PutIn.vue";
import RideChart from "./RideChart.vue";
import { rideLanes } from "./rideLanes";

const props = defineProps<{ line: LogLine }>();
const log = useLog();

const FIGURES = [
  { word: "then", said: "the figures of then" },
  { word: "now", said: "those of now" },
  { word: "ride", said: "this ride’s" },
] as const;
type Figures = (typeof FIGURES)[number]["word"];
const figuresOf = ref<Figures>("then");
const apart = ref(false);
const against = shallowRef<Partial<Record<Figures, Schemas["RideAgainst"]>>>({});
const drawn = shallowRef<Schemas["DrawnChannel"][]>([]);
const problem = ref<string | null>(null);
const stretch = ref<[number, number] | null>(null);

const id = computed(() => props.line.id);
/** Points of a line: two for each pixel of a wide screen. */
const POINTS = 2400;

async function fetchLines(): Promise<void> {
  const wanted = stretch.value;
  const query = { from_s: wanted?.[0] ?? 0, to_s: wanted?.[1] ?? totals.value.duration_s, points: POINTS };
  const reply = await ask(
    () => api.GET("/api/log/{id}/lines", { params: { path: { id: id.value }, query } }),
    () => stretch.value === wanted,
  );
  if (stretch.value === wanted && reply?.data) drawn.value = reply.data;
}

async function compare(wanted: Figures): Promise<void> {
  const reply = await ask(() =>
    api.GET("/api/log/{id}/compared", {
      params: { path: { id: id.value }, query: { figures: wanted } },
    }),
  );
  problem.value = reply?.data ? null : saying(reply?.error);
  if (!reply?.data) return;
  against.value = { ...against.value, [wanted]: reply.data };
  // What it says now stands in the timeline too.
  if (wanted === "then" && props.line.summary?.says.length === 0) void log.load();
}

const totals = computed(() => props.line.summary?.totals ?? NOTHING);
const NOTHING = { duration_s: 1, gaps: [] } as unknown as Schemas["RideTotals"];
watch(figuresOf, (wanted) => void compare(wanted), { immediate: true });
watch(readerUnits, () => {
  against.value = {};
  // What it says and puts in is that of then, whatever is foretold beside it.
  void compare("then");
  if (figuresOf.value !== "then") void compare(figuresOf.value);
});
watch(stretch, () => void fetchLines(), { immediate: true });
// What was put in changes the figures of now.
watch(
  () => log.lines,
  () => {
    if (figuresOf.value === "now") void compare("now");
  },
);

const now = computed(() => against.value[figuresOf.value] ?? against.value.then ?? null);
const first = computed(() => against.value.then?.ride ?? null);
const lanes = computed(() => rideLanes(drawn.value, now.value?.ride.channels ?? []));
const says = computed(() => (figuresOf.value === "then" ? first.value : now.value?.ride)?.says ?? []);
/** What cannot be computed says nothing: its title stands there. */
const headline = computed(() => (first.value?.computed ? says.value[0] : undefined));
const computedOf = computed(() => now.value?.ride.computed ?? null);

const head = computed(() => {
  const told = totals.value;
  const ride = props.line.entry as { ambient_c?: number | null; payload_kg?: number | null };
  return [
    momentOf(props.line.at),
    lasting(told.duration_s),
    told.distance_m == null ? "" : shownText("way", told.distance_m),
    ride.ambient_c == null ? "" : `${shownText("temperature", ride.ambient_c)} outside`,
    ride.payload_kg == null ? "" : `${shownText("mass", ride.payload_kg)} on it`,
  ]
    .filter(Boolean)
    .join(", ");
});

interface Total {
  what: string;
  measured: string;
  foretold: string;
}
const sums = computed<Total[]>(() => {
  const [own, told] = [totals.value, computedOf.value];
  const row = (
    what: string,
    say: (value: number) => string,
    of: (totals: Schemas["RideTotals"]) => number | null,
  ): Total[] => {
    const [measured, foretold] = [of(own), told ? of(told) : null];
    if (measured == null) return [];
    return [{ what, measured: say(measured), foretold: foretold == null ? "" : say(foretold) }];
  };
  return [
    ...row(
      "charge",
      (ah) => shownText("capacity", ah),
      ({ charge_ah }) => charge_ah,
    ),
    ...row(
      "energy out",
      (wh) => shownText("energy", wh),
      ({ energy_out_wh }) => energy_out_wh,
    ),
    ...row(
      "back",
      (wh) => shownText("energy", wh),
      ({ energy_back_wh }) => energy_back_wh || null,
    ),
    ...row(
      "a kilometre",
      (wh) => `${shownText("plain", wh)} Wh/km`,
      ({ wh_per_km }) => wh_per_km,
    ),
    ...row(
      "peak",
      (amps) => shownText("current", amps),
      ({ peak_supply_current_a }) => peak_supply_current_a,
    ),
    ...row(
      "lowest",
      (volts) => shownText("voltage", volts),
      ({ min_supply_voltage_v }) => min_supply_voltage_v,
    ),
    ...row(
      "hottest winding",
      (celsius) => shownText("temperature", celsius),
      ({ hottest_winding_c }) => hottest_winding_c,
    ),
  ];
});
const file = computed(() => `/api/log/${id.value}/table`);
</script>

<template>
  <article class="ride" data-ride>
    <header>
      <p class="line note">
        <span>{{ head }}</span>
        <EntryTools :line="line" />
      </p>
      <h2 class="sentence" data-ride-says>{{ headline ?? line.title }}</h2>
      <p v-for="more in headline ? says.slice(1) : says" :key="more" data-ride-more>{{ more }}</p>
      <p v-if="line.entry.notes" class="note">{{ line.entry.notes }}</p>
      <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    </header>
    <div v-if="first?.channels.length" class="legend">
      <span
        ><svg width="22" height="8"><path d="M0 4h22" class="ink" /></svg> measured</span
      >
      <span class="told"
        ><svg width="22" height="8"><path d="M0 4h22" class="dashed" /></svg> foretold with</span
      >
      <span class="switch" role="group" aria-label="Foretold with">
        <button
          v-for="one in FIGURES"
          :key="one.word"
          type="button"
          :aria-pressed="figuresOf === one.word"
          :data-figures="one.word"
          @click="figuresOf = one.word"
        >
          {{ one.said }}
        </button>
      </span>
      <label><input v-model="apart" type="checkbox" data-apart /> only how far apart</label>
      <button v-if="stretch" type="button" class="action" @click="stretch = null">the whole ride</button>
    </div>
    <RideChart
      v-if="lanes.length > 0"
      v-model:stretch="stretch"
      :title="line.title"
      :lanes="lanes"
      :duration="totals.duration_s"
      :apart="apart"
      :file="file"
    />
    <CalibrationTable v-if="first && first.calibration.length > 0" :figures="first.calibration" />
    <div v-if="sums.length > 0" class="scroll">
      <table class="sums" data-ride-sums>
        <thead>
          <tr>
            <td></td>
            <th v-for="sum in sums" :key="sum.what">{{ sum.what }}</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th>measured</th>
            <td v-for="sum in sums" :key="sum.what" class="figure">{{ sum.measured }}</td>
          </tr>
          <tr v-if="sums.some(({ foretold }) => foretold)">
            <th class="told">foretold</th>
            <td v-for="sum in sums" :key="sum.what" class="figure told">{{ sum.foretold }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <ul v-if="now && now.ride.channels.length > 0" class="channels note">
      <li v-for="channel in now.ride.channels" :key="channel.name" :data-channel="channel.name">
        {{ channel.says }}
      </li>
    </ul>
    <PutIn
      v-if="first && first.calibration.length > 0"
      :line="line"
      :figures="first.calibration"
      :option="against.then?.option ?? ''"
      :drive="against.then?.drive ?? ''"
    />
  </article>
</template>

<style scoped>
.ride {
  display: flex;
  flex-direction: column;
  flex: 1;
  min-width: 0;
}

.legend {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-5);
  align-items: center;
  font-size: var(--size-small);
  padding: var(--space-3) 0;
}

.legend label {
  margin-left: auto;
  display: flex;
  gap: var(--space-2);
  align-items: center;
}

.ink {
  stroke: var(--ink);
  stroke-width: 1.6;
}

.dashed {
  stroke: var(--accent);
  stroke-width: 1.6;
  stroke-dasharray: 5 3;
}

.sums th {
  font-weight: 400;
  font-size: var(--size-note);
  color: var(--soft);
  text-align: left;
  white-space: nowrap;
}

.sums td,
.sums th {
  padding: var(--space-1) var(--space-6) var(--space-1) 0;
}

.sums th.told {
  color: var(--accent);
}

.channels {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--space-6);
  padding: var(--space-2) 0 var(--space-4);
}

.wrong {
  color: var(--fail);
}
</style>
