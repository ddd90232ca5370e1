<script setup lang="ts">
// Every saved version of the build, and those that were set aside.
import Dialog from "primevue/dialog";
import { ref, watch } from "vue";
import { api, type Build, saying, type Schemas } from "../api/client";
import { placeInWords } from "../shared/lib/places";
import { differences } from "../shared/lib/pointer";
import { useBench } from "./bench";

const shown = defineModel<boolean>("shown", { required: true });
const bench = useBench();
/** How many versions say what changed, and how many places of each. */
const [TOLD, PLACES] = [20, 3];
const changes = ref<Record<number, string>>({});

async function fetched(id: string, number: number): Promise<Build | null> {
  const reply = await api
    .GET("/api/builds/{id}/revisions/{number}", { params: { path: { id, number } } })
    .catch(() => undefined);
  return reply?.data ?? null;
}

/** What each version changed against the one before it. */
async function tell(id: string): Promise<void> {
  changes.value = {};
  const told = lines.value.slice(0, TOLD + 1);
  const all = await Promise.all(told.map(({ number }) => fetched(id, number)));
  told.forEach(({ number }, place) => {
    const [now, then] = [all[place], all[place + 1]];
    if (!now) return;
    if (!then) {
      changes.value[number] = place === lines.value.length - 1 ? "the build as it began" : "";
      return;
    }
    const places = differences(then, now);
    const said = places.slice(0, PLACES).map((at) => placeInWords(now, at));
    const rest = places.length > PLACES ? ` and ${places.length - PLACES} more` : "";
    changes.value[number] = said.length === 0 ? "nothing" : said.join(", ") + rest;
  });
}

const lines = ref<Schemas["RevisionLine"][]>([]);
const problem = ref<string | null>(null);

watch(
  shown,
  async (now) => {
    const id = bench.id;
    if (!now || !id) return;
    await bench.flush();
    const reply = await api
      .GET("/api/builds/{id}/revisions", { params: { path: { id } } })
      .catch(() => undefined);
    problem.value = reply?.data ? null : saying(reply?.error);
    lines.value = reply?.data ?? [];
    void tell(id);
  },
  { immediate: true },
);

/** An old version becomes the newest edit, so that undo leads back. */
async function take(number: number): Promise<void> {
  const id = bench.id;
  if (!id) return;
  const reply = await api
    .GET("/api/builds/{id}/revisions/{number}", { params: { path: { id, number } } })
    .catch(() => undefined);
  if (!reply?.data) {
    problem.value = saying(reply?.error);
    return;
  }
  bench.edit(reply.data);
  shown.value = false;
}

const time = (text: string) => new Date(text).toLocaleString();
</script>

<template>
  <Dialog v-model:visible="shown" modal header="History" :style="{ width: '680px', maxWidth: '94vw' }">
    <p v-if="problem" role="alert">{{ problem }}</p>
    <p class="note">Taking an old version is an edit like any other: undo leads back.</p>
    <div class="list">
      <table>
        <tbody>
          <tr v-for="line in lines" :key="line.number">
            <td class="figure">{{ line.number }}</td>
            <td>{{ time(line.saved_at) }}</td>
            <td data-saved-by>{{ line.saved_by }}</td>
            <td class="changed" :data-changed="line.number">{{ changes[line.number] ?? "" }}</td>
            <td>
              {{ line.number === bench.revision ? "now" : line.kind === "set_aside" ? "set aside" : "" }}
            </td>
            <td>
              <button
                v-if="line.number !== bench.revision"
                type="button"
                class="action"
                @click="take(line.number)"
              >
                take this one
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </Dialog>
</template>

<style scoped>
.list {
  max-height: 50vh;
  overflow: auto;
}
</style>
