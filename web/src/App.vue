<script setup lang="ts">
import Toast from "primevue/toast";
import { ref } from "vue";
import { api } from "./api/client";
import LoginView from "./views/LoginView.vue";

const needsPassphrase = ref<boolean | null>(null);

async function look(): Promise<void> {
  const reply = await api.GET("/api/session").catch(() => undefined);
  needsPassphrase.value = reply?.data?.needs_passphrase ?? false;
}

void look();
</script>

<template>
  <LoginView v-if="needsPassphrase" @done="look" />
  <router-view v-else-if="needsPassphrase === false" />
  <Toast position="bottom-left">
    <template #message="{ message }">
      <span>{{ message.summary }}</span>
      <button v-if="message.detail" type="button" class="action" @click="message.detail()">undo</button>
    </template>
  </Toast>
</template>
