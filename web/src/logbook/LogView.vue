<script setup lang="ts">
// The log of all builds on one line of time.
import { ref, shallowRef, watch } from "vue";
import { useRouter } from "vue-router";
import { api, saying } from "../api/client";
import { ask } from "../api/reach";
import { readerUnits } from "../units/reader";
import PreferencesMenu from "../shared/PreferencesMenu.vue";
import type { LogLine } from "./kinds";
import PartStories from "./PartStories.vue";
import TimeLine from "./TimeLine.vue";

const router = useRouter();
const lines = shallowRef<LogLine[] | null>(null);
const problem = ref<string | null>(null);
const text = ref("");

watch(
  readerUnits,
  async () => {
    const reply = await ask(() => api.GET("/api/log"));
    problem.value = reply?.data ? null : saying(reply?.error);
    if (reply?.data) lines.value = reply.data;
  },
  { immediate: true },
);

function look(line: LogLine): void {
  void router.push({ name: "bench", params: { id: line.build, step: "log" }, query: { entry: line.id } });
}
</script>

<template>
  <div class="all">
    <header class="head">
      <router-link to="/" class="brand">YPSIDYNE</router-link>
      <span class="right"
        ><router-link to="/">Builds</router-link><router-link to="/shelf">Shelf of parts</router-link
        ><router-link to="/bench">Bench</router-link><PreferencesMenu
      /></span>
    </header>
    <main>
      <header class="panel-head">
        <h2>Logbook</h2>
        <span class="note">{{ lines ? `${lines.length} entries of all builds` : "" }}</span>
      </header>
      <p v-if="problem" role="alert" class="wrong">{{ problem }}</p>
      <p v-else-if="lines?.length === 0" class="note">
        Nothing has happened yet: open a build and write into its Logbook, the last of its steps.
      </p>
      <div class="both">
        <TimeLine v-if="lines" v-model:text="text" :lines="lines" :chosen="null" named @look="look" />
        <PartStories @find="(part) => (text = part)" />
      </div>
    </main>
  </div>
</template>

<style scoped>
.all {
  min-height: 100%;
  background: var(--sheet);
}

.head {
  display: flex;
  gap: var(--space-8);
  align-items: center;
  flex-wrap: wrap;
  padding: 0 var(--space-12);
  min-height: 38px;
  border-bottom: 1px solid var(--ink);
}

.brand {
  font-weight: 600;
  letter-spacing: 0.08em;
  color: var(--ink);
  text-decoration: none;
}

.right {
  margin-left: auto;
  display: flex;
  gap: var(--space-9);
  align-items: center;
}

main {
  max-width: 1240px;
  padding: var(--space-10) var(--space-12);
}

.both {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 26rem);
  gap: var(--space-12);
  align-items: start;
}

.wrong {
  color: var(--fail);
}

@media (max-width: 699px) {
  main {
    padding: var(--space-5) var(--space-3);
  }

  .both {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
