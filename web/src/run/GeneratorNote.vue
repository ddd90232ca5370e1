<script setup lang="ts">
// A machine that is turned: what comes out over load and over speed, the speed-up it needs, what stands on the leads when
// the load falls off, other machines on the same source.
import { motorsOf } from "../shared/lib/counts";
import { computed, ref } from "vue";
import type { Schemas } from "../api/client";
import { useBench } from "../workbench/bench";
import type { Curve } from "../shared/plots/curves";
import { CurveChart } from "../shared/plots/late";
import { displayUnit, figures, shownText } from "../units/quantity";

const props = defineProps<{
  row: Schemas["GeneratorRow"];
  /** Its picture alone, or what stands below it; all of it where it is left out. */
  only?: "picture" | "rest";
}>();
const bench = useBench();

const now = computed(() => props.row.curves.now);
const load = computed(() => {
  const found = bench.shown?.job.drives.find(({ name }) => name === props.row.curves.drive)?.load;
  return found?.kind === "generator" ? found : null;
});
const charges = computed(() => load.value?.electrical.battery_v != null);
const turns = computed(() => displayUnit("rotation", now.value.source_rpm));

type Point = Schemas["GeneratorPoint2"];
/** Loads of more than this many times the best one say nothing new. */
const LIGHTEST = 12;
const byLoad = computed<Curve[]>(() => {
  const points = props.row.curves.by_load
    .filter(({ load_ohm: ohm }) => ohm !== null && ohm <= LIGHTEST * now.value.best_load_ohm)
    .sort((a, b) => (a.load_ohm ?? 0) - (b.load_ohm ?? 0));
  const curve = (of: (point: Point) => number) =>
    points.map((point): [number, number] => [point.load_ohm ?? 0, of(point)]);
  return [
    { name: "power, W", style: "accent", points: curve((point) => point.output_power_w) },
    { name: "volts", style: "dashed", points: curve((point) => point.output_voltage_v) },
  ];
});
/** Powers of more than this many times the best are beyond any source and would press the rest flat. */
const MOST = 2;
const bySpeed = computed<Curve[]>(() => {
  const curve = (of: (point: Point) => number) =>
    props.row.curves.by_speed
      .filter((point) => point.output_power_w <= MOST * Math.max(now.value.best_load_power_w, 1e-6))
      .map((point): [number, number] => [point.source_rpm / turns.value.factor, of(point)]);
  return [
    { name: "power, W", style: "accent", points: curve((point) => point.output_power_w) },
    { name: "volts with nothing on it", style: "dashed", points: curve((point) => point.open_voltage_v) },
  ];
});
const uprights = computed(() =>
  [
    { name: "works here", x: now.value.source_rpm / turns.value.factor },
    { name: "charge begins", x: (now.value.cut_in_rpm ?? 0) / turns.value.factor },
  ].filter(({ x }) => x > 0),
);
const loads = computed(() => {
  const own = load.value?.electrical.resistance_ohm;
  return [
    { name: "best load", x: now.value.best_load_ohm },
    ...(own != null && own <= LIGHTEST * now.value.best_load_ohm ? [{ name: "yours", x: own }] : []),
  ];
});
const lines = computed(() => {
  const own = now.value;
  const count = motorsOf(bench.option?.drives.find(({ drive }) => drive === props.row.curves.drive));
  const each = count > 1 ? " each" : "";
  const needed = props.row.machines.find(({ part_id: part }) => part === null)?.needed_speed_up;
  return [
    { name: "current", text: shownText("current", own.current_a) + each },
    { name: "at the load", text: shownText("voltage", own.output_voltage_v) },
    { name: "source to load", text: `${figures(100 * own.efficiency, 2)} %` },
    { name: "source turns", text: shownText("rotation", own.source_rpm) },
    { name: "machine turns", text: shownText("rotation", own.motor_rpm, 4) },
    { name: "lost in the bridge", text: shownText("power", own.bridge_loss_w) },
    { name: "lost in windings, leads", text: shownText("power", own.copper_loss_w) },
    { name: "lost in iron, bearings", text: shownText("power", own.no_load_loss_w) },
    { name: "lost in the gearing", text: shownText("power", own.gearing_loss_w) },
    {
      name: "speed-up needed",
      text:
        own.needed_voltage_v === null
          ? "no voltage asked"
          : needed == null
            ? "none reaches it"
            : `1 : ${figures(needed, 3)}`,
    },
    {
      name: "charge begins at",
      text: charges.value
        ? own.cut_in_rpm === null
          ? "–"
          : shownText("rotation", own.cut_in_rpm)
        : "any speed",
    },
    {
      name: "best load",
      text: `${shownText("resistance", own.best_load_ohm)}, ${shownText("power", own.best_load_power_w)}`,
    },
  ];
});
const stands = computed(() => {
  const parts = bench.option?.drives.find(({ drive }) => drive === props.row.curves.drive);
  return parts?.controller?.max_voltage_v ?? parts?.motor.max_voltage_v ?? null;
});
/** The one of the option first, then by what each gives here, and where that is nothing by what it gives at its best. */
const SHORT = 8;
/** Powers below this are noise of rounding, W. */
const NOTHING_W = 0.005;
const wanted = ref("");
const whole = ref(false);
const gives = (machine: Schemas["MachineOnSource"]) =>
  machine.now.output_power_w < NOTHING_W ? 0 : machine.now.output_power_w;
