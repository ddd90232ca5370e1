<script setup lang="ts">
// This bench can be reached by other machines, so visitors give the passphrase.
import { ref } from "vue";
import { api, saying } from "../api/client";

const emit = defineEmits<{ done: [] }>();
const passphrase = ref("");
const NAME = "ypsidyne.name";
const name = ref(remembered());

function remembered(): string {
  try {
    return localStorage.getItem(NAME) ?? "";
  } catch {
    return "";
  }
}

function remember(): void {
  try {
    localStorage.setItem(NAME, name.value.trim());
  } catch {
    // A closed store forgets the name, and nothing else.
  }
}

const problem = ref<string | null>(null);
const busy = ref(false);

async function open(): Promise<void> {
  busy.value = true;
  const reply = await api
    .POST("/api/session", { body: { passphrase: passphrase.value, name: name.value.trim() || null } })
    .catch(() => undefined);
  busy.value = false;
  if (reply?.response.ok) {
    remember();
    emit("done");
  } else problem.value = saying(reply?.error);
}
</script>

<template>
  <form class="login" @submit.prevent="open">
    <h1>YPSIDYNE</h1>
    <label for="passphrase">Passphrase of this bench</label>
    <input
      id="passphrase"
      v-model="passphrase"
      type="password"
      autocomplete="current-password"
      required
      autofocus
    />
    <label for="name">Your name, for the history; it may stay empty</label>
    <input id="name" v-model="name" maxlength="60" autocomplete="name" />
    <p v-if="problem" role="alert" class="wrong">{{ problem }}</p>
    <button type="submit" class="boxed" :disabled="busy">Come in</button>
  </form>
</template>

<style scoped>
.login {
  max-width: 320px;
  margin: 15vh auto 0;
  padding: 0 var(--space-8);
  display: grid;
  gap: var(--space-5);
}

h1 {
  font-size: var(--size-answer);
  letter-spacing: 0.08em;
}

input {
  font: inherit;
  padding: var(--space-3);
  border: 1px solid var(--box);
  background: var(--sheet);
  color: var(--ink);
}

.wrong {
  color: var(--fail);
}

.boxed {
  justify-self: start;
}
</style>
