<script setup lang="ts">
// What the figures of this motor say: size code, turns, Kv, timing, voltage, size, rim.
import { computed, ref } from "vue";
import { api, type Schemas } from "../api/client";
import { useAnswer } from "../api/answer";
import { useBench } from "../workbench/bench";
import VerdictMark from "../shared/figures/VerdictMark.vue";
import { figures, shownText } from "../units/quantity";

const bench = useBench();
const open = ref(false);
const turns = ref<number | null>(null);
const { value: read, problem } = useAnswer<Schemas["Reading"]>(
  () => [open.value, bench.shown, bench.optionIndex, bench.driveIndex, turns.value],
  (signal) => {
    const [build, option, drive] = [bench.shown, bench.optionIndex, bench.driveIndex];
    const body = build && { build, option, drive, turns: turns.value === null ? [] : [turns.value] };
    return open.value && body ? api.POST("/api/motors/reading", { body, signal }) : null;
  },
);

const code = ref("");
const { value: decoded } = useAnswer<Schemas["SizeCode"] | null>(
  () => code.value,
  (signal) =>
    code.value.trim() === ""
      ? null
      : api.GET("/api/motors/size-code", { params: { query: { text: code.value } }, signal }),
);
const codeSays = computed(() =>
  code.value.trim() === ""
    ? read.value?.size_code?.says
    : (decoded.value?.says ?? "No size code that is known here."),
);

function setTurns(text: string): void {
  const value = Number(text.replace(",", "."));
  turns.value = Number.isFinite(value) && value >= 0.5 && value <= 1000 ? value : null;
}

function rewind(row: Schemas["Rewound"]): void {
  const motor = bench.drive?.motor;
  if (!motor || row.now) return;
  const scaled = (value: number | null | undefined) =>
    value == null ? {} : { no_load_current_a: row.no_load_current_a };
  bench.set(
    `${bench.drivePointer}/motor`,
    {
      ...motor,
      kv_rpm_per_v: row.kv_rpm_per_v,
      resistance_ohm: row.resistance_ohm,
      ...scaled(motor.no_load_current_a),
      ...(row.turns === null ? {} : { turns: row.turns }),
    },
    null,
  );
}

const VOLTS = [
  { word: "no load", key: "no_load_rpm", quantity: "rotation" },
  { word: "torque, held", key: "stall_torque_nm", quantity: "torque" },
  { word: "current, held", key: "stall_current_a", quantity: "current" },
  { word: "heat, held", key: "stall_heat_w", quantity: "power" },
] as const;
const percent = (share: number) =>
  Math.abs(share - 1) < 5e-4 ? "=" : `${share >= 1 ? "+" : "−"}${figures(100 * Math.abs(share - 1), 2)} %`;
</script>

