<script setup lang="ts">
// What is known of a motor from its label or its seller, and what is worked out from that.
import { SHEET_TITLES } from "../measure/sheetTitles.gen";
import { useToast } from "primevue/usetoast";
import { computed, ref } from "vue";
import { useRouter } from "vue-router";
import { api, saying, type Schemas } from "../api/client";
import { useAnswer } from "../api/answer";
import { fieldMeta } from "../api/fields";
import { newSheet } from "../measure/newSheet";
import BenchField from "../shared/fields/BenchField.vue";
import { figures, shown } from "../units/quantity";
import { quantityOf } from "../units/units";
import { useDesk } from "../workbench/desk";

const props = defineProps<{
  /** Pointer to the motor. */
  at: string;
  /** Diameter of the wheel it would sit in, m. */
  wheel?: number | null | undefined;
  /** The build that it belongs to. */
  build?: string | null | undefined;
}>();
const router = useRouter();
const toast = useToast();
const desk = useDesk();

const FIRST = [
  "form",
  "voltage_v",
  "speed_rpm",
  "stall_current_a",
  "stall_torque_nm",
  "rated_power_w",
  "max_current_a",
  "size_code",
];
const MORE = [
  "gear_ratio",
  "shaft",
  "no_load_current_a",
  "turns",
  "kv_rpm_per_v",
  "resistance_ohm",
  "cells",
  "mass_kg",
];
/** What the label of a stepper tells. */
const OF_STEPPER = [
  "form",
  "stall_torque_nm",
  "max_current_a",
  "resistance_ohm",
  "voltage_v",
  "step_deg",
  "mass_kg",
  "kv_rpm_per_v",
];
const MARKS: Record<Schemas["Provenance"], string> = {
  listed: "as told",
  measured: "measured",
  worked_out: "worked out",
  estimated: "≈ a guess",
};

const motor = computed(() => (desk.get(props.at) ?? {}) as Record<string, unknown>);
const facts = computed(() => (motor.value.facts ?? {}) as Record<string, unknown>);
const asked = computed(() => (facts.value.form === "stepper" ? OF_STEPPER : [...FIRST, ...MORE]));
/** On a narrow screen what is rarely told waits, unless it is. */
const all = ref(false);
const later = (name: string) => !all.value && MORE.includes(name) && !(name in facts.value);
const told = computed(() => Object.keys(facts.value).length > 0);
const opened = ref(false);
const open = computed(() => opened.value || told.value);

const { value: found, problem } = useAnswer<Schemas["WorkedOut"]>(
  () => [props.at, facts.value, props.wheel],
  (signal) => {
    if (!told.value) return null;
    const body = { motor: motor.value, wheel_diameter_m: props.wheel ?? null };
    return api.POST("/api/motors/known", { body, signal });
  },
);

function labelOf(key: string): string {
  const [outer, inner] = key.split(".");
  if (inner !== undefined) return `Gearbox: ${fieldMeta("Gearbox", inner).label.toLowerCase()}`;
  return fieldMeta("Motor", outer ?? key).label;
}

function words(key: string, value: unknown): string {
  if (typeof value === "number") {
    const { text, unit } = shown(quantityOf(key), value);
    return `${text} ${unit}`.trim();
  }
  const choice = fieldMeta("Motor", key).choices?.find(({ word }) => word === value);
  return choice?.label ?? String(value);
}

/** What was worked out stands in the motor already. */
const stands = computed(
  () =>
    found.value !== null &&
    found.value.figures.every(({ key, value }) => {
      const now = key
        .split(".")
        .reduce<unknown>((node, step) => (node as Record<string, unknown> | undefined)?.[step], motor.value);
      return now === value;
    }),
);
/** What is told by another figure, or is for programs. */
const UNTOLD = ["provenance", "measured_on", "part_id", "no_load_voltage_v"];
const goes = computed(() =>
  (found.value?.goes ?? [])
    .filter((key) => !UNTOLD.includes(key))
    .map((key) => labelOf(key).toLowerCase())
    .join(", "),
);

async function measure(kind: string): Promise<void> {
  const label = typeof motor.value.label === "string" ? motor.value.label : "";
  const reply = await newSheet(kind, { label, buildId: props.build ?? null });
  if (reply?.data) void router.push({ name: "sheet", params: { id: reply.data.id } });
  else toast.add({ severity: "error", summary: saying(reply?.error), life: 8000 });
}

function take(): void {
  const now = found.value;
  if (!now || now.missing.length > 0) return;
  desk.set(props.at, { ...(now.motor as Record<string, unknown>), facts: facts.value }, null);
  desk.seal();
}

