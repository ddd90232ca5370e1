<script setup lang="ts">
// Faster than it needs to be: three ways to go slower, with what each takes.
import { api, type Schemas } from "../api/client";
import { useAnswer } from "../api/answer";
import { useBench } from "../workbench/bench";
import VerdictMark from "../shared/figures/VerdictMark.vue";
import { figures } from "../units/quantity";

const bench = useBench();
const { value: slower } = useAnswer<Schemas["Slower"] | null>(
  () => [bench.document, bench.optionIndex, bench.driveIndex],
  (signal) => {
    const [build, option, drive] = [bench.document, bench.optionIndex, bench.driveIndex];
    return build && api.POST("/api/motors/slower", { body: { build, option, drive }, signal });
  },
);
const WORDS = ["one way", "two ways", "three ways"];
const amps = (value: number | null) => (value === null ? "–" : `${figures(value, 3)} A`);
const percent = (value: number | null) => (value === null ? "cannot" : `${figures(100 * value, 3)} %`);

function take(way: Schemas["Way"]): void {
  if (way.pointer) bench.set(way.pointer, way.value, null);
}
</script>

<template>
  <details v-if="slower && slower.ways.length > 0" class="slower" data-slower>
    <summary>
      Flat out it is {{ figures(slower.spare, 2) }} times as fast as it must be:
      {{ WORDS[slower.ways.length - 1] ?? "ways" }} to go slower
    </summary>
    <table>
      <thead>
        <tr>
          <th>way</th>
          <th class="number">motor, level</th>
          <th class="number">motor, hill</th>
          <th class="number">battery, hardest</th>
          <th class="number">weakest</th>
          <td></td>
        </tr>
      </thead>
      <tbody>
        <tr v-for="way in [slower.now, ...slower.ways]" :key="way.says" data-way>
          <td><VerdictMark :verdict="way.effect.verdict" /> {{ way.says }}</td>
          <td class="figure number">{{ amps(way.motor_current_target_a) }}</td>
          <td class="figure number">{{ amps(way.motor_current_climb_a) }}</td>
          <td class="figure number">{{ amps(way.supply_current_a) }}</td>
          <td class="figure number">{{ percent(way.effect.worst_utilisation) }}</td>
          <td>
            <button v-if="way.pointer" type="button" class="action" @click="take(way)">do it so</button>
            <span v-else class="note">now</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="note">
      Each goes as far as the speed on the level and the hill still allow. A smaller motor is no fourth way:
      its Kv is higher, so that without regearing it is asked for more, not less.
    </p>
  </details>
</template>

<style scoped>
.slower {
  margin: var(--space-2) 0;
}

summary {
  cursor: pointer;
  color: var(--accent);
}

.number {
  text-align: right;
}

.action {
  white-space: nowrap;
}
</style>
