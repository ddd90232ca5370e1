<script setup lang="ts">
// The instruments beside a sheet: which are in use, the supply by hand, a sweep by itself, and always the stop.
import { computed, onMounted, reactive, ref, watch } from "vue";
import { figures } from "../units/quantity";
import { useInstruments } from "./instruments";
import { useSheet } from "./sheet";

const instruments = useInstruments();
const sheet = useSheet();
onMounted(() => void instruments.load());

const ROLES = ["supply", "meter", "tachometer", "thermometer"] as const;
const open = ref(false);
const address = reactive<Record<string, string>>({});
const asking = ref<(typeof ROLES)[number] | null>(null);
async function take(role: (typeof ROLES)[number], confirmed = false): Promise<void> {
  const answer = await instruments.take(role, (address[role] ?? "").trim(), confirmed);
  asking.value = answer === "confirm" ? role : null;
}

// ---- the supply by hand

const volts = ref("6");
const limit = ref("3");
const on = ref(false);
const number = (text: string) => Number(text.replace(",", "."));
async function set(state: boolean): Promise<void> {
  if (await instruments.setSupply(number(volts.value), number(limit.value), state)) on.value = state;
}
async function stop(): Promise<void> {
  await instruments.stop();
  on.value = false;
}

// ---- a sweep by itself

const sweeps = computed(() => sheet.document?.kind === "no_load_sweep" && instruments.has("tachometer"));
const asked = reactive({ from: "4", to: "24", steps: "6", settle: "0.5" });
/** Points of the running sweep that already stand in the sheet. */
let taken = 0;
let mine: string | null = null;
async function begin(): Promise<void> {
  taken = 0;
  const sweep = {
    from_v: number(asked.from),
    to_v: number(asked.to),
    steps: Math.round(number(asked.steps)),
    limit_a: number(limit.value),
    settle_s: number(asked.settle),
  };
  if (await instruments.begin(sweep)) mine = sheet.id;
}
watch(
  () => instruments.sweep,
  (now) => {
    if (!now || mine === null || mine !== sheet.id) return;
    const fresh = now.points.slice(taken);
    if (fresh.length > 0) {
      taken = now.points.length;
      const known = (sheet.get("/points") as unknown[] | undefined) ?? [];
      const read = fresh.map((point) => ({
        voltage_v: point.voltage_v,
        current_a: point.current_a,
        rpm: point.rpm,
        ...(point.limited && { limited: true }),
      }));
      sheet.set("/points", [...known, ...read], null);
    }
    if (now.state !== "running") mine = null;
  },
);

// ---- the simulated bench

const other = ref("");
const held = reactive({ locked: false, leads: false });
const FAULTS = [
  { key: "brush", word: "open brush" },
  { key: "turn", word: "shorted turn" },
  { key: "magnet", word: "weak magnet" },
  { key: "sensor", word: "wrong sensor order" },
  { key: "slow", word: "slow instrument" },
  { key: "dead", word: "dead instrument" },
] as const;
const faults = reactive<Record<string, boolean>>({});
function toggle(fault: string): void {
  faults[fault] = !faults[fault];
  void instruments.simulate({ fault, fault_on: faults[fault] ?? false });
}
</script>

