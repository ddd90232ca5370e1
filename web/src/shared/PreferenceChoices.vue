<script setup lang="ts">
// Units and theme: how this browser shows things. Documents stay SI.
import { preferences, type Preferences } from "../units/preferences";

const CHOICES: { key: keyof Preferences; title: string; words: string[] }[] = [
  { key: "speed", title: "speed", words: ["km/h", "mph", "m/s"] },
  { key: "torque", title: "torque", words: ["N·m", "kgf·cm", "ozf·in"] },
  { key: "mass", title: "mass", words: ["kg", "lb"] },
  { key: "length", title: "length", words: ["mm", "in"] },
  { key: "theme", title: "theme", words: ["system", "light", "dark"] },
];

function choose(key: keyof Preferences, word: string): void {
  Object.assign(preferences, { [key]: word });
}
</script>

<template>
  <div class="preferences">
    <div v-for="choice in CHOICES" :key="choice.key" class="line">
      <span class="soft">{{ choice.title }}</span>
      <span class="switch" role="group" :aria-label="choice.title">
        <button
          v-for="word in choice.words"
          :key="word"
          type="button"
          :aria-pressed="preferences[choice.key] === word"
          @click="choose(choice.key, word)"
        >
          {{ word }}
        </button>
      </span>
    </div>
    <p class="note">Shown in these units; any other may be typed.</p>
  </div>
</template>

<style scoped>
.preferences {
  display: grid;
  gap: var(--space-4);
}

.line {
  display: grid;
  grid-template-columns: 64px auto;
  align-items: center;
  justify-items: start;
}
</style>
