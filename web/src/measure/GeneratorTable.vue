<script setup lang="ts">
// Machines that were measured, side by side as generators on one source, each with its own speed-up.
import { computed, reactive, ref } from "vue";
import { api, type Schemas } from "../api/client";
import { useAnswer } from "../api/answer";
import { figures } from "../units/quantity";

const source = ref("60");
const needed = ref("14");
const speedUp = reactive<Record<string, string>>({});
const number = (text: string) => Number(text.replace(",", "."));
const { value: compared, problem } = useAnswer<Schemas["ComparedGenerators"]>(
  () => [source.value, needed.value, JSON.stringify(speedUp)],
  (signal) => {
    const ratios = Object.entries(speedUp).map(([name, text]) => [name, number(text)] as const);
    const body = {
      source_rpm: number(source.value),
      needed_v: needed.value.trim() === "" ? null : number(needed.value),
      speed_up: Object.fromEntries(ratios.filter(([, ratio]) => Number.isFinite(ratio) && ratio > 0)),
    };
    return Number.isFinite(body.source_rpm) ? api.POST("/api/measure/generators", { body, signal }) : null;
  },
);
const machines = computed(() => compared.value?.machines);
const equal = computed(() => compared.value?.equal_steps);
</script>

<template>
  <section v-if="machines && machines.length > 0" class="generators" data-generators>
    <h2>As generators on one source</h2>
    <p class="line">
      <label>source <input v-model="source" aria-label="Speed of the source" /> rpm</label>
      <label>needed <input v-model="needed" aria-label="Volts needed" /> V</label>
    </p>
    <p v-if="problem" class="note">{{ problem }}</p>
    <div class="wide">
      <table>
        <thead>
          <tr>
            <th>machine</th>
            <th>speed-up</th>
            <th class="number">shaft</th>
            <th class="number">open</th>
            <th class="number">inside</th>
            <th class="number">gives at most</th>
            <th class="number">speed-up for {{ needed }} V</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in machines" :key="one.label" :data-machine="one.label">
            <td>{{ one.label }}</td>
            <td>
              <input
                :value="speedUp[one.label] ?? '1'"
                :aria-label="`Speed-up of ${one.label}`"
                @change="speedUp[one.label] = ($event.target as HTMLInputElement).value"
              />
            </td>
            <td class="figure number">{{ figures(one.shaft_rpm, 4) }} rpm</td>
            <td class="figure number">{{ figures(one.open_v, 3) }} V</td>
            <td class="figure number">
              {{ one.internal_ohm == null ? "–" : `${figures(one.internal_ohm, 3)} Ω` }}
            </td>
            <td class="figure number">
              {{ one.most_power_w == null ? "–" : `${figures(one.most_power_w, 3)} W` }}
            </td>
            <td class="figure number">
              {{ one.speed_up_for_needed == null ? "–" : figures(one.speed_up_for_needed, 3) }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="note">
      Volts from a generator test, a spin test or the speed without load; ohms from the winding sheet of the
      same name. The most comes into a load of the same ohms, and half of it heats the machine.
    </p>
    <template v-if="equal">
      <h3>Driven alike</h3>
      <div class="wide">
        <table data-equal-steps>
          <thead>
            <tr>
              <th class="number">{{ equal.of === "drive_power" ? "driven with" : "turned at" }}</th>
              <th v-for="name in equal.machines" :key="name" class="number">{{ name }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="step in equal.steps" :key="step.at">
              <th class="figure number">
                {{ figures(step.at, 3) }} {{ equal.of === "drive_power" ? "W" : "rpm" }}
              </th>
              <td v-for="(given, place) in step.given" :key="place" class="figure number">
                <template v-if="given">
                  <b v-if="step.most === place">{{ figures(given.output_power_w, 3) }} W</b>
                  <template v-else>{{ figures(given.output_power_w, 3) }} W</template>
                  <template v-if="given.efficiency != null">
                    · {{ figures(100 * given.efficiency, 2) }} %</template
                  >
                </template>
                <template v-else>–</template>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p class="note">
        From the generator tests, the best load of each step; straight lines between readings. The most of a
        step is bold where it is ahead by more than 5 %.
      </p>
    </template>
  </section>
</template>

<style scoped>
.generators {
  margin-top: 1.625rem;
}

.line {
  display: flex;
  gap: var(--space-9);
  padding: var(--space-3) 0;
}

input {
  font: inherit;
  color: inherit;
  background: transparent;
  border: 1px solid var(--box);
  width: 62px;
  text-align: right;
  padding: 0.0625rem var(--space-2);
}

.wide {
  overflow-x: auto;
}

h3 {
  margin-top: var(--space-9);
}

.number {
  text-align: right;
  white-space: nowrap;
}
</style>
