<script setup lang="ts">
import type { ToastMessageOptions } from "primevue/toast";
import ToastEventBus from "primevue/toasteventbus";
import { computed, nextTick, ref } from "vue";
import { api } from "./api/client";
import { ask, silentSince } from "./api/reach";
import { isVisitor, session } from "./api/session";
import { timeOf } from "./api/stale";
import LoginView from "./builds/LoginView.vue";
import { later, whenIdle } from "./shared/lib/later";

const needsPassphrase = ref<boolean | null>(null);

const asVisitor = computed(() => isVisitor.value && needsPassphrase.value === false);

async function look(): Promise<void> {
  const reply = await ask(() => api.GET("/api/session"));
  session.value = reply?.data ?? null;
  needsPassphrase.value = reply?.data?.needs_passphrase ?? false;
}

void look();

// ---- short messages: what draws them comes last, or with the first of them

const Toast = later(() => import("primevue/toast"));
const toasts = ref(false);
const early: ToastMessageOptions[] = [];
const keep = (message: unknown) => {
  early.push(message as ToastMessageOptions);
  toasts.value = true;
};
ToastEventBus.on("add", keep);
whenIdle(() => (toasts.value = true));

function tellEarly(): void {
  ToastEventBus.off("add", keep);
  void nextTick(() => early.splice(0).forEach((message) => ToastEventBus.emit("add", message)));
}
</script>

<template>
  <div class="frame" :class="{ low: silentSince || asVisitor }">
    <LoginView v-if="needsPassphrase" @done="look" />
    <router-view v-else-if="needsPassphrase === false" />
  </div>
  <p v-if="asVisitor && !silentSince" class="silent visitor" role="status" data-visitor>
    As a visitor you try, nothing is kept.
    <button type="button" class="action" @click="needsPassphrase = true">I am the owner</button>
  </p>
  <p v-if="silentSince" class="silent" role="status" data-silent>
    The server has not answered since {{ timeOf(silentSince) }}. What is typed is kept here and sent when it
    answers; figures drawn pale are of before.
  </p>
  <Toast v-if="toasts" position="bottom-left" @vue:mounted="tellEarly">
    <template #message="{ message }">
      <span>{{ message.summary }}</span>
      <button v-if="message.detail" type="button" class="action undo" @click="message.detail()">undo</button>
    </template>
  </Toast>
</template>

<style scoped>
.frame {
  height: 100%;
}

/* Room for the strip, which never covers what is worked on. */
.frame.low {
  height: calc(100% - 30px);
}

.undo {
  white-space: nowrap;
}

.silent {
  position: fixed;
  inset: auto 0 0;
  z-index: 5;
  min-height: 30px;
  padding: 0.3125rem var(--space-7) 0;
  background: var(--fail-paper);
  border-top: 1px solid var(--fail);
  text-align: center;
}

.visitor {
  background: var(--sheet);
  border-top-color: var(--box);
}
</style>
