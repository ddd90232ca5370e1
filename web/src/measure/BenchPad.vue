<script setup lang="ts">
// The number pad of the bench: digits, then the unit, which ends the figure and finds its row.
defineProps<{
  /** Symbols of the units that have a key. */
  keys: readonly string[];
  /** What instruments read; none where nothing does. */
  reads: readonly string[];
  busy: boolean;
  /** What the large key does. */
  next: string;
}>();
const emit = defineEmits<{ digit: [sign: string]; back: []; unit: [symbol: string]; take: []; next: [] }>();
const DIGITS = ["7", "8", "9", "4", "5", "6", "1", "2", "3", ".", "0"];
</script>

<template>
  <div class="pad" role="group" aria-label="Number pad">
    <div class="digits">
      <button v-for="sign in DIGITS" :key="sign" type="button" @click="emit('digit', sign)">
        {{ sign }}
      </button>
      <button type="button" aria-label="Take the last sign back" @click="emit('back')">⌫</button>
    </div>
    <div class="units">
      <button
        v-for="symbol in keys"
        :key="symbol"
        type="button"
        :data-unit="symbol"
        @click="emit('unit', symbol)"
      >
        {{ symbol }}
      </button>
    </div>
    <button
      v-if="reads.length > 0"
      type="button"
      class="take"
      :disabled="busy"
      data-take-reading
      @click="emit('take')"
    >
      read {{ reads.join(", ") }}
    </button>
    <button
      type="button"
      class="next"
      :class="{ alone: reads.length === 0 }"
      data-bench-next
      @click="emit('next')"
    >
      {{ next }}
    </button>
  </div>
</template>

<style scoped>
.pad {
  display: grid;
  grid-template-columns: 3fr 2fr;
  gap: 6px;
  padding: 8px;
  border-top: 1px solid var(--ink);
  background: var(--paper);
  position: sticky;
  bottom: 0;
}

.digits {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 6px;
}

.units {
  display: grid;
  grid-template-columns: repeat(2, 1fr);
  grid-auto-rows: 56px;
  gap: 6px;
}

.pad button {
  display: grid;
  place-items: center;
  min-height: 56px;
  border: 1px solid var(--box);
  font-size: 1.5rem;
  background: var(--sheet);
  touch-action: manipulation;
}

.units button {
  font-size: 1.25rem;
  color: var(--accent);
  border-color: var(--accent);
  font-weight: 600;
}

.pad .take,
.pad .next {
  min-height: 68px;
  font-size: 1.125rem;
}

.pad .take {
  color: var(--accent);
  border-color: var(--accent);
}

.pad .next {
  background: var(--accent);
  color: var(--on-accent);
  border-color: var(--accent);
  font-weight: 600;
}

.pad .alone {
  grid-column: 1 / -1;
}
</style>
