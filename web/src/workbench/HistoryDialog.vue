<script setup lang="ts">
// Every saved version of the build, and those that were set aside.
import Dialog from "primevue/dialog";
import { ref, watch } from "vue";
import { api, saying, type Schemas } from "../api/client";
import { useBench } from "./bench";

const shown = defineModel<boolean>("shown", { required: true });
const bench = useBench();
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
  <Dialog v-model:visible="shown" modal header="History" :style="{ width: '520px', maxWidth: '94vw' }">
    <p v-if="problem" role="alert">{{ problem }}</p>
    <p class="note">Taking an old version is an edit like any other: undo leads back.</p>
    <div class="list">
      <table>
        <tbody>
          <tr v-for="line in lines" :key="line.number">
            <td class="figure">{{ line.number }}</td>
            <td>{{ time(line.saved_at) }}</td>
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
