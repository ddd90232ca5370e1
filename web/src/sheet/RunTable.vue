<script setup lang="ts">
// Every run judged: what goes through it, how warm it gets, what it loses, which fuse and gauge would do.
import type { Schemas } from "../api/client";
import { figures, shownText } from "../units/quantity";

defineProps<{ runs: Schemas["JudgedRun"][] }>();
const emit = defineEmits<{ gauge: [place: number, awg: number]; fuse: [place: number, amperes: number] }>();
const hot = (run: Schemas["JudgedRun"]) =>
  run.steady_a !== null && (run.copper_c === null || run.copper_c > run.limit_c);
</script>

<template>
  <table data-runs>
    <thead>
      <tr>
        <th>run</th>
        <th class="right">steady</th>
        <th class="right">most</th>
        <th class="right">loses</th>
        <th class="right">copper</th>
        <th class="right">carries</th>
        <th class="right">fuse</th>
        <th class="right">enough</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="run in runs" :key="run.place" :data-run-line="run.place">
        <td>
          {{ run.name }} <span class="note">{{ run.wires }} wires</span>
          <div v-if="run.jam_c !== null && run.jam_c <= run.limit_c" class="note">
            ten seconds of a jam bring it to {{ shownText("temperature", run.jam_c) }}
          </div>
          <div v-else-if="run.jam_s !== null" class="note bad">
            a jam of {{ shownText("current", run.peak_a ?? 0) }} burns it in
            {{ shownText("time", run.jam_s, 2) }}
          </div>
          <div v-if="run.short_a !== null && run.short_s !== null" class="note">
            a short of {{ shownText("current", run.short_a) }} burns it in
            {{ shownText("time", run.short_s, 2) }}
          </div>
        </td>
        <td class="figure right">{{ run.steady_a === null ? "–" : shownText("current", run.steady_a) }}</td>
        <td class="figure right">{{ run.peak_a === null ? "–" : shownText("current", run.peak_a) }}</td>
        <td class="figure right" :class="{ bad: (run.drop_percent ?? 0) > 3 }">
          {{ run.drop_percent === null ? "–" : `${figures(run.drop_percent, 2)} %` }}
        </td>
        <td class="figure right" :class="{ bad: hot(run) }">
          {{
            run.copper_c === null
              ? run.steady_a === null
                ? "–"
                : "burns"
              : shownText("temperature", run.copper_c)
          }}
          <span class="note">of {{ figures(run.limit_c, 3) }}{{ run.assumed ? "≈" : "" }}</span>
        </td>
        <td class="figure right">{{ shownText("current", run.ampacity_a) }}</td>
        <td class="figure right">
          <button
            v-if="run.drive === null && run.fuse_suggested_a !== null"
            type="button"
            class="action"
            title="Put this fuse in"
            @click="emit('fuse', run.place, run.fuse_suggested_a)"
          >
            {{ figures(run.fuse_suggested_a) }} A
          </button>
          <template v-else>–</template>
        </td>
        <td class="figure right">
          <button
            v-if="run.awg_suggested !== null"
            type="button"
            class="action"
            title="Take this gauge"
            @click="emit('gauge', run.place, run.awg_suggested)"
          >
            {{ run.awg_suggested }} AWG
          </button>
          <span v-if="run.area_suggested_mm2 !== null" class="note area"
            >{{ figures(run.area_suggested_mm2) }} mm²</span
          >
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.right {
  text-align: right;
}

.area {
  margin-left: var(--space-4);
}

.bad {
  color: var(--fail);
}

@media (max-width: 760px) {
  table {
    display: block;
    overflow-x: auto;
  }
}
</style>
