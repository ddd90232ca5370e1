<script setup lang="ts">
// The instruments beside a sheet: which are in use, and a sweep by itself.
import { computed, reactive, ref, watch } from "vue";
import { useAnswer } from "../api/answer";
import { api, type Schemas } from "../api/client";
import { useInstruments } from "./instruments";
import { kindOf } from "./kinds";
import { figures } from "../units/quantity";
import { useSheet } from "./sheet";

const instruments = useInstruments();
const sheet = useSheet();
const number = (text: string) => Number(text.replace(",", "."));

const ROLES = ["supply", "meter", "tachometer", "thermometer"] as const;
const open = ref(false);
const address = reactive<Record<string, string>>({});
const asking = ref<(typeof ROLES)[number] | null>(null);
async function take(role: (typeof ROLES)[number], confirmed = false): Promise<void> {
  const answer = await instruments.take(role, (address[role] ?? "").trim(), confirmed);
  asking.value = answer === "confirm" ? role : null;
}

// ---- a sweep by itself

/** Each step is read by itself: without a tachometer the speed would be missing, and readings are taken one by one. */
const sweeps = computed(
  () =>
    sheet.document?.kind === "no_load_sweep" && instruments.has("supply") && instruments.has("tachometer"),
);
const asked = reactive({ from: "", to: "", steps: "", settle: "0.5", limit: "" });
const untouched = () => kindOf(sheet.document?.kind)?.start.resistance_ohm;
/** From the motor in hand, as far as it is known; carefully where nothing is. */
const fromWhat = ref("");
const { value: known } = useAnswer<Schemas["KnownOfIt"]>(
  () => [sweeps.value, sheet.id, sheet.get("/label")],
  (signal) => {
    const id = sheet.id;
    if (!sweeps.value || id === null) return null;
    return sheet.flush().then(() => api.GET("/api/sheets/{id}/known", { params: { path: { id } }, signal }));
  },
);
watch(known, (now) => {
  if (!now) return;
  const { in_hand: motor, sweep: plan, resistance_ohm: ohm } = now;
  Object.assign(asked, {
    from: String(plan.from_v),
    to: String(plan.to_v),
    steps: String(plan.steps),
    limit: String(plan.limit_a),
  });
  fromWhat.value =
    motor.volts === null
      ? "nothing is known of this motor: its volts are yours to give"
      : `from its ${figures(motor.volts, 3)} V${motor.no_load_a === null ? "" : ` and ${figures(motor.no_load_a, 2)} A without load`}`;
  // What was measured under this name is taken where nothing was typed.
  if (ohm !== null && sheet.get("/resistance_ohm") === untouched()) sheet.set("/resistance_ohm", ohm, null);
});
/** Points of the running sweep that already stand in the sheet. */
let taken = 0;
let mine: string | null = null;
async function begin(): Promise<void> {
  taken = 0;
  const sweep = {
    from_v: number(asked.from),
    to_v: number(asked.to),
    steps: Math.round(number(asked.steps)),
    limit_a: number(asked.limit),
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
      <label
        >limit
        <input v-model="asked.limit" aria-label="Current limit of the sweep" data-sweep-limit /> A</label
      >
      <button type="button" class="boxed" :disabled="instruments.running" data-sweep @click="begin">
        {{
          instruments.running
            ? `step ${instruments.sweep?.points.length ?? 0} of ${instruments.sweep?.steps}`
            : "Run it"
        }}
      </button>
      <span v-if="fromWhat" class="note" data-sweep-from>{{ fromWhat }}</span>
      <span class="note" role="status" :data-sweep-state="instruments.sweep?.state ?? 'idle'">
        {{
          {
            idle: "",
            running: "running",
            done: "done",
            stopped: "stopped",
            failed: "failed",
          }[instruments.sweep?.state ?? "idle"]
        }}
      </span>
    </div>
    <template v-if="open">
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
