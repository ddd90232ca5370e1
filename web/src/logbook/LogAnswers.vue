<script setup lang="ts">
// What the log answers: how much it has run, what is due, the magnets, what wears and breaks, what a kilometre and an hour cost.
import { computed } from "vue";
import { figures, shownText } from "../units/quantity";
import { useBench } from "../workbench/bench";
import MagnetChart from "./MagnetChart.vue";
import NeedChart from "./NeedChart.vue";
import { dayOf } from "./kinds";
import { useLog } from "./log";

const log = useLog();
const bench = useBench();
const book = computed(() => log.book);
const currency = computed(() => bench.document?.job.budget?.currency ?? "");

const headline = computed(() => {
  const due = (book.value?.upkeep ?? []).filter((one) => one.due);
  const first = due.map(({ item }) => item.toLowerCase()).join(", ");
  return due.length > 0 ? `Due: ${first}.` : (book.value?.answers.says[0] ?? "Nothing is due.");
});
const every = (one: { hours: number | null; km: number | null; days: number | null }) =>
  [
    one.hours == null ? "" : `${figures(one.hours)} h`,
    one.km == null ? "" : shownText("way", one.km * 1000),
    one.days == null ? "" : `${figures(one.days)} days`,
  ]
    .filter(Boolean)
    .join(" or ");

function done(item: string, measured: boolean): void {
  const hours = book.value?.usage.hours;
  log.write({
    kind: "upkeep",
    item,
    done: true,
    ...(hours ? { hours: Math.round(hours * 10) / 10 } : {}),
    ...(measured ? { measured: { length_mm: 0, limit_mm: 0 } } : {}),
  } as never);
}
</script>

