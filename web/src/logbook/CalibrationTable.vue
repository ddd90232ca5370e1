<script setup lang="ts">
// What the ride says of the figures of the build: what stood there, what it is by the ride, how sure; the guess as a band, the
// ride as a bar on it.
import { computed } from "vue";
import type { Schemas } from "../api/client";
import { figures as figuresText } from "../units/quantity";

type Figure = Schemas["CalibratedFigure"];
const props = defineProps<{ figures: Figure[] }>();

/** A band is drawn over this many sigmas of the guess to both sides, as a logarithm. */
const SIGMAS = 2.4;
const WIDTH = 190;

const rows = computed(() =>
  props.figures.map((figure) => {
    // Small ohms are told in milliohms.
    const milli = figure.unit === "Ω" && figure.before < 0.1;
    const unit = milli ? "mΩ" : figure.unit;
    const scaled = (value: number, digits = 3) => figuresText(milli ? value * 1000 : value, digits);
    const guess = Math.max(figure.before_sigma / figure.before, 0.02);
    const moved = Math.abs(Math.log(figure.after / figure.before));
    const reach = Math.max(SIGMAS * guess, 1.25 * moved + 2 * (figure.after_sigma / figure.after));
    const x = (value: number) => {
      const share = Math.log(Math.max(value, 1e-12) / figure.before) / reach;
      return 6 + (WIDTH - 12) * 0.5 * (1 + Math.max(-1, Math.min(1, share)));
    };
    const [low, high] = figure.interval_95;
    return {
      figure,
      was: `${scaled(figure.before)} ${unit}`.trim(),
      is: scaled(figure.after),
      error: scaled(2 * figure.after_sigma, 2),
      unit,
      band: [x(figure.before * Math.exp(-guess)), x(figure.before * Math.exp(guess))] as const,
      bar: [x(low ?? figure.after), x(high ?? figure.after)] as const,
      guessAt: x(figure.before),
      rideAt: x(figure.after),
      why: figure.says.split("; ")[1] ?? "",
    };
  }),
);
</script>

<template>
  <div class="scroll">
    <table data-calibration>
      <thead>
        <tr>
          <th>what the ride says</th>
          <th>was</th>
          <th>is</th>
          <th class="plotted">band: the guess, bar: the ride</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="row in rows"
          :key="row.figure.name"
          :data-calibrated="row.figure.name"
          :data-determined="row.figure.determined || undefined"
        >
          <td>{{ row.figure.title.toLowerCase() }}</td>
          <td class="figure">{{ row.was }}</td>
          <td v-if="row.figure.determined" class="figure">
            <b>{{ row.is }}</b> <span class="soft">± {{ row.error }} {{ row.unit }}</span>
          </td>
          <td v-else class="untold">
            not determined by this ride
            <span class="note under">{{ row.why.replace(/\.$/u, "") }}</span>
          </td>
          <td class="plotted">
            <svg :width="WIDTH" height="18" role="img" :aria-label="row.figure.says">
              <line x1="0" :x2="WIDTH" y1="9" y2="9" class="axis" />
              <rect
                :x="row.band[0]"
                y="2"
                :width="Math.max(2, row.band[1] - row.band[0])"
                height="14"
                class="band"
              />
              <circle :cx="row.guessAt" cy="9" r="3.5" class="guess" />
              <template v-if="row.figure.determined">
                <path :d="`M${row.bar[0]} 5v8M${row.bar[0]} 9H${row.bar[1]}M${row.bar[1]} 5v8`" class="bar" />
                <circle :cx="row.rideAt" cy="9" r="3.5" class="dot" />
              </template>
            </svg>
          </td>
          <td class="note why">{{ row.figure.determined ? "" : row.why.replace(/\.$/u, "") }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
table {
  width: 100%;
}

th {
  text-align: left;
  font-size: var(--size-note);
  font-weight: 400;
  color: var(--soft);
  white-space: nowrap;
}

th:first-child {
  font-weight: 600;
  color: var(--ink);
}

td,
th {
  padding: var(--space-2) var(--space-5) var(--space-2) 0;
  border-bottom: 1px solid var(--faint);
}

td.figure {
  font-size: var(--size-figure);
}

.soft,
.untold {
  color: var(--soft);
}

.why {
  max-width: 30ch;
}

.under {
  display: none;
}

.axis {
  stroke: var(--line);
}

.band {
  fill: var(--ribbon);
}

.guess {
  fill: var(--sheet);
  stroke: var(--accent);
  stroke-width: 2;
}

.bar {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.8;
}

.dot {
  fill: var(--ink);
}

@media (max-width: 699px) {
  .plotted,
  .why {
    display: none;
  }

  .under {
    display: block;
  }
}
</style>