<template>
  <details class="reading" data-motor-reading @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary>Reading this motor: size code, turns and Kv, timing, volts, how fast its rim flies</summary>
    <p v-if="problem" class="note" role="alert">{{ problem }}</p>
    <div v-if="read" class="parts">
      <section>
        <h3>size code</h3>
        <label class="note">
          on the can
          <input v-model="code" type="text" maxlength="60" placeholder="6355, 540, 36x74 …" data-size-code />
        </label>
        <p v-if="codeSays" data-size-says>{{ codeSays }}</p>
        <p v-if="code.trim() === '' && read.size_code?.differs" class="caution" data-size-differs>
          {{ read.size_code.differs }}
        </p>
        <h3>poles</h3>
        <p v-if="!read.electrical" class="note">
          The pole pairs are not given: a controller's electrical-speed limit cannot be judged.
        </p>
        <template v-else>
          <p>
            {{ read.electrical.poles }} poles: {{ figures(read.electrical.erpm, 3) }} electrical rpm spinning
            free, {{ figures(read.electrical.hertz, 3) }} Hz.
          </p>
          <p class="note">
            Twice the poles is twice the electrical speed for the same rpm. Two poles suit the fastest rotors,
            four and more push harder for their size and turn slower.
          </p>
        </template>
        <h3>Kv for this job</h3>
        <p class="large figure">{{ figures(read.kv.now, 4) }}<span class="unit">rpm/V now</span></p>
        <p>{{ read.kv.says }}</p>
      </section>
      <section>
        <h3>wound with other turns, on the same iron</h3>
        <table>
          <thead>
            <tr>
              <td></td>
              <th class="number">turns</th>
              <th class="number">Kv</th>
              <th class="number">mΩ</th>
              <th class="number">A, hardest</th>
              <th class="number">winding</th>
              <td></td>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in read.turns" :key="row.times" :class="{ now: row.now }" data-rewound>
              <td><VerdictMark :verdict="row.verdict" /></td>
              <td class="figure number">
                {{ row.turns === null ? `× ${figures(row.times, 3)}` : figures(row.turns, 3) }}
              </td>
              <td class="figure number">{{ figures(row.kv_rpm_per_v, 4) }}</td>
              <td class="figure number">{{ figures(1000 * row.resistance_ohm, 3) }}</td>
              <td class="figure number">
                {{ row.motor_current_a === null ? "–" : figures(row.motor_current_a, 3) }}
              </td>
              <td class="figure number">{{ shownText("temperature", row.winding_c) }}</td>
              <td>
                <span v-if="row.now" class="note">now</span>
                <button v-else type="button" class="action" @click="rewind(row)">wind it so</button>
              </td>
            </tr>
          </tbody>
        </table>
        <p v-if="bench.drive?.motor.turns != null" class="note">
          what would
          <input
            type="text"
            inputmode="decimal"
            class="turns"
            aria-label="Turns to look at"
            data-turns
            @change="setTurns(($event.target as HTMLInputElement).value)"
          />
          turns do? Kv goes with 1/turns, resistance with turns².
        </p>
        <p v-else class="note">
          The turns are not given: rows are in proportion. Kv goes with 1/turns, resistance with turns².
        </p>
        <h3>timing</h3>
        <table>
          <thead>
            <tr>
              <th>beyond the Kv setting</th>
              <th class="number">speed for each volt</th>
              <th class="number">torque for each ampere</th>
              <th class="number">current at work</th>
              <th class="number">winding</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in read.timing" :key="row.advance_deg">
              <td class="figure">{{ row.advance_deg }}°</td>
              <td class="figure number">{{ percent(row.speed_per_volt) }}</td>
              <td class="figure number">{{ percent(row.torque_per_ampere) }}</td>
              <td class="figure number">{{ shownText("current", row.motor_current_a) }}</td>
              <td class="figure number">
                {{ row.winding_c === null ? "burns, or unknown" : shownText("temperature", row.winding_c) }}
              </td>
            </tr>
          </tbody>
        </table>
      </section>
      <section>
        <h3>a quarter more volts</h3>
        <table>
          <thead>
            <tr>
              <td></td>
              <th v-for="column in read.volts" :key="column.voltage_v" class="number">
                {{ figures(column.voltage_v, 3) }} V
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="line in VOLTS" :key="line.key">
              <td>{{ line.word }}</td>
              <td v-for="column in read.volts" :key="column.voltage_v" class="figure number">
                {{ shownText(line.quantity, column[line.key]) }}
              </td>
            </tr>
          </tbody>
        </table>
        <p>{{ read.volts_say }}</p>
        <template v-if="read.rim">
          <h3>the rim of the rotor</h3>
          <p>
            <template v-if="read.rim.speed_m_s !== null">
              It flies at <b class="figure">{{ shownText("fastSpeed", read.rim.speed_m_s) }}</b> spinning
              free, a pull of {{ figures(read.rim.hoop_mpa ?? 0, 3) }} MPa;
            </template>
            {{ shownText("fastSpeed", read.rim.limit_m_s) }} is the limit{{
              read.rim.assumed ? " assumed" : ""
            }}.
          </p>
          <p>{{ read.rim.says }}</p>
        </template>
        <template v-if="read.sizes.length > 0">
          <h3>cans of other sizes</h3>
          <table>
            <thead>
              <tr>
                <td></td>
                <th class="number">torque</th>
                <th class="number">safe speed</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="size in read.sizes" :key="size.says">
                <td>{{ size.says }}</td>
                <td class="figure number">{{ percent(size.torque) }}</td>
                <td class="figure number">{{ percent(size.safe_speed) }}</td>
              </tr>
            </tbody>
          </table>
        </template>
      </section>
    </div>
  </details>
</template>

<style scoped>
.reading {
  margin: var(--space-2) 0;
}

summary {
  cursor: pointer;
  color: var(--accent);
}

.parts {
  columns: 2 300px;
  column-gap: var(--space-12);
  margin: var(--space-4) 0 var(--space-7);
}

section {
  margin-bottom: var(--space-6);
}

table {
  break-inside: avoid;
}

h3 {
  break-after: avoid;
  margin-top: var(--space-4);
  border-bottom: 1px solid var(--line);
  padding-bottom: var(--space-1);
}

section > h3:first-child {
  margin-top: 0;
}

.number {
  text-align: right;
}

td,
th {
  padding: var(--space-1) var(--space-2);
}

.now td {
  background: var(--selected);
}

.large {
  font-size: var(--size-answer);
  font-weight: 600;
}

input {
  font: inherit;
  font-family: var(--mono);
  color: inherit;
  background: transparent;
  border: 0;
  border-bottom: 1px solid var(--box);
  width: 150px;
}

.turns {
  width: 48px;
}

.action {
  white-space: nowrap;
  font-size: var(--size-note);
}
</style>
