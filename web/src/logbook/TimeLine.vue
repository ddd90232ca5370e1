<script setup lang="ts">
// What happened, one line of time: months, a shape for each kind, what an entry says; filtered by kind and by words.
import { computed, ref } from "vue";
import { KINDS, type LogLine, monthOf, oneOf } from "./kinds";
import KindMark from "./KindMark.vue";

const props = defineProps<{
  lines: LogLine[];
  chosen: string | null;
  /** Whether each entry says whose it is. */
  named?: boolean;
}>();
const emit = defineEmits<{ look: [line: LogLine] }>();

const kind = ref("");
/** Words that are looked for. */
const text = defineModel<string>("text", { default: "" });
/** Long logs are shown in parts. */
const PART = 200;
const parts = ref(1);

const found = computed(() => {
  const words = text.value.toLowerCase().split(/\s+/u).filter(Boolean);
  return props.lines.filter((line) => {
    if (kind.value && line.kind !== kind.value) return false;
    const whole = [line.title, line.says, line.build_name, line.at, line.entry.notes ?? ""]
      .join(" ")
      .toLowerCase();
    return words.every((word) => whole.includes(word));
  });
});
const months = computed(() => {
  const groups: { month: string; lines: LogLine[] }[] = [];
  for (const line of found.value.slice(0, parts.value * PART)) {
    const month = monthOf(line.at);
    const last = groups.at(-1);
    if (last?.month === month) last.lines.push(line);
    else groups.push({ month, lines: [line] });
  }
  return groups;
});
const day = (at: string) => new Date(at).getDate();
</script>

<template>
  <div class="time" data-timeline>
    <p class="find">
      <input v-model="text" type="search" placeholder="find" aria-label="Find in the log" data-log-find />
      <select v-model="kind" aria-label="Kind of entry" data-log-kind>
        <option value="">all kinds</option>
        <option v-for="known in KINDS" :key="known.kind" :value="known.kind">{{ known.many }}</option>
      </select>
    </p>
    <section v-for="group in months" :key="group.month">
      <h3>{{ group.month }}</h3>
      <button
        v-for="line in group.lines"
        :key="line.id"
        type="button"
        class="entry"
        :aria-pressed="line.id === chosen"
        :data-entry-kind="line.kind"
        :data-log-entry="line.title"
        @click="emit('look', line)"
      >
        <KindMark :kind="line.kind" />
        <span class="title"
          ><span class="visually-hidden">{{ oneOf(line.kind) }}: </span>{{ line.title }}</span
        >
        <span class="day figure">{{ day(line.at) }}</span>
        <span class="note says" :class="{ failed: line.kind === 'failure' }"
          ><template v-if="named">{{ line.build_name }}. </template>{{ line.says }}</span
        >
      </button>
    </section>
    <p v-if="lines.length > 0 && found.length === 0" class="note none">
      Nothing of that kind or with these words.
    </p>
    <p v-if="found.length > parts * PART" class="none">
      <button type="button" class="action" @click="parts += 1">show more of {{ found.length }}</button>
    </p>
  </div>
</template>

<style scoped>
.find {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: var(--space-3);
  padding: 0 var(--space-5) var(--space-4) var(--space-7);
}

.find input,
.find select {
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--box);
  padding: var(--space-1) var(--space-2);
  min-width: 0;
  height: 28px;
}

h3 {
  font-size: var(--size-note);
  font-weight: 400;
  color: var(--soft);
  background: var(--paper);
  border-block: 1px solid var(--faint);
  padding: var(--space-1) var(--space-5) var(--space-1) 2.5rem;
}

.entry {
  position: relative;
  display: grid;
  grid-template-columns: 1.625rem minmax(0, 1fr) auto;
  align-items: baseline;
  width: 100%;
  padding: var(--space-3) var(--space-5) var(--space-3) var(--space-6);
  border-left: 3px solid transparent;
  border-bottom: 1px solid var(--faint);
  text-align: left;
  line-height: 1.35;
}

.entry svg {
  align-self: start;
  margin-top: 1px;
}

.entry:hover {
  background: var(--paper);
}

.entry[aria-pressed="true"] {
  background: var(--selected);
  border-left-color: var(--accent);
}

.title {
  overflow-wrap: anywhere;
}

.entry[aria-pressed="true"] .title {
  font-weight: 600;
}

.day {
  color: var(--soft);
  font-size: var(--size-note);
}

.says {
  grid-column: 2 / -1;
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  overflow: hidden;
}

.says:empty {
  display: none;
}

.failed {
  color: var(--fail);
}

.none {
  padding: var(--space-4) var(--space-7);
}

@media (pointer: coarse) {
  .entry {
    min-height: 48px;
  }

  .find input,
  .find select {
    height: 44px;
  }
}
</style>