<template>
  <section class="instruments" data-instruments>
    <header>
      <button type="button" class="head" :aria-expanded="open" @click="open = !open">
        <h3>{{ open ? "▾" : "▸" }} Instruments</h3>
      </button>
      <span
        v-for="one in instruments.list"
        :key="one.role"
        class="note"
        :title="`${one.name ?? ''} at ${one.address}`"
      >
        ● {{ one.role }}{{ one.simulated ? ", simulated" : "" }}
      </span>
      <span v-if="instruments.list.length === 0" class="note">none in use: readings are typed</span>
      <button
        v-if="instruments.has('supply')"
        type="button"
        class="stop"
        data-stop-bench
        title="Stop the sweep and switch the output off"
        @click="stop"
      >
        ■ Stop, output off
      </button>
    </header>
    <p v-if="instruments.problem" class="wrong" role="alert" data-instrument-problem>
      {{ instruments.problem }}
    </p>
    <div v-if="sweeps" class="line">
      <b>Sweep</b>
      <label>from <input v-model="asked.from" aria-label="First voltage" /> V</label>
      <label>to <input v-model="asked.to" aria-label="Last voltage" data-sweep-to /> V</label>
      <label>in <input v-model="asked.steps" aria-label="Steps" data-sweep-steps /> steps</label>
      <label>each <input v-model="asked.settle" aria-label="Time to settle" data-sweep-settle /> s</label>
      <label>limit <input v-model="limit" aria-label="Current limit of the sweep" /> A</label>
      <button type="button" class="boxed" :disabled="instruments.running" data-sweep @click="begin">
        {{
          instruments.running
            ? `step ${instruments.sweep?.points.length ?? 0} of ${instruments.sweep?.steps}`
            : "Run it"
        }}
      </button>
      <span class="note" role="status" :data-sweep-state="instruments.sweep?.state ?? 'idle'">
        {{
          {
            idle: "",
            running: "the output is on",
            done: "done, the output is off",
            stopped: "stopped, the output is off",
            failed: "failed",
          }[instruments.sweep?.state ?? "idle"]
        }}
      </span>
    </div>
    <template v-if="open">
      <div v-if="instruments.has('supply')" class="line">
        <b>Supply</b>
        <label><input v-model="volts" aria-label="Volts of the supply" /> V</label>
        <label>limit <input v-model="limit" aria-label="Current limit of the supply" /> A</label>
        <button type="button" class="boxed" :aria-pressed="on" data-output @click="set(!on)">
          {{ on ? "output off" : "output on" }}
        </button>
        <span class="note">{{ on ? `on, ${figures(number(volts), 3)} V` : "off" }}</span>
      </div>
      <div v-for="role in ROLES" :key="role" class="line">
        <b>{{ role }}</b>
        <input
          v-model="address[role]"
          class="address"
          placeholder="127.0.0.1:5025"
          :aria-label="`Address of the ${role}`"
        />
        <button type="button" class="action" :disabled="!(address[role] ?? '').trim()" @click="take(role)">
          use it
        </button>
        <button v-if="instruments.has(role)" type="button" class="action" @click="instruments.leave(role)">
          let it go
        </button>
        <span v-if="asking === role" class="wrong">
          This address is not this machine. Is it the instrument you mean?
          <button type="button" class="boxed" @click="take(role, true)">Yes, speak to it</button>
        </span>
      </div>
      <div v-if="instruments.simulated" class="line">
        <b>Simulated</b>
        <label>
          <input
            v-model="held.locked"
            type="checkbox"
            @change="instruments.simulate({ locked: held.locked })"
          />
          shaft clamped
        </label>
        <label>
          motor
          <input
            v-model="other"
            class="address"
            placeholder="words of its name"
            aria-label="Motor on the bench"
            @keydown.enter.prevent="instruments.simulate({ motor: other })"
          />
        </label>
        <button
          type="button"
          class="action"
          :disabled="!other.trim()"
          @click="instruments.simulate({ motor: other })"
        >
          put it on
        </button>
        <label v-for="fault in FAULTS" :key="fault.key">
          <input
            type="checkbox"
            :checked="faults[fault.key] ?? false"
            :data-fault="fault.key"
            @change="toggle(fault.key)"
          />
          {{ fault.word }}
        </label>
      </div>
    </template>
  </section>
</template>

<style scoped>
.instruments {
  border: 1px solid var(--line);
  padding: var(--space-3) var(--space-5);
  margin-bottom: var(--space-6);
  background: var(--paper);
}

header {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-7);
  align-items: center;
}

.head h3 {
  color: var(--ink);
}

.stop {
  margin-left: auto;
  border: 2px solid var(--fail);
  color: var(--fail);
  font-weight: 600;
  padding: var(--space-2) var(--space-6);
}

.stop:hover {
  background: var(--fail);
  color: var(--sheet);
}

.line {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-6);
  align-items: center;
  padding: 0.3125rem 0;
  border-top: 1px solid var(--faint);
}

.line > b {
  min-width: 84px;
}

input:not([type="checkbox"]) {
  font: inherit;
  color: inherit;
  background: var(--sheet);
  border: 1px solid var(--box);
  width: 48px;
  text-align: right;
  padding: 0.0625rem var(--space-2);
}

.line .address {
  width: 150px;
  text-align: left;
}

input[type="checkbox"] {
  accent-color: var(--accent);
}

.wrong {
  color: var(--fail);
}
</style>
