<script setup lang="ts">
defineProps<{ title: string; note?: string }>();
</script>

<template>
  <header class="panel-head">
    <h2>{{ title }}</h2>
    <slot />
    <span class="note">{{ note }}</span>
  </header>
</template>