const matching = computed(() => {
  const words = wanted.value.toLowerCase().split(/\s+/u).filter(Boolean);
  return [...props.row.machines]
    .filter(({ label }) => words.every((word) => label.toLowerCase().includes(word)))
    .sort(
      (a, b) =>
        Number(b.part_id === null) - Number(a.part_id === null) ||
        Number(a.too_fast) - Number(b.too_fast) ||
        gives(b) - gives(a) ||
        b.best_power_w - a.best_power_w,
    );
});
const machines = computed(() =>
  whole.value || wanted.value !== "" ? matching.value : matching.value.slice(0, SHORT),
);
</script>

<template>
  <section data-generator>
    <h3 v-if="only !== 'rest'" class="head">As a generator: {{ row.curves.drive }}</h3>
    <template v-if="only !== 'rest'">
      <p class="answer">
        <b class="figure">{{ shownText("power", now.output_power_w) }}</b>
        {{ charges ? "into the battery" : "into the load" }} at {{ shownText("rotation", now.source_rpm) }} of
        the source<template v-if="now.output_power_w <= 0">
          : it never reaches {{ shownText("voltage", now.needed_voltage_v) }}</template
        >.
      </p>
      <p class="caution" :class="{ bad: stands !== null && now.runaway_voltage_v > stands }" data-runaway>
        When the load falls off, the source runs up to {{ shownText("rotation", now.runaway_source_rpm) }} and
        <b class="figure">{{ shownText("voltage", now.runaway_voltage_v) }}</b> stand on the leads;
        {{
          stands === null
            ? "nobody said what hangs on it stands"
            : `what hangs on it stands ${shownText("voltage", stands)}`
        }}. A load that is dumped, or a brake, must catch it. Water, wind and their wheels keep turning: stop
        and lock the wheel before touching.
      </p>
    </template>
    <div class="charts" :class="only">
      <div>
        <CurveChart
          v-if="only !== 'rest'"
          title="Output over load"
          x-label="load, Ω"
          y-label="W, V"
          :curves="byLoad"
          :lines="loads"
        />
        <CurveChart
          v-if="only !== 'picture'"
          title="Output over speed"
          :x-label="`source, ${turns.symbol}`"
          y-label="W, V"
          :curves="bySpeed"
          :lines="uprights"
        />
      </div>
      <table v-if="only !== 'picture'" class="figures" data-generating>
        <tbody>
          <tr v-for="line in lines" :key="line.name">
            <td>{{ line.name }}</td>
            <td class="figure right">{{ line.text }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <template v-if="only !== 'picture'">
      <h3 class="head">
        Machines on this source
        <input
          v-model="wanted"
          type="search"
          class="write"
          placeholder="search"
          aria-label="Search: machines on this source"
          data-machine-search
        />
        <button
          v-if="matching.length > SHORT && wanted === ''"
          type="button"
          class="action"
          @click="whole = !whole"
        >
          {{ whole ? "the best of them" : `all ${matching.length}` }}
        </button>
      </h3>
      <table data-machines>
        <thead>
          <tr>
            <th>machine</th>
            <th class="right">gives here</th>
            <th class="right">volts</th>
            <th class="right">gives something from 1 :</th>
            <th class="right">best at 1 :</th>
            <th class="right">gives then</th>
            <th class="right">runs away to</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(machine, index) in machines" :key="index" :class="{ own: machine.part_id === null }">
            <td>
              {{ machine.label }}
              <span v-if="machine.too_fast" class="note" data-too-fast>turns faster here than it stands</span>
            </td>
            <td class="figure right">{{ shownText("power", machine.now.output_power_w) }}</td>
            <td class="figure right">{{ shownText("voltage", machine.now.output_voltage_v) }}</td>
            <td class="figure right">
              {{ machine.needed_speed_up === null ? "–" : figures(machine.needed_speed_up, 3) }}
            </td>
            <td class="figure right">
              {{ machine.best_speed_up === null ? "–" : figures(machine.best_speed_up, 2) }}
            </td>
            <td class="figure right" :data-best="machine.label">
              {{ shownText("power", machine.best_power_w) }}
            </td>
            <td class="figure right">{{ shownText("voltage", machine.now.runaway_voltage_v) }}</td>
          </tr>
        </tbody>
      </table>
    </template>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: var(--space-2) var(--space-4);
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.1875rem;
  margin: var(--space-8) 0 var(--space-3);
}

.answer b {
  font-size: var(--size-answer);
}

.bad {
  border-left-color: var(--fail);
  color: var(--fail);
}

.charts {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 236px;
  gap: 1.375rem;
  align-items: start;
  margin-top: var(--space-4);
}

.right {
  text-align: right;
}

.own td:first-child {
  font-weight: 600;
}

@media (max-width: 760px) {
  [data-machines] {
    display: block;
    overflow-x: auto;
  }

  [data-machines] td:first-child {
    min-width: 9rem;
  }

  .charts {
    grid-template-columns: minmax(0, 1fr);
  }
}
.charts.picture {
  grid-template-columns: minmax(0, 1fr);
}
</style>
