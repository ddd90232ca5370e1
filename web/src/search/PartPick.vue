<script setup lang="ts">
// Parts of one kind to try: all that a filter finds, or some picked by hand.
import ChoiceSelect from "../shared/fields/ChoiceSelect.vue";
import { computed, ref, shallowRef, watch } from "vue";
import { api, type Schemas } from "../api/client";
import { useAnswer } from "../api/answer";
import QuantityField from "../shared/fields/QuantityField.vue";
import type { Picked, PickKind } from "./request";

const props = defineProps<{ kind: PickKind; word: string; owns: string | null }>();
const picked = defineModel<Picked>({ required: true });

const fields = shallowRef<Schemas["Field"][]>([]);
watch(
  () => props.kind,
  async (kind) => {
    const reply = await api
      .GET("/api/parts/fields/{kind}", { params: { path: { kind } } })
      .catch(() => undefined);
    fields.value = reply?.data ?? [];
  },
  { immediate: true },
);
const numbers = computed(() =>
  fields.value.filter(({ key, number }) => number && !picked.value.ranges.some((range) => range.key === key)),
);
const labelOf = (key: string) => fields.value.find((field) => field.key === key)?.label ?? key;
const ANY = { label: "", required: false, min: -1e12, max: 1e12 };

const SHOWN = 60;
const { value: found } = useAnswer(
  () => [picked.value.on, picked.value.text, picked.value.owned, JSON.stringify(picked.value.ranges)],
  (signal) => {
    if (!picked.value.on) return null;
    const { text, owned, ranges } = picked.value;
    const body = {
      kind: props.kind,
      text,
      owned: owned ? true : null,
      ranges: ranges.filter(({ at_least, at_most }) => at_least !== null || at_most !== null),
      words: [],
      retired: false,
      sort: null,
      descending: false,
      limit: SHOWN,
      offset: 0,
    };
    return api.POST("/api/parts/search", { body, signal });
  },
);
const choosing = ref(picked.value.ids.length > 0);
const total = computed(() => found.value?.total ?? 0);
const said = computed(() => {
  if (!picked.value.on) return props.owns ? `only ${props.owns}` : "as it is";
  return picked.value.ids.length > 0 ? `${picked.value.ids.length} picked` : `${total.value} of the shelf`;
});

function toggle(id: string): void {
  const { ids } = picked.value;
  picked.value.ids = ids.includes(id) ? ids.filter((other) => other !== id) : [...ids, id];
}

function choose(): void {
  choosing.value = !choosing.value;
  if (!choosing.value) picked.value.ids = [];
}
</script>

<template>
  <div class="pick" :data-pick="kind">
    <label class="head">
      <input v-model="picked.on" type="checkbox" />
      <b>{{ word }}</b>
      <span class="note" role="status">{{ said }}</span>
    </label>
    <template v-if="picked.on">
      <input v-model="picked.text" type="search" placeholder="name has …" :aria-label="`${word}: words`" />
      <label class="note"><input v-model="picked.owned" type="checkbox" /> in the drawer</label>
      <label v-if="owns" class="note" :title="owns">
        <input v-model="picked.own" type="checkbox" /> the one in use too
      </label>
      <ChoiceSelect
        :model-value="null"
        :options="numbers"
        option-label="label"
        option-value="key"
        placeholder="filter by figure"
        :aria-label="`${word}: filter by figure`"
        class="by"
        @update:model-value="(key: string) => picked.ranges.push({ key, at_least: null, at_most: null })"
      />
      <button type="button" class="action note" :aria-expanded="choosing" @click="choose">
        {{ choosing ? "all of them" : "pick some" }}
      </button>
      <div v-for="(range, place) in picked.ranges" :key="range.key" class="range">
        <span class="note">{{ labelOf(range.key) }}</span>
        <QuantityField
          v-model="range.at_least"
          :name="range.key.split('.').at(-1) ?? range.key"
          :meta="ANY"
          :label="`${labelOf(range.key)}, at least`"
        />
        <span class="note">to</span>
        <QuantityField
          v-model="range.at_most"
          :name="range.key.split('.').at(-1) ?? range.key"
          :meta="ANY"
          :label="`${labelOf(range.key)}, at most`"
        />
        <button
          type="button"
          class="action"
          :aria-label="`No filter by ${labelOf(range.key)}`"
          @click="picked.ranges.splice(place, 1)"
        >
          ×
        </button>
      </div>
      <ul v-if="choosing" class="list" :aria-label="`${word} to pick`">
        <li v-for="line in found?.parts ?? []" :key="line.id">
          <label>
            <input type="checkbox" :checked="picked.ids.includes(line.id)" @change="toggle(line.id)" />
            {{ (line.part as { label?: string }).label }}
          </label>
        </li>
        <li v-if="total > SHOWN" class="note">{{ total - SHOWN }} more: type a word to find them</li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
.pick {
  display: flex;
  flex-wrap: wrap;
  gap: 0.1875rem var(--space-6);
  align-items: baseline;
  padding: 0.3125rem 0;
  border-bottom: 1px solid var(--faint);
}

.head {
  min-width: 196px;
  display: flex;
  gap: var(--space-3);
  align-items: baseline;
}

input[type="checkbox"] {
  accent-color: var(--accent);
  vertical-align: -2px;
}

input[type="search"] {
  font: inherit;
  color: inherit;
  background: transparent;
  border: 1px solid var(--box);
  padding: 0.0625rem var(--space-3);
  width: 124px;
}

.by {
  width: 170px;
  font-size: var(--size-note);
}

.range {
  flex-basis: 100%;
  display: grid;
  grid-template-columns: minmax(110px, auto) 118px auto 118px auto;
  justify-content: start;
  gap: var(--space-4);
  align-items: baseline;
}

.list {
  flex-basis: 100%;
  columns: 2 240px;
  max-height: 168px;
  overflow: auto;
  border: 1px solid var(--line);
  padding: var(--space-2) var(--space-4);
}

.list li {
  break-inside: avoid;
}
</style>
