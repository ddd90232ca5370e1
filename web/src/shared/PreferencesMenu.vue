<script setup lang="ts">
// Units and theme, behind the units that are shown now.
import Popover from "primevue/popover";
import { ref } from "vue";
import { preferences } from "../units/preferences";
import PreferenceChoices from "./PreferenceChoices.vue";

const popover = ref<InstanceType<typeof Popover>>();
</script>

<template>
  <button type="button" data-preferences @click="(event) => popover?.toggle(event)">
    {{ preferences.speed }} · {{ preferences.torque }} · {{ preferences.mass }}
  </button>
  <Popover ref="popover"><PreferenceChoices /></Popover>
</template>
