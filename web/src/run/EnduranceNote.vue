<script setup lang="ts">
// How hard, how long: minutes to the limit of the winding against current, and what would help.
import { computed } from "vue";
import type { Schemas } from "../api/client";
import type { Curve } from "../shared/plots/curves";
import { CurveChart } from "../shared/plots/late";
import { figures, shownText } from "../units/quantity";

const props = defineProps<{ endurance: Schemas["Endurance"] }>();

/** Longer than this is drawn no more, min. */
const LONGEST_MIN = 60;
const curve = (key: "cold_s" | "warm_s") =>
  props.endurance.curve
    .filter((point) => point[key] !== null && (point[key] ?? 0) <= LONGEST_MIN * 60)
    .map((point): [number, number] => [point.current_a, (point[key] ?? 0) / 60]);
const curves = computed<Curve[]>(() =>
  [
    { name: "from cold", style: "accent" as const, points: curve("cold_s") },
    { name: "from warm", style: "dashed" as const, points: curve("warm_s") },
  ].filter(({ points }) => points.length > 0),
);
const lines = computed(() => {
  const { allowed_a, listed_a, target_a, climb_a } = props.endurance;
  return [
    { name: "continuously", x: allowed_a },
    { name: "listed", x: listed_a },
    { name: "target", x: target_a },
    { name: "hill", x: climb_a },
  ].filter((line): line is { name: string; x: number } => line.x !== null && line.x > 0);
});
const lasts = (seconds: number | null) =>
  seconds === null ? "continuously" : shownText("minutes", seconds / 60);
const compared = computed(() => {
  const { allowed_a: allowed, listed_a: listed } = props.endurance;
  if (allowed === null || listed === null) return "";
  const share = allowed / listed;
  if (share < 0.85) return `the list says ${figures(listed)} A, which only a fan or pauses make true`;
  if (share > 1.15) return `the list says ${figures(listed)} A, which is on the safe side`;
  return `the list says ${figures(listed)} A, about the same`;
});
</script>

<template>
  <section data-endurance>
    <h3 class="head">How hard, how long: {{ endurance.drive }}</h3>
    <p class="answer">
      <b class="figure">{{
        endurance.allowed_a === null ? "none" : shownText("current", endurance.allowed_a)
      }}</b>
      is what the winding takes continuously<template v-if="compared">; {{ compared }}</template
      >.
      <span class="note">
        Limit {{ shownText("temperature", endurance.limit_c)
        }}{{ endurance.estimated ? ", heat path estimated" : "" }}.
      </span>
    </p>
    <div class="top">
      <CurveChart
        v-if="curves.length > 0"
        :title="`How long, ${endurance.drive}`"
        x-label="current of each motor, A"
        y-label="minutes to the limit"
        :curves="curves"
        :lines="lines"
      />
      <p v-else class="note">No current up to its burst brings the winding to its limit within an hour.</p>
      <table class="figures" data-endurance-changes>
        <thead>
          <tr>
            <th>what would help</th>
            <th class="right">continuously</th>
            <th class="right">at the hardest</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="change in endurance.changes" :key="change.change">
            <td>{{ change.change }}</td>
            <td class="figure right">
              {{ change.allowed_a === null ? "–" : shownText("current", change.allowed_a) }}
            </td>
            <td class="figure right">{{ lasts(change.hardest_s) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.head {
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.1875rem;
  margin: var(--space-8) 0 var(--space-3);
}

.answer b {
  font-size: var(--size-answer);
}

.right {
  text-align: right;
}

.top {
  grid-template-columns: minmax(0, 1fr) 268px;
}
</style>
