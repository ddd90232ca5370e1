<script setup lang="ts">
// Which guess matters most: figures nobody measured, ranked by how far they move the weakest link.
import { SHEET_TITLES } from "../measure/sheetTitles.gen";
import { computed, ref } from "vue";
import { api, type Schemas } from "../api/client";
import { useAnswer } from "../api/answer";
import { useBench } from "./bench";
import { checkWords } from "./words";
import { tolerances } from "../odds/tolerances";
import { keyInWords } from "../shared/lib/places";
import { figures } from "../units/quantity";
import TolerancesForm from "../odds/TolerancesForm.vue";

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
const percent = (share: number | null) => (share === null ? "cannot" : `${figures(100 * share, 3)} %`);
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
            {{ checkWords(guess.kind_end.weakest_link?.code) }} {{ percent(guess.kind_end.utilisation) }} to
            {{ checkWords(guess.harsh_end.weakest_link?.code) }} {{ percent(guess.harsh_end.utilisation)
            }}<template v-if="guess.flips">; <b class="flips">it decides whether this holds</b></template
            >.
          </template>
          The sheet “{{ SHEET_TITLES[guess.sheet] }}” would replace it.
        </p>
      </li>
    </ol>
    <button type="button" class="action" @click="editing = !editing">
      {{ editing ? "close the tolerances" : "change the usual tolerances" }}
    </button>
    <TolerancesForm v-if="editing" />
  </details>
</template>

<style scoped>
.named {
  margin-top: var(--space-5);
}

.guesses {
  margin-top: var(--space-2);
}

summary {
  cursor: pointer;
  color: var(--soft);
}

.assumed li,
ol li {
  border-bottom: 1px solid var(--faint);
  padding: var(--space-2) 0;
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
</style>
