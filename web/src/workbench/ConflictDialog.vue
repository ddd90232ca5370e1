<script setup lang="ts">
// The document was saved elsewhere too: nothing is overwritten before a person decides.
import Dialog from "primevue/dialog";
import { computed } from "vue";
import { placeInWords } from "../shared/lib/places";
import { differences, valueAt } from "../shared/lib/pointer";

const props = defineProps<{ mine: object | null; theirs: object | null; word: string }>();
const emit = defineEmits<{ keep: [which: "mine" | "theirs" | "both"] }>();

const MOST_SHOWN = 12;
const places = computed(() => (props.mine && props.theirs ? differences(props.mine, props.theirs) : []));
const lines = computed(() =>
  places.value.slice(0, MOST_SHOWN).map((pointer) => ({
    pointer,
    place: placeInWords(props.mine ?? {}, pointer),
    mine: said(valueAt(props.mine, pointer)),
    theirs: said(valueAt(props.theirs, pointer)),
  })),
);

function said(value: unknown): string {
  if (value === undefined) return "–";
  return typeof value === "object" ? "…" : String(value);
}
</script>

<template>
  <Dialog
    :visible="theirs !== null"
    modal
    :closable="false"
    :close-on-escape="false"
    header="Changed in another window too"
    class="conflict"
    :style="{ width: '620px', maxWidth: '94vw' }"
  >
    <p>
      This {{ word }} was saved elsewhere while you edited it. Both versions are kept; which one goes on?
      {{ places.length === 1 ? "They differ in one place." : `They differ in ${places.length} places.` }}
    </p>
    <table>
      <thead>
        <tr>
          <th>place</th>
          <th>mine</th>
          <th>theirs</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="line in lines" :key="line.pointer">
          <td class="place">{{ line.place }}</td>
          <td class="figure">{{ line.mine }}</td>
          <td class="figure">{{ line.theirs }}</td>
        </tr>
      </tbody>
    </table>
    <p class="note">The version that gives way is one undo away.</p>
    <template #footer>
      <button type="button" class="boxed" data-keep="mine" @click="emit('keep', 'mine')">
        Go on with mine
      </button>
      <button type="button" class="boxed" data-keep="theirs" @click="emit('keep', 'theirs')">
        Go on with theirs
      </button>
      <button type="button" class="boxed" data-keep="both" @click="emit('keep', 'both')">
        Keep both: mine as a new {{ word }}
      </button>
    </template>
  </Dialog>
</template>

<style scoped>
.place {
  overflow-wrap: anywhere;
}

table {
  margin: var(--space-5) 0;
}
</style>
