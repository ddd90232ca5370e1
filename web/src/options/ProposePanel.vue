<script setup lang="ts">
// Three machines of the shelf for the job: the cheapest, the lightest, and the calmest or strongest; or what comes nearest.
import { computed, ref, shallowRef, watch } from "vue";
import { api, saying, type Schemas } from "../api/client";
import { shown } from "../units/quantity";
import VerdictMark from "../shared/figures/VerdictMark.vue";
import { useBench } from "../workbench/bench";
import { useNewOptions } from "./newOptions";

type Proposal = Schemas["Proposal"];

const bench = useBench();
const options = useNewOptions();
const found = shallowRef<Schemas["Proposals"] | null>(null);
const asking = ref(false);
const problem = ref<string | null>(null);
const fromDrawer = ref(false);
const took = ref<string | null>(null);
/** The job the machines were proposed for. */
const proposedFor = ref("");
const job = computed(() => JSON.stringify(bench.document?.job ?? null));
const generates = computed(() => bench.document?.job.drives.every(({ load }) => load.kind === "generator"));
const stale = computed(() => found.value !== null && proposedFor.value !== job.value);

const WORDS: Record<Schemas["BestIn"], string> = {
  price: "cheapest",
  mass: "lightest",
  calm: "calmest",
  power: "strongest",
};

async function propose(): Promise<void> {
  const build = bench.document;
  if (!build || asking.value) return;
  asking.value = true;
  problem.value = null;
  took.value = null;
  const about = job.value;
  const body = { build, option: bench.optionIndex, from_drawer: fromDrawer.value };
  const reply = await api.POST("/api/propose", { body }).catch(() => undefined);
  asking.value = false;
  if (!reply?.data) {
    problem.value = saying(reply?.error);
    return;
  }
  found.value = reply.data;
  proposedFor.value = about;
}
watch(fromDrawer, () => {
  if (found.value) void propose();
});

function take(option: Schemas["OptionSheet"]): void {
  took.value = options.put(option);
}

const figure = (quantity: Parameters<typeof shown>[0], value: number | null | undefined) => {
  const { text, unit } = shown(quantity, value);
  return `${text} ${unit}`.trim();
};
/** Machines that a source turns are told by what they give. */
const turned = computed(() => found.value?.machines.some((machine) => machine.generated_w !== null) ?? false);
const cost = (machine: Proposal) =>
  machine.price === null ? "no price" : figure("plain", fromDrawer.value ? machine.to_buy : machine.price);
</script>

<template>
  <section class="propose" data-propose>
    <h3>
      three machines from the shelf
      <button type="button" class="boxed" :disabled="asking" data-propose-go @click="propose">
        {{ asking ? "looking through the shelf …" : found ? "Propose again" : "Propose three" }}
      </button>
      <label class="note"
        ><input v-model="fromDrawer" type="checkbox" data-from-drawer /> what is in the drawer first</label
      >
      <span v-if="stale" class="note" role="status">The job has changed since.</span>
    </h3>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <p v-if="!found && !problem" class="note">
      {{
        generates
          ? "Machine and speed-up for this source, each chosen with the whole model and every check held."
          : "Motor, gearing, packs, controller, leads, fuse and switch for this job, each chosen with the whole model and every check held."
      }}
    </p>
    <p v-if="took" class="note" role="status" data-took>“{{ took }}” stands among the options.</p>
    <template v-if="found">
      <p v-if="found.cannot" data-cannot>{{ found.cannot }}</p>
      <table v-if="found.machines.length > 0">
        <thead>
          <tr>
            <th>of {{ found.tried }} machines</th>
            <th class="number">used</th>
            <th class="number">{{ turned ? "gives" : "runs" }}</th>
            <th class="number">weigh</th>
            <th class="number">cost</th>
            <td></td>
          </tr>
        </thead>
        <tbody>
          <tr v-for="machine in found.machines" :key="machine.best_in" :data-proposal="machine.best_in">
            <td>
              <p>
                <VerdictMark :verdict="machine.verdict" /> <b>{{ WORDS[machine.best_in] }}</b>
                {{ machine.what }}
              </p>
              <p class="note">{{ machine.why }} {{ machine.gives_way }}</p>
              <p v-if="machine.next" class="note">{{ machine.next }}</p>
            </td>
            <td class="figure number" data-head="used">
              {{
                machine.worst_utilisation === null ? "–" : figure("percent", 100 * machine.worst_utilisation)
              }}
            </td>
            <td class="figure number" :data-head="turned ? 'gives' : 'runs'">
              {{ turned ? figure("power", machine.generated_w) : figure("minutes", machine.runtime_min) }}
            </td>
            <td class="figure number" data-head="weigh">{{ figure("mass", machine.hardware_mass_kg) }}</td>
            <td class="figure number" data-head="cost">{{ cost(machine) }}</td>
            <td>
              <button type="button" class="boxed" :data-take="machine.best_in" @click="take(machine.option)">
                Take it
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <template v-if="found.misses.length > 0">
        <p data-none>Nothing on the shelf does this job whole. The nearest:</p>
        <ul>
          <li v-for="miss in found.misses" :key="miss.what" data-miss>
            {{ miss.what }}
            <p class="note">{{ miss.fails }}</p>
            <p v-if="miss.ease" class="note">A wish that would let it through: {{ miss.ease }}</p>
            <button type="button" class="action" @click="take(miss.option)">take it all the same</button>
          </li>
        </ul>
      </template>
    </template>
  </section>
</template>

<style scoped>
.propose {
  margin: var(--space-4) 0 var(--space-8);
}

h3 {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: var(--space-2) var(--space-6);
  border-bottom: 1px solid var(--line);
  padding-bottom: var(--space-3);
}

td,
th {
  vertical-align: top;
  padding: var(--space-3) var(--space-4);
  border-bottom: 1px solid var(--faint);
}

td p {
  margin: 0 0 var(--space-1);
}

.number {
  text-align: right;
  white-space: nowrap;
}

.boxed {
  white-space: nowrap;
}

input[type="checkbox"] {
  accent-color: var(--accent);
  vertical-align: -2px;
}

.wrong {
  color: var(--fail);
}

@media (max-width: 760px) {
  table,
  tbody,
  tr,
  td {
    display: block;
  }

  thead {
    display: none;
  }

  tr {
    display: flex;
    flex-wrap: wrap;
    gap: 0 var(--space-4);
    border-bottom: 1px solid var(--line);
  }

  td {
    border: 0;
  }

  td:first-child {
    flex-basis: 100%;
  }

  td[data-head]::before {
    content: attr(data-head);
    display: block;
    color: var(--soft);
    font: 400 var(--size-note) / 1.4 var(--sans);
  }
}

h3 .note {
  font-weight: 400;
}
</style>
