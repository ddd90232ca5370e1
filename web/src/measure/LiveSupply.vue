<script setup lang="ts">
// The supply as it says it is, four times a second: volts, amps, whether it limits, and always the stop.
import { computed, onBeforeUnmount, onMounted, ref, watch } from "vue";
import { figures } from "../units/quantity";
import { useInstruments } from "./instruments";

/** `bare`: without the fields, for the bench. */
defineProps<{ bare?: boolean }>();
const instruments = useInstruments();
let unwatch: (() => void) | null = null;
onMounted(async () => {
  unwatch = instruments.watchSupply();
  await instruments.load();
});
onBeforeUnmount(() => unwatch?.());

const now = computed(() => instruments.supply);
const shown = (value: number | null | undefined) => (value == null ? "–" : figures(value, 4));
const state = computed(() => {
  if (!now.value || now.value.on === null) return { key: "unread", words: now.value?.problem ?? "not read" };
  if (!now.value.on) return { key: "off", words: "output off" };
  return now.value.limited
    ? { key: "limiting", words: "limiting: the volts are pulled down" }
    : { key: "on", words: "output on, not limiting" };
});

// ---- by hand: what is typed is sent with Enter, and stands as not sent until then

const volts = ref("");
const limit = ref("");
const number = (text: string) => (text.trim() === "" ? null : Number(text.trim().replace(",", ".")));
// What the supply is set to stands there once it has said so, where nobody has typed.
watch(
  now,
  (read) => {
    if (volts.value === "" && read?.set_v) volts.value = String(Number(read.set_v.toFixed(3)));
    if (limit.value === "" && read?.limit_a) limit.value = String(Number(read.limit_a.toFixed(3)));
  },
  { immediate: true },
);
const differs = (typed: string, set: number | null | undefined) => {
  const value = number(typed);
  return value !== null && (set == null || Math.abs(value - set) > 0.0005);
};
const unsent = computed(
  () =>
    now.value?.on === true &&
    (differs(volts.value, now.value.set_v) || differs(limit.value, now.value.limit_a)),
);
async function send(): Promise<void> {
  await instruments.switchOn(number(volts.value), number(limit.value));
}
</script>

<template>
  <section v-if="instruments.has('supply') || instruments.mayBeOn.length > 0" class="supply" data-supply>
    <div class="live" :data-supply-state="state.key">
      <b>{{ shown(now?.voltage_v) }}<small>V</small></b>
      <b>{{ shown(now?.current_a) }}<small>A</small></b>
      <span class="state" :class="state.key">
        <svg viewBox="0 0 12 12" aria-hidden="true">
          <circle v-if="state.key === 'on'" cx="6" cy="6" r="5" />
          <path v-else-if="state.key === 'limiting'" d="M6 1 11 11H1z" />
          <circle v-else cx="6" cy="6" r="4.2" fill="none" stroke="currentColor" stroke-width="1.5" />
        </svg>
        {{ state.words }}
      </span>
      <form v-if="instruments.has('supply') && !bare" class="set" @submit.prevent="send">
        <label><input v-model="volts" inputmode="decimal" aria-label="Volts of the supply" /> V</label>
        <label
          >limit
          <input v-model="limit" inputmode="decimal" aria-label="Current limit of the supply" /> A</label
        >
        <button type="submit" class="boxed" data-output :disabled="instruments.running">
          {{ now?.on ? "send" : "output on" }}
        </button>
        <span v-if="unsent" class="unsent" data-unsent>not sent: press Enter</span>
      </form>
    </div>
    <button
      type="button"
      class="stop"
      data-stop-bench
      title="Stop the sweep and switch the output off"
      @click="instruments.stop()"
    >
      <b>■ Stop</b> output off
    </button>
    <p v-if="instruments.mayBeOn.length > 0" class="danger" role="alert" data-may-be-on>
      The output at {{ instruments.mayBeOn.join(" and ") }} may be ON: switch it off at the supply.
    </p>
  </section>
</template>

<style scoped>
.supply {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  border: 1px solid var(--ink);
  margin-bottom: var(--space-6);
  background: var(--paper);
  position: sticky;
  top: 0;
  z-index: 3;
}

.live {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-7);
  align-items: baseline;
  padding: var(--space-4) var(--space-6);
}

.live > b {
  font: 600 var(--size-big) / 1.1 var(--mono);
}

small {
  font: var(--size) var(--sans);
  color: var(--soft);
  margin-left: 0.1rem;
}

.state {
  display: flex;
  gap: var(--space-3);
  align-items: center;
}

.state svg {
  width: 12px;
  height: 12px;
  fill: currentColor;
  flex: none;
}

.on svg {
  color: var(--ok);
}

.limiting {
  color: var(--tight);
  font-weight: 600;
}

.set {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-5);
  align-items: center;
}

input {
  font: inherit;
  color: inherit;
  background: var(--sheet);
  border: 1px solid var(--box);
  width: 4rem;
  text-align: right;
  padding: var(--space-1) var(--space-3);
}

.unsent {
  color: var(--tight);
  font-weight: 600;
}

.stop {
  background: var(--stop);
  color: #fff;
  padding: var(--space-3) var(--space-7);
  display: grid;
  align-content: center;
  justify-items: center;
  min-width: 7.4rem;
  min-height: 3.5rem;
}

.stop b {
  font-size: var(--size-answer);
}

.danger {
  grid-column: 1 / -1;
  background: var(--stop);
  color: #fff;
  font-weight: 600;
  font-size: var(--size-title);
  padding: var(--space-4) var(--space-6);
}

@media (max-width: 600px) {
  .stop {
    min-height: 5.75rem;
  }
}
</style>
