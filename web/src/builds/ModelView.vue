<script setup lang="ts">
// What is computed and what is left out: the document of the house, as it ships.
import { nextTick, onMounted } from "vue";
import { useRoute } from "vue-router";
import model from "../../../docs/model.md";

const route = useRoute();
document.title = "What is computed · Ypsidyne";

// A section that was led to is only there now.
onMounted(async () => {
  await nextTick();
  if (route.hash) document.getElementById(route.hash.slice(1))?.scrollIntoView();
});
</script>

<template>
  <div class="page">
    <header>
      <router-link to="/" class="brand">YPSIDYNE</router-link>
      <h1>What is computed</h1>
      <span class="note">each formula, where it is from, and what is left out</span>
    </header>
    <!-- eslint-disable-next-line vue/no-v-html -- our own document, made at build time -->
    <main v-html="model" />
  </div>
</template>

<style scoped>
.page {
  height: 100%;
  overflow: auto;
  background: var(--paper);
  scroll-padding-top: 12px;
}

header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--space-7);
  min-height: 38px;
  padding: 0 var(--space-7);
  border-bottom: 1px solid var(--ink);
}

.brand {
  font-weight: 600;
  letter-spacing: 0.08em;
  color: var(--ink);
  text-decoration: none;
}

header h1 {
  font-size: var(--size-title);
  font-weight: 600;
}

main {
  max-width: 860px;
  margin: 0 auto;
  padding: var(--space-6) var(--space-12) 3.75rem;
  font-size: var(--size-title);
  line-height: 1.55;
}

/* It stands in the head. */
main :deep(h1) {
  display: none;
}

main :deep(h2) {
  font-size: var(--size-answer);
  margin: 2.125rem 0 var(--space-3);
  padding-top: var(--space-4);
  border-top: 1px solid var(--ink);
}

main :deep(h2:target) {
  background: var(--selected);
}

main :deep(p) {
  margin: var(--space-4) 0;
}

main :deep(table) {
  width: 100%;
  border-collapse: collapse;
  margin: var(--space-5) 0;
  font-size: var(--size);
}

main :deep(th),
main :deep(td) {
  text-align: left;
  vertical-align: top;
  padding: var(--space-2) var(--space-6) var(--space-2) 0;
  border-bottom: 1px solid var(--line);
}

main :deep(th) {
  color: var(--soft);
  font-weight: 400;
}

main :deep(code) {
  font: var(--size-small) var(--mono);
  overflow-wrap: anywhere;
}

@media (max-width: 600px) {
  main {
    padding: var(--space-4) var(--space-6) 2.5rem;
  }

  main :deep(table) {
    display: block;
    overflow-x: auto;
  }
}
</style>
