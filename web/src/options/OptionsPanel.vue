<script setup lang="ts">
// Options side by side, their power to one scale, what the drawer makes possible, and the decision.
import { ref } from "vue";
import { api, saying, type Schemas } from "../api/client";
import { useAnswer } from "../api/answer";
import { useBench } from "../workbench/bench";
import { useDrives } from "../workbench/drives";
import { without } from "../shared/lib/pointer";
import PanelHead from "../shared/PanelHead.vue";
import AdoptDialog from "./AdoptDialog.vue";
import CompareTable from "./CompareTable.vue";
import DecisionNote from "./DecisionNote.vue";
import InventoryMap from "./InventoryMap.vue";
import { useNewOptions } from "./newOptions";
import ProposePanel from "./ProposePanel.vue";
import PathStrips from "./PathStrips.vue";

const bench = useBench();
const drives = useDrives();
const newOptions = useNewOptions();
const { value: compared } = useAnswer<Schemas["SideBySide"]>(
  () => bench.document,
  (signal) => (bench.document ? api.POST("/api/side-by-side", { body: bench.document, signal }) : null),
);
const adopting = ref(false);
const problem = ref<string | null>(null);

/** Chooses an option, with the day and the figures of all of them; the chosen one again lets it go. */
async function choose(name: string, again = false): Promise<void> {
  const build = bench.document;
  if (!build) return;
  if (build.chosen === name && !again) {
    bench.edit(without(build, "chosen", "decided") as typeof build);
    return;
  }
  const reply = await api.POST("/api/decide", { body: { build, option: name } }).catch(() => undefined);
  problem.value = reply?.data ? null : saying(reply?.error);
  const now = bench.document;
  if (reply?.data && now) bench.edit({ ...now, chosen: name, decided: reply.data });
}

async function blank(): Promise<void> {
  problem.value = await newOptions.blank();
}
</script>

<template>
  <PanelHead title="Options" :says="compared?.says">
    <span class="new">
      <span class="note">one more:</span>
      <button type="button" class="action" data-new="copy" @click="drives.addOption()">
        a copy of this one
      </button>
      <button type="button" class="action" data-new="blank" @click="blank">a blank one</button>
      <button type="button" class="action" data-new="adopt" @click="adopting = true">
        one of another build
      </button>
    </span>
  </PanelHead>
  <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
  <p v-if="!compared" class="note" role="status">The options are being weighed …</p>
  <PathStrips @open="(place) => (bench.optionIndex = place)" />
  <CompareTable :compared="compared" @choose="(name) => choose(name)" />
  <DecisionNote @again="bench.document?.chosen && choose(bench.document.chosen, true)" />
  <ProposePanel />
  <InventoryMap />
  <AdoptDialog v-model:shown="adopting" />
</template>

<style scoped>
.new {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1) var(--space-6);
}

.wrong {
  color: var(--fail);
}
</style>
