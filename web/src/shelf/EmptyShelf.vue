<script setup lang="ts">
// A shelf on which nothing stands, or nothing that is looked for.
import { useToast } from "primevue/usetoast";
import { api, saying } from "../api/client";

defineProps<{ untouched: boolean }>();
const emit = defineEmits<{ stocked: []; import: [] }>();
const toast = useToast();

async function stockUp(): Promise<void> {
  const reply = await api.POST("/api/parts/stock").catch(() => undefined);
  if (!reply?.data) toast.add({ severity: "error", summary: saying(reply?.error), life: 8000 });
  emit("stocked");
}
</script>

<template>
  <div class="empty">
    <template v-if="untouched">
      <p>Nothing of this kind is on the shelf yet.</p>
      <p>
        <button type="button" class="boxed" @click="stockUp">Put the generic parts on it</button>
        that come with the program,
        <button type="button" class="action" @click="emit('import')">import a list</button>, or put parts on
        it from a build.
      </p>
    </template>
    <p v-else>Nothing here matches. Fewer words or a wider range would find more.</p>
  </div>
</template>

<style scoped>
.empty {
  padding: 2.5rem var(--space-7);
  display: grid;
  gap: var(--space-5);
}
</style>
