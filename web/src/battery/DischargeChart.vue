<script setup lang="ts">
// A cell from full to empty, at rest and at the hardest work: how far it sags, where one stops, what stays in reserve. All
// three are dragged.
import { computed, ref } from "vue";
import { fieldMeta } from "../api/fields";
import type { ChartLabel, Curve } from "../shared/plots/curves";
import { CurveChart } from "../shared/plots/late";
import { type Point, valueAt } from "../shared/plots/plot";
import type { Handle } from "../shared/plots/PlotHandle.vue";
import { figures, shownText } from "../units/quantity";
import { useBench } from "../workbench/bench";
import { useDrag } from "../workbench/drag";

const bench = useBench();
const drag = useDrag();
const before = ref<Point[] | null>(null);
const now = computed(() => bench.figures?.discharge ?? null);
const at = computed(() => `${bench.optionPointer}/battery`);

const rest = computed(() =>
  (now.value?.points ?? []).map(({ used, rest_v: volts }): Point => [100 * used, volts]),
);
const working = computed(() =>
  (now.value?.points ?? []).flatMap(({ used, working_v: volts }): Point[] =>
    volts === null ? [] : [[100 * used, volts]],
  ),
);
const stopV = computed(() => now.value?.stop_v_per_cell ?? 0);
const curves = computed<Curve[]>(() => [
  { name: "at the hardest work", style: "strong", points: working.value },
  { name: "at rest", style: "accent", points: rest.value },
  {
    name: "stop",
    style: "dashed",
    points: [
      [0, stopV.value],
      [100, stopV.value],
    ],
  },
]);
const usedPercent = computed(() => 100 * (now.value?.usable_fraction ?? 0));
const lines = computed(() => [{ name: `${figures(usedPercent.value, 3)} % is used`, x: usedPercent.value }]);
/** The scale begins a little under the stop voltage. */
const from = computed(() => Math.floor(stopV.value * 8) / 10);

/** Where the sag is taken hold of, in percent used. */
const SAG_AT = 30;
const labels = computed<ChartLabel[]>(() => {
  const [resting, loaded] = [valueAt(rest.value, 8), valueAt(working.value, 60)];
  return [
    ...(resting === null ? [] : [{ text: "at rest", x: 8, y: resting }]),
    ...(loaded === null
      ? []
      : [{ text: `at ${shownText("current", now.value?.hardest_a)}`, x: 60, y: loaded }]),
    { text: `stop ${shownText("voltage", stopV.value)}`, x: 12, y: stopV.value },
  ];
});

const bounds = (key: string): [number, number] => {
  const { min = 0, max = Infinity } = fieldMeta("Battery", key);
  return [min, max];
};
function start(pointer: string): void {
  before.value = [...working.value];
  drag.begin(pointer);
}
/** What stood there when the drag began. */
let base = { ohm: 0, rest: 0, sag: 1 };

function sagHandle(): Handle | null {
  const pointer = `${at.value}/cell_resistance_ohm`;
  const [resting, loaded] = [valueAt(rest.value, SAG_AT), valueAt(working.value, SAG_AT)];
  const ohm = now.value?.cell_resistance_ohm;
  if (resting === null || loaded === null || ohm === undefined || resting - loaded < 1e-6) return null;
  const limits = bounds("cell_resistance_ohm");
  return {
    key: "sag",
    name: "sag of a cell, by its resistance",
    said: `${shownText("resistance", ohm)}, sags ${shownText("voltage", resting - loaded)}`,
    x: SAG_AT,
    y: loaded,
    shape: "dot",
    along: "y",
    begin: () => {
      start(pointer);
      base = { ohm, rest: resting, sag: resting - loaded };
    },
    move: (_, y) => drag.take(pointer, Math.max(0, (base.ohm * (base.rest - y)) / base.sag), limits),
    step: (across, up) => drag.take(pointer, ohm * (1 - 0.02 * (up + across)), limits),
    end: drag.end,
  };
}

function stopHandle(): Handle {
  const pointer = `${at.value}/cutoff_v_per_cell`;
  const limits = bounds("cutoff_v_per_cell");
  return {
    key: "stop",
    name: "stop voltage of a cell",
    said: `${shownText("voltage", stopV.value)} a cell`,
    x: 100,
    y: stopV.value,
    shape: "square",
    along: "y",
    begin: () => start(pointer),
    move: (_, y) => drag.take(pointer, y, limits),
    step: (across, up) => drag.take(pointer, stopV.value + 0.05 * (up + across), limits),
    end: drag.end,
  };
}

function reserveHandle(): Handle {
  const pointer = `${at.value}/usable_fraction`;
  const limits = bounds("usable_fraction");
  return {
    key: "reserve",
    name: "share of the charge that is used",
    said: `${figures(usedPercent.value, 3)} % used, ${figures(100 - usedPercent.value, 3)} % in reserve`,
    x: usedPercent.value,
    y: from.value + (stopV.value - from.value) / 2,
    shape: "knob",
    along: "x",
    begin: () => start(pointer),
    move: (x) => drag.take(pointer, x / 100, limits),
    step: (across, up) => drag.take(pointer, (usedPercent.value + up + across) / 100, limits),
    end: drag.end,
  };
}

const handles = computed(() =>
  now.value ? [reserveHandle(), stopHandle(), sagHandle()].filter((one): one is Handle => one !== null) : [],
);
</script>

<template>
  <CurveChart
    title="A cell from full to empty"
    x-label="charge used, %"
    y-label="volts of a cell"
    :curves="curves"
    :lines="lines"
    :labels="labels"
    :handles="handles"
    :ghost="drag.dragging.value ? before : null"
    :from="from"
    hint="drag ● sag, □ stop, ▮ reserve; or arrow keys, Esc gives back"
  />
</template>