<template>
  <article v-if="book" data-answers>
    <p class="note">
      {{ book.usage.rides }} rides, {{ figures(book.usage.hours, 3) }} h under way,
      {{ shownText("way", book.usage.km * 1000) }}, {{ book.usage.starts }} starts
    </p>
    <h2 class="sentence">{{ headline }}</h2>

    <section v-if="book.upkeep.length > 0">
      <h3>upkeep <span class="note">intervals are habits of the trade until you give your own</span></h3>
      <div class="scroll">
        <table data-upkeep>
          <thead>
            <tr>
              <th></th>
              <th>every</th>
              <th>used</th>
              <th>last</th>
              <th></th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="one in book.upkeep"
              :key="one.item"
              :data-upkeep-item="one.item"
              :data-due="one.due || undefined"
            >
              <td>
                <b v-if="one.due" class="due">{{ one.item }}</b><template v-else>{{ one.item }}</template>
                <span v-if="one.how" class="note how">{{ one.how }}</span>
              </td>
              <td class="figure">{{ every(one.every) }}<span v-if="one.own" class="note"> own</span></td>
              <td class="used">
                <span class="bar" :class="{ due: one.due }"
                  ><i :style="{ width: `${Math.min(100, 100 * one.used)}%` }"></i
                ></span>
                <span class="figure">{{ Math.round(100 * one.used) }} %</span>
              </td>
              <td class="note">{{ one.last ? dayOf(one.last) : "never written" }}</td>
              <td>
                <button
                  type="button"
                  class="action"
                  :data-upkeep-done="one.item"
                  @click="done(one.item, one.measured)"
                >
                  {{ one.measured ? "measured" : "done" }}
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </section>

    <section v-if="book.wear.length > 0">
      <h3>what wears</h3>
      <p v-for="wear in book.wear" :key="wear.item" data-wear>
        {{ wear.says }}
        <span class="note figure">{{
          wear.points
            .map(([hours, length]) => `${figures(hours ?? 0, 3)} h ${figures(length ?? 0, 3)} mm`)
            .join(", ")
        }}</span>
      </p>
    </section>

    <section v-if="book.magnets.length > 0">
      <h3>magnets</h3>
      <template v-for="health in book.magnets" :key="health.motor ?? ''">
        <p v-for="(line, at) in health.says" :key="line" :class="{ first: at === 0 }" data-magnets>
          <b v-if="at === 0 && health.motor">{{ health.motor }}: </b>{{ line }}
        </p>
        <MagnetChart v-if="health.checks.length > 1" :health="health" />
      </template>
    </section>

    <section v-if="book.failures.length > 0">
      <h3>what broke</h3>
      <template v-for="failure in book.failures" :key="failure.part">
        <p data-failure-says>{{ failure.says }}</p>
        <table v-if="failure.batches.some(({ of }) => of !== null)">
          <tbody>
            <tr v-for="batch in failure.batches" :key="batch.batch ?? ''">
              <td>{{ batch.batch ?? "no batch" }}</td>
              <td class="figure">{{ batch.failed }} of {{ batch.of ?? "?" }}</td>
              <td v-if="batch.interval_90" class="rate">
                <span class="bar"
                  ><i
                    :style="{
                      marginLeft: `${100 * (batch.interval_90[0] ?? 0)}%`,
                      width: `${100 * ((batch.interval_90[1] ?? 1) - (batch.interval_90[0] ?? 0))}%`,
                    }"
                  ></i
                ></span>
                <span class="note"
                  >{{ Math.round(100 * (batch.interval_90[0] ?? 0)) }} to
                  {{ Math.round(100 * (batch.interval_90[1] ?? 1)) }} % fail (90 %)</span
                >
              </td>
            </tr>
          </tbody>
        </table>
      </template>
    </section>

    <section v-if="book.answers.per_km.length > 0 || book.answers.costs.length > 0">
      <h3>over all rides</h3>
      <p v-for="line in book.answers.says" :key="line" data-answer>{{ line }}</p>
      <NeedChart v-if="book.answers.per_km.length > 1" :rides="book.answers.per_km" />
      <table v-if="book.answers.seasons.length > 0" data-seasons>
        <tbody>
          <tr v-for="season in book.answers.seasons" :key="season.months">
            <td>{{ season.months }}</td>
            <td class="figure">{{ season.rides }} {{ season.rides === 1 ? "ride" : "rides" }}</td>
            <td class="figure">{{ figures(season.wh_per_km, 3) }} Wh/km</td>
            <td class="figure">
              {{ season.range_km == null ? "" : `${shownText("way", season.range_km * 1000)} a charge` }}
            </td>
          </tr>
        </tbody>
      </table>
      <table v-if="book.answers.costs.length > 0" data-costs>
        <tbody>
          <tr v-for="cost in book.answers.costs" :key="cost.item">
            <td>{{ cost.item }}</td>
            <td class="figure">{{ cost.times }} ×</td>
            <td class="figure">{{ figures(cost.cost, 4) }} {{ currency }}</td>
            <td class="figure">
              {{ cost.per_hour == null ? "" : `${figures(cost.per_hour, 3)} ${currency} an hour` }}
            </td>
          </tr>
        </tbody>
      </table>
    </section>
  </article>
</template>

<style scoped>
section {
  padding-bottom: var(--space-7);
}

h3 {
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.1875rem;
}

td,
th {
  padding: var(--space-2) var(--space-6) var(--space-2) 0;
  vertical-align: baseline;
}

.how {
  display: block;
}

b.due {
  color: var(--tight);
}

.used,
.rate {
  white-space: nowrap;
}

.bar {
  display: inline-block;
  width: 90px;
  height: 9px;
  border: 1px solid var(--line);
  margin-right: var(--space-3);
}

.bar i {
  display: block;
  height: 100%;
  background: var(--ribbon);
}

.bar.due i {
  background: var(--tight);
}

@media (max-width: 699px) {
  [data-upkeep] thead {
    display: none;
  }

  [data-upkeep] tr {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto auto;
    border-bottom: 1px solid var(--faint);
    padding: var(--space-2) 0;
  }

  [data-upkeep] td {
    border: 0;
  }

  [data-upkeep] td:first-child {
    grid-column: 1 / -1;
  }

  [data-upkeep] td:nth-child(4) {
    display: none;
  }
}

p.first {
  padding-top: var(--space-2);
}
</style>
