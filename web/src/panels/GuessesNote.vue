<script setup lang="ts">
// Which guess matters most: figures nobody measured, ranked by how far they move the weakest link.
import { computed, ref } from "vue";
import { api, type Schemas } from "../api/client";
import { useAnswer } from "../bench/answer";
import { useBench } from "../bench/bench";
import { checkWords, SHEET_WORDS } from "../bench/words";
import { tolerances, USUAL_TOLERANCES } from "../bench/tolerances";
import { keyInWords } from "../lib/places";
import { figures } from "../units/quantity";

const bench = useBench();
const open = ref(false);
const editing = ref(false);
const { value: all, problem } = useAnswer<Schemas["GuessEffect"][]>(
  () => [open.value, bench.shown, bench.optionIndex, { ...tolerances }],
  (signal) => {
    const [build, option] = [bench.shown, bench.optionIndex];
    const body = build && { build, option, tolerances: { ...tolerances } };
    return open.value && body ? api.POST("/api/guesses", { body, signal }) : null;
  },
);

const assumed = computed(() => bench.optionFigures?.guesses ?? []);
/** What they are, each named once. */
const names = computed(() =>
  [...new Set(assumed.value.map(({ pointer }) => keyInWords(pointer)))].join(", "),
);
const title = (code: string | undefined) =>
  bench.optionFigures?.checks.find((check) => check.code === code)?.title.toLowerCase() ?? checkWords(code);
const percent = (share: number | null) => (share === null ? "cannot" : `${figures(100 * share, 3)} %`);

const EDITABLE: { key: keyof typeof USUAL_TOLERANCES; label: string; share: boolean }[] = [
  { key: "kv_share", label: "Kv, ± %", share: true },
  { key: "resistance_share", label: "winding resistance, ± %", share: true },
  { key: "cell_resistance_factor", label: "cell resistance, × or ÷", share: false },
  { key: "c_rating_share", label: "C rating, − %", share: true },
  { key: "rolling_resistance_factor", label: "rolling resistance, × or ÷", share: false },
  { key: "thermal_factor", label: "heat path, × or ÷", share: false },
];

function setTolerance(key: keyof typeof USUAL_TOLERANCES, share: boolean, text: string): void {
  const value = Number(text.replace(",", "."));
  if (Number.isFinite(value) && text.trim() !== "") tolerances[key] = share ? value / 100 : value;
}
</script>

<template>
  <p v-if="assumed.length > 0" class="note named" data-assumed>≈ Assumed: {{ names }}.</p>
  <details class="guesses" data-guesses @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary>Which guess matters most?</summary>
    <ul class="assumed">
      <li v-for="guess in assumed" :key="guess.pointer">≈ {{ guess.assumed }}</li>
    </ul>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <ol v-if="all">
      <li v-for="guess in all" :key="guess.pointer" :data-guess="guess.pointer">
        <p>
          <b>{{ guess.what }}</b>
          <template v-if="guess.drive && (bench.option?.drives.length ?? 0) > 1"
            >, {{ guess.drive }}</template
          >
          <span class="note"> {{ guess.provenance }}, {{ guess.tolerance }}</span>
          <span class="figure moves">{{ figures(100 * guess.moves, 3) }} %</span>
        </p>
        <p class="note">
          <template v-if="guess.moves < 0.0005">The weakest link does not move.</template>
          <template v-else>
            {{ title(guess.kind_end.weakest_link?.code) }} {{ percent(guess.kind_end.utilisation) }} to
            {{ title(guess.harsh_end.weakest_link?.code) }} {{ percent(guess.harsh_end.utilisation)
            }}<template v-if="guess.flips">; <b class="flips">it decides whether this holds</b></template
            >.
          </template>
          The {{ SHEET_WORDS[guess.sheet] }} would replace it.
        </p>
      </li>
    </ol>
    <button type="button" class="action" @click="editing = !editing">
      {{ editing ? "close the tolerances" : "change the usual tolerances" }}
    </button>
    <div v-if="editing" class="edit">
      <label v-for="field in EDITABLE" :key="field.key">
        <span>{{ field.label }}</span>
        <input
          :value="figures(field.share ? 100 * tolerances[field.key] : tolerances[field.key], 4)"
          :data-tolerance="field.key"
          @change="(event) => setTolerance(field.key, field.share, (event.target as HTMLInputElement).value)"
        />
      </label>
      <button type="button" class="action" @click="Object.assign(tolerances, USUAL_TOLERANCES)">
        as usual again
      </button>
    </div>
  </details>
</template>

<style scoped>
.named {
  margin-top: 10px;
}

.guesses {
  margin-top: 4px;
}

summary {
  cursor: pointer;
  color: var(--soft);
}

.assumed li,
ol li {
  border-bottom: 1px solid var(--faint);
  padding: 4px 0;
}

.assumed {
  color: var(--soft);
}

ol b {
  font-weight: 600;
}

.moves {
  float: right;
}

.flips {
  color: var(--fail);
}

.problem {
  color: var(--fail);
}

.edit label {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  padding: 2px 0;
}

.edit input {
  width: 72px;
  font: var(--size) var(--mono);
  text-align: right;
  color: inherit;
  background: transparent;
  border: 0;
  border-bottom: 1px solid var(--line);
}
</style>
