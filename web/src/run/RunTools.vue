<script setup lang="ts">
// What moves along a run: play, the moment, the drive that is drawn, time or way, closer and wider.
import { onBeforeUnmount } from "vue";
import { useBench } from "../workbench/bench";
import { momentWords } from "./momentWords";
import { playing, usePlaying } from "./playing";
import { useRuns } from "./runs";

const props = defineProps<{ end: number; drives: string[]; drive: string; travels: boolean }>();
const emit = defineEmits<{ zoom: [factor: number] }>();
/** Over the way instead of over time. */
const byWay = defineModel<boolean>("byWay", { required: true });
const bench = useBench();
const runs = useRuns();
const { play, pause, PLAYS_IN_S } = usePlaying(() => props.end);
onBeforeUnmount(pause);
</script>

<template>
  <div class="tools">
    <button
      type="button"
      class="boxed"
      :aria-pressed="playing"
      data-play
      :title="'The power path follows; the run passes in ' + PLAYS_IN_S + ' seconds'"
      @click="play"
    >
      {{ playing ? "Pause" : "Play" }}
    </button>
    <input
      type="range"
      min="0"
      :max="end"
      :step="end / 500 || 0.01"
      :value="runs.cursor ?? 0"
      aria-label="Moment of the run"
      data-scrub
      @input="runs.cursor = Number(($event.target as HTMLInputElement).value)"
    />
    <span class="figure moment" data-moment>{{ runs.cursor === null ? "" : momentWords(runs.cursor) }}</span>
    <span v-if="drives.length > 1" class="switch" role="group" aria-label="Drive drawn">
      <button
        v-for="name in drives"
        :key="name"
        type="button"
        :aria-pressed="name === drive"
        @click="bench.driveName = name"
      >
        {{ name }}
      </button>
    </span>
    <span v-if="travels" class="switch" role="group" aria-label="Over">
      <button type="button" :aria-pressed="!byWay" @click="byWay = false">time</button>
      <button type="button" :aria-pressed="byWay" data-by-way @click="byWay = true">way</button>
    </span>
    <span class="switch" role="group" aria-label="Zoom">
      <button type="button" aria-label="Closer" @click="emit('zoom', 0.5)">+</button>
      <button type="button" aria-label="Wider" @click="emit('zoom', 2)">−</button>
      <button type="button" :disabled="runs.stretch === null" data-all @click="runs.stretch = null">
        all
      </button>
    </span>
  </div>
</template>

<style scoped>
input[type="range"] {
  accent-color: var(--accent);
}

.tools {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3) var(--space-6);
  align-items: center;
  margin-bottom: var(--space-1);
}

.tools input[type="range"] {
  flex: 1;
  min-width: 120px;
}

.moment {
  min-width: 82px;
}
</style>
