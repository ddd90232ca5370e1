<script setup lang="ts">
// What stands on the bench and how it is joined.
defineProps<{ things: string[]; leads: number }>();
const WIDTH = 68;
const GAP = 20;
const x = (place: number) => 1 + place * (WIDTH + GAP);
</script>

<template>
  <svg
    :viewBox="`0 0 ${things.length * (WIDTH + GAP) - GAP + 2} 44`"
    :aria-label="things.join(', joined to ')"
    role="img"
    class="scene"
  >
    <g v-for="(thing, place) in things" :key="thing">
      <rect :x="x(place)" y="6" :width="WIDTH" height="32" />
      <text :x="x(place) + WIDTH / 2" y="26">{{ thing }}</text>
      <template v-if="place > 0">
        <line
          v-for="lead in leads"
          :key="lead"
          :x1="x(place) - GAP"
          :x2="x(place)"
          :y1="22 + 12 * (lead - (leads + 1) / 2)"
          :y2="22 + 12 * (lead - (leads + 1) / 2)"
        />
      </template>
    </g>
  </svg>
</template>

<style scoped>
.scene {
  display: block;
  max-width: 100%;
  height: 52px;
}

rect {
  fill: var(--sheet);
  stroke: var(--ink);
}

line {
  stroke: var(--ink);
}

text {
  fill: var(--ink);
  font-size: var(--size-tick);
  text-anchor: middle;
}
</style>
