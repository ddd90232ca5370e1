<script setup lang="ts">
// Runs that are kept with the build, to be laid over the one that stands.
import { useRuns } from "./runs";

const runs = useRuns();
const kept = (iso: string) =>
  new Date(iso).toLocaleString(undefined, { dateStyle: "medium", timeStyle: "short" });
</script>

<template>
  <section class="kept">
    <h3>kept runs</h3>
    <table data-kept>
      <tbody>
        <tr v-for="line in runs.kept" :key="line.id">
          <td>
            <label>
              <input
                type="checkbox"
                :checked="runs.opened.some(({ kept: id }) => id === line.id)"
                @change="runs.toggle(line)"
              />
              {{ line.title }}
            </label>
          </td>
          <td class="note">{{ kept(line.kept_at) }}</td>
          <td class="right">
            <a class="note" :href="`/api/runs/${line.id}`" :download="`${line.title}.json`">JSON</a>
            <button type="button" class="action note" @click="runs.forget(line)">forget</button>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.kept h3 {
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.1875rem;
}

.right {
  text-align: right;
}

.right .action {
  margin-left: var(--space-6);
}
</style>
