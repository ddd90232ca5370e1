<script setup lang="ts">
// The motors of the shelf that an unknown one may be, copied into the sheet so that it stands alone.
import { computed, ref } from "vue";
import { api, type Schemas } from "../api/client";
import { useAnswer } from "../api/answer";
import { without } from "../shared/lib/pointer";
import { useSheet } from "./sheet";

type Motor = Schemas["Motor"];
const sheet = useSheet();
const text = ref("");
const candidates = computed(() => (sheet.get("/candidates") as Motor[] | undefined) ?? []);
const { value: found } = useAnswer(
  () => text.value,
  (signal) =>
    api.POST("/api/parts/search", {
      body: {
        kind: "motor",
        text: text.value,
        ranges: [],
        words: [],
        owned: null,
        retired: false,
        sort: null,
        descending: false,
        limit: 100,
        offset: 0,
      },
      signal,
    }),
);
const offered = computed(() =>
  (found.value?.parts ?? [])
    .map(
      ({ part }) =>
        without(part as unknown as Motor & { part?: string; format?: string }, "part", "format") as Motor,
    )
    .filter((motor) => !candidates.value.some(({ label }) => label === motor.label)),
);
const put = (motors: Motor[]) => sheet.set("/candidates", motors, null);
</script>

<template>
  <section class="candidates" data-candidates-pick>
    <h3>Motors it may be</h3>
    <p class="chosen">
      <button
        v-for="motor in candidates"
        :key="motor.label ?? ''"
        type="button"
        :title="`Take ${motor.label} out`"
        @click="put(candidates.filter((other) => other !== motor))"
      >
        {{ motor.label ?? "no name" }} ×
      </button>
      <span v-if="candidates.length === 0" class="note">none yet</span>
    </p>
    <input
      v-model="text"
      type="search"
      placeholder="search the shelf"
      aria-label="Search motors of the shelf"
    />
    <button
      type="button"
      class="action"
      :disabled="offered.length === 0"
      @click="put([...candidates, ...offered])"
    >
      all {{ offered.length }} found
    </button>
    <ul>
      <li v-for="motor in offered.slice(0, 12)" :key="motor.label ?? ''">
        <button type="button" class="action" @click="put([...candidates, motor])">+ {{ motor.label }}</button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.candidates {
  margin-top: var(--space-6);
}

.chosen {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2);
  padding: var(--space-2) 0;
}

.chosen button {
  border: 1px solid var(--line);
  padding: 0.0625rem var(--space-3);
  font-size: var(--size-small);
}

input {
  font: inherit;
  color: inherit;
  background: transparent;
  border: 1px solid var(--box);
  padding: var(--space-1) var(--space-3);
  margin-right: var(--space-5);
}

ul {
  columns: 2 220px;
  padding-top: var(--space-2);
}
</style>