function enter(event: KeyboardEvent): void {
  if (event.target instanceof HTMLInputElement) take();
}
</script>

<template>
  <section class="known" data-known>
    <h3>
      what do you know of it?
      <button v-if="!open" type="button" class="action" data-known-open @click="opened = true">
        type its volts, rpm, amps, watts, turns or size
      </button>
      <span v-else class="note"
        >from its label, its seller, or a look at it; leave out what nobody told you</span
      >
    </h3>
    <div v-if="open" class="halves">
      <div class="fields" @keydown.enter="enter">
        <BenchField
          v-for="name in asked"
          :key="name"
          :at="`${at}/facts`"
          record="MotorFacts"
          :name="name"
          :class="{ later: later(name) }"
        />
        <button
          v-if="asked.some(later)"
          type="button"
          class="action rest"
          data-known-rest
          @click="all = true"
        >
          more: gearbox, turns, Kv, ohms, cells, mass
        </button>
      </div>
      <div class="found" aria-live="polite">
        <p v-if="!told" class="note">
          Two or three figures do: volts with a speed, and one of stall amps, watts, size or ohms. Kv,
          resistance and gearbox are worked out of them.
        </p>
        <p v-else-if="problem" class="wrong">{{ problem }}</p>
        <template v-else-if="found">
          <p v-if="found.missing.length > 0" data-known-missing>
            Still wanted: {{ found.missing.join("; and ") }}.
          </p>
          <p
            v-for="entry in found.contradictions"
            :key="entry.says"
            class="wrong"
            role="alert"
            data-contradiction
          >
            {{ entry.says }}
          </p>
          <table v-if="found.figures.length > 0" class="figures">
            <tbody>
              <tr v-for="figure in found.figures" :key="figure.key" :data-found="figure.key">
                <td>{{ labelOf(figure.key) }}</td>
                <td class="figure">{{ words(figure.key, figure.value) }}</td>
                <td class="note">
                  {{ MARKS[figure.provenance]
                  }}<template v-if="figure.factor && figure.factor > 1.03"
                    >, × ÷ {{ figures(figure.factor, 2) }}</template
                  >
                  <button
                    v-if="figure.sheet && figure.provenance === 'estimated'"
                    type="button"
                    class="action"
                    :data-measure="figure.sheet"
                    :title="`The bench sheet that replaces this: ${SHEET_TITLES[figure.sheet]}`"
                    @click="measure(figure.sheet)"
                  >
                    measure it
                  </button>
                </td>
              </tr>
            </tbody>
          </table>
          <p v-if="found.at_output" class="note" data-at-output>
            Seen at its shaft on {{ figures(found.at_output.voltage_v, 3) }} V:
            {{ words("speed_rpm", found.at_output.no_load_rpm) }} free,
            {{ words("stall_torque_nm", found.at_output.stall_torque_nm) }} and
            {{ words("stall_current_a", found.at_output.stall_current_a) }} held still.
          </p>
          <p v-if="goes" class="note" data-goes>
            It is another motor than the one that stands here: its {{ goes }} go.
          </p>
          <p v-if="found.figures.length > 0" class="take">
            <button type="button" class="boxed" :disabled="stands" data-use-known @click="take">
              {{ stands ? "These figures are in" : "Use these figures" }}
            </button>
            <span v-if="!stands" class="note">or Enter in a field</span>
          </p>
          <details v-if="found.working.length > 0">
            <summary>how</summary>
            <p v-for="line in found.working" :key="line" class="note">{{ line }}</p>
          </details>
        </template>
      </div>
    </div>
  </section>
</template>

<style scoped>
.known {
  margin: var(--space-4) 0 var(--space-7);
}

h3 {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: var(--space-2) var(--space-6);
  border-bottom: 1px solid var(--line);
  padding-bottom: var(--space-1);
}

.halves {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 300px), 1fr));
  gap: var(--space-4) var(--space-12);
}

.fields {
  columns: 2 230px;
  column-gap: var(--space-9);
}

.rest {
  display: none;
}

@media (max-width: 760px) {
  .later {
    display: none;
  }

  .rest {
    display: block;
    padding: var(--space-3) 0;
  }
}

.found p {
  margin: var(--space-3) 0;
}

.found td {
  padding-right: var(--space-4);
}

.take {
  display: flex;
  align-items: baseline;
  gap: var(--space-5);
}

.wrong {
  color: var(--fail);
}

td .action {
  margin-left: var(--space-4);
}

h3 .note {
  font-weight: 400;
}
</style>
