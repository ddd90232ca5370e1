<script setup lang="ts">
// An option of another build, taken over for this job.
import Dialog from "primevue/dialog";
import { ref, shallowRef, watch } from "vue";
import { api, type BuildLine, saying } from "../api/client";
import { ask } from "../api/reach";
import { useBench } from "../workbench/bench";
import VerdictMark from "../shared/figures/VerdictMark.vue";
import { useNewOptions } from "./newOptions";

const shown = defineModel<boolean>("shown", { required: true });
const bench = useBench();
const newOptions = useNewOptions();
const builds = shallowRef<BuildLine[] | null>(null);
const problem = ref<string | null>(null);

watch(shown, async (open) => {
  if (!open) return;
  problem.value = null;
  const reply = await ask(
    () => api.GET("/api/builds"),
    () => shown.value,
  );
  builds.value = reply?.data?.filter(({ id }) => id !== bench.id) ?? null;
  if (reply && !reply.data) problem.value = saying(reply.error);
});

async function take(build: BuildLine, option: number): Promise<void> {
  problem.value = await newOptions.adopt(build.id, option, build.options[option]?.name ?? "option");
  if (!problem.value) shown.value = false;
}
</script>

<template>
  <Dialog
    v-model:visible="shown"
    modal
    header="An option of another build"
    :style="{ width: '560px', maxWidth: '96vw' }"
  >
    <p class="note">
      Parts go to the drive of the same name, else to one with the same kind of load; the job stays as it is.
    </p>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <p v-if="builds && builds.length === 0" class="note">There is no other build.</p>
    <section v-for="build in builds ?? []" :key="build.id">
      <h3>{{ build.name }}</h3>
      <ul>
        <li v-for="(option, place) in build.options" :key="option.name">
          <button type="button" class="action" :data-adopt="option.name" @click="take(build, place)">
            <VerdictMark :verdict="option.verdict" /> {{ option.name }}
          </button>
        </li>
      </ul>
    </section>
  </Dialog>
</template>

<style scoped>
h3 {
  margin-top: var(--space-5);
  border-bottom: 1px solid var(--line);
}

li {
  padding: var(--space-2) 0;
}

.wrong {
  color: var(--fail);
}
</style>
