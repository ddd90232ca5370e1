<script setup lang="ts">
// This sheet on a phone: a code to point its camera at.
import Dialog from "primevue/dialog";
import { computed } from "vue";
import { api, type Schemas } from "../api/client";
import { useAnswer } from "../api/answer";

const props = defineProps<{ path: string }>();
const shown = defineModel<boolean>("shown", { required: true });
const { value: phone, problem } = useAnswer<Schemas["OnThePhone"]>(
  () => [shown.value, props.path],
  (signal) =>
    shown.value ? api.GET("/api/phone", { params: { query: { path: props.path } }, signal }) : null,
);
const image = computed(() =>
  phone.value?.svg ? `data:image/svg+xml;charset=utf-8,${encodeURIComponent(phone.value.svg)}` : null,
);
/** What is said; an argument of the command line stays in one piece. */
const said = computed(() =>
  (problem.value ?? phone.value?.says ?? "Looking for the address …").split(/(--\S+ [\d.]+)/u),
);
</script>

<template>
  <Dialog v-model:visible="shown" modal header="On the phone" :style="{ width: '360px', maxWidth: '94vw' }">
    <div class="phone" data-phone>
      <img v-if="image" :src="image" :alt="`Code of ${phone?.url}`" width="260" height="260" />
      <p v-if="phone?.url" class="url">{{ phone.url }}</p>
      <p>
        <span v-for="(words, place) in said" :key="place" :class="{ whole: words.startsWith('--') }">{{
          words
        }}</span>
      </p>
    </div>
  </Dialog>
</template>

<style scoped>
.phone {
  display: grid;
  justify-items: center;
  gap: var(--space-5);
}

img {
  background: #fff;
  padding: var(--space-4);
}

.whole {
  white-space: nowrap;
}

.url {
  font-family: var(--mono);
  overflow-wrap: anywhere;
}
</style>
