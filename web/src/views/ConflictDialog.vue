<script setup lang="ts">
// The build was saved elsewhere too: nothing is overwritten before a person decides.
import Dialog from "primevue/dialog";
import { computed } from "vue";
import { useRouter } from "vue-router";
import { api, saying } from "../api/client";
import { useBench } from "../bench/bench";
import { placeInWords } from "../lib/places";
import { differences, valueAt } from "../lib/pointer";
import { useToast } from "primevue/usetoast";

const bench = useBench();
const router = useRouter();
const toast = useToast();

const MOST_SHOWN = 12;
const places = computed(() =>
  bench.conflict && bench.document ? differences(bench.document, bench.conflict.theirs) : [],
);
const lines = computed(() =>
  places.value.slice(0, MOST_SHOWN).map((pointer) => ({
    pointer,
    place: bench.document ? placeInWords(bench.document, pointer) : pointer,
    mine: said(valueAt(bench.document, pointer)),
    theirs: said(valueAt(bench.conflict?.theirs, pointer)),
  })),
);

function said(value: unknown): string {
  if (value === undefined) return "–";
  return typeof value === "object" ? "…" : String(value);
}

/** Mine becomes a build of its own; theirs stays where it is. */
async function keepBoth(): Promise<void> {
  const mine = bench.document;
  if (!mine) return;
  const reply = await api
    .POST("/api/builds", { body: { ...mine, name: `${mine.name}, mine`.slice(0, 120) } })
    .catch(() => undefined);
  if (!reply?.data) {
    toast.add({ severity: "error", summary: saying(reply?.error), life: 8000 });
    return;
  }
  bench.settle("theirs");
  await router.push({ name: "bench", params: { id: reply.data.id, step: "job" } });
}
</script>

<template>
  <Dialog
    :visible="bench.conflict !== null"
    modal
    :closable="false"
    :close-on-escape="false"
    header="Changed in another window too"
    class="conflict"
    :style="{ width: '620px', maxWidth: '94vw' }"
  >
    <p>
      This build was saved elsewhere while you edited it. Both versions are kept; which one goes on?
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
    <p class="note">The version that gives way stays in the history of the build.</p>
    <template #footer>
      <button type="button" class="boxed" data-keep="mine" @click="bench.settle('mine')">
        Go on with mine
      </button>
      <button type="button" class="boxed" data-keep="theirs" @click="bench.settle('theirs')">
        Go on with theirs
      </button>
      <button type="button" class="boxed" data-keep="both" @click="keepBoth">
        Keep both: mine as a new build
      </button>
    </template>
  </Dialog>
</template>

<style scoped>
.place {
  overflow-wrap: anywhere;
}

table {
  margin: 10px 0;
}
</style>
