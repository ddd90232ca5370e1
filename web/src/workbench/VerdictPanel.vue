<script setup lang="ts">
// The verdict: what gives way first, what else is tight, cautions, what holds, what nobody knows.
import { computed } from "vue";
import type { Check } from "../api/client";
import type { Step } from "../router";
import VerdictMark from "../shared/figures/VerdictMark.vue";
import AssumptionsNote from "./AssumptionsNote.vue";
import { useBench } from "./bench";
import CheckList from "./CheckList.vue";
import { BUILD_WORDS, checkKey, isCaution, stepOf, weakestOf } from "./words";
import { figures } from "../units/quantity";
import { TITLES } from "./stepWords";

defineProps<{ folded?: boolean; sheet?: boolean }>();
const emit = defineEmits<{ go: [step: Step]; fold: [away: boolean] }>();
const bench = useBench();

const checks = computed(() => bench.optionFigures?.checks ?? []);
/** What to know: cautions above their mark. They make no machine fail, and stand apart. */
const cautions = computed(() =>
  checks.value.filter((check) => isCaution(check) && check.verdict === "tight"),
);
const known = computed(() =>
  checks.value.filter((check) => check.verdict !== "unknown" && !cautions.value.includes(check)),
);
const unknown = computed(() => checks.value.filter((check) => check.verdict === "unknown"));
const several = computed(() => (bench.option?.drives.length ?? 0) > 1);
const weakest = computed(() => weakestOf(bench.optionFigures) ?? known.value[0]);
const others = computed(() => known.value.filter((check) => check !== weakest.value));
const failing = computed(() => others.value.filter(({ verdict }) => verdict === "fail"));
const tight = computed(() => others.value.filter(({ verdict }) => verdict === "tight"));
const holding = computed(() => others.value.filter(({ verdict }) => verdict === "ok"));
/** Of what holds, what would be next. */
const next = computed(() => {
  const first = holding.value.find(({ fits, utilisation }) => fits === null && utilisation !== null);
  return first?.utilisation == null
    ? ""
    : `next: ${first.title.toLowerCase()}, ${figures(100 * first.utilisation, 2)} %`;
});
/** The one in question: the one opened by hand, else the weakest link. */
const open = computed(() => bench.openCheck ?? (weakest.value ? checkKey(weakest.value) : null));
const isOpen = (check: Check) => open.value === checkKey(check);

const word = computed(() => {
  const verdict = bench.optionFigures?.verdict;
  return verdict ? BUILD_WORDS[verdict] : "";
});
const summary = computed(() => {
  const count = (verdict: string) => known.value.filter((check) => check.verdict === verdict).length;
  const [fails, few] = [count("fail"), count("tight")];
  const said = [];
  said.push(fails === 0 ? "none fails" : `${fails} ${fails === 1 ? "fails" : "fail"}`);
  if (few > 0) said.push(`${few} tight`);
  if (cautions.value.length > 0) said.push(`${cautions.value.length} to know`);
  return said.join(", ");
});

function toggle(check: Check): void {
  bench.openCheck = isOpen(check) ? "" : checkKey(check);
}

function move(event: KeyboardEvent): void {
  if (event.key !== "ArrowDown" && event.key !== "ArrowUp") return;
  event.preventDefault();
  // The remedies of the check that is open stand among the rows.
  const rows = [
    ...document.querySelectorAll<HTMLElement>("[data-verdict] button.row, [data-verdict] [data-remedy]"),
  ].filter((row) => row.checkVisibility());
  const at = rows.indexOf(event.target as HTMLElement);
  if (at >= 0) rows[at + (event.key === "ArrowDown" ? 1 : -1)]?.focus();
}
</script>

<template>
  <aside v-if="folded" class="strip" aria-label="Verdict" data-verdict-strip>
    <button type="button" @click="emit('fold', false)">
      <VerdictMark v-if="bench.optionFigures" :verdict="bench.optionFigures.verdict" quiet />
      <b>{{ word }}</b>
      <span v-if="weakest" class="soft"
        >first gives way: {{ weakest.title.toLowerCase() }}, {{ weakest.said }}</span
      >
      <span class="opens">open the verdict</span>
    </button>
  </aside>
  <aside v-else class="verdict" :class="{ over: sheet }" aria-label="Verdict" data-verdict @keydown="move">
    <header>
      <VerdictMark v-if="bench.optionFigures" :verdict="bench.optionFigures.verdict" quiet large />
      <h2>{{ word }}</h2>
      <button type="button" class="action note" data-fold-verdict @click="emit('fold', true)">
        {{ sheet ? "close" : "fold" }}
      </button>
      <span class="note summary" role="status" data-summary>{{ summary }}</span>
    </header>
    <p v-if="checks.length === 0" class="note">The figures are being worked out.</p>
    <template v-if="weakest">
      <h3>{{ weakest.verdict === "fail" ? "what fails" : "what gives way first" }}</h3>
      <CheckList
        :checks="[weakest, ...failing]"
        :open="open"
        :weakest="weakest"
        @toggle="toggle"
        @go="(step) => emit('go', step)"
      />
    </template>
    <template v-if="tight.length > 0">
      <h3>{{ weakest?.verdict === "fail" ? "tight" : "also tight" }}</h3>
      <CheckList :checks="tight" :open="open" @toggle="toggle" @go="(step) => emit('go', step)" />
    </template>
    <section v-if="cautions.length > 0" data-cautions>
      <h3 class="know">cautions</h3>
      <CheckList :checks="cautions" :open="open" @toggle="toggle" @go="(step) => emit('go', step)" />
    </section>
    <details v-if="holding.length > 0" class="fold" data-holding>
      <summary>
        <VerdictMark verdict="ok" quiet /> holds ({{ holding.length }}) <span class="note">{{ next }}</span>
      </summary>
      <CheckList :checks="holding" :open="open" @toggle="toggle" @go="(step) => emit('go', step)" />
    </details>
    <details v-if="unknown.length > 0" class="fold unknown">
      <summary>
        <VerdictMark verdict="unknown" quiet /> not known ({{ unknown.length }})
        <span class="note">for want of a figure</span>
      </summary>
      <ul>
        <li
          v-for="check in unknown"
          :key="checkKey(check)"
          :data-check="check.code"
          data-check-verdict="unknown"
        >
          <b
            >{{ check.title }}<template v-if="several && check.drive">, {{ check.drive }}</template></b
          >
          {{ check.because }}
          <button type="button" class="action" @click="emit('go', stepOf(check))">
            go to {{ TITLES[stepOf(check)].toLowerCase() }}
          </button>
        </li>
      </ul>
    </details>
    <AssumptionsNote />
  </aside>
</template>

<style scoped>
.verdict {
  grid-area: verdict;
  position: relative;
  background: var(--paper);
  border-left: 1px solid var(--ink);
  padding: var(--space-4) var(--space-8) var(--space-12) var(--space-7);
  overflow: auto;
}

header {
  display: grid;
  grid-template-columns: auto 1fr auto;
  align-items: baseline;
  column-gap: var(--space-4);
}

.summary {
  grid-column: 2 / -1;
}

h2 {
  font-size: var(--size-sentence);
}

h3 {
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.125rem;
  margin-top: var(--space-4);
}

h3.know {
  color: var(--caution);
}

.fold {
  border-bottom: 1px solid var(--line);
}

summary {
  cursor: pointer;
  padding: var(--space-3) 0;
  display: flex;
  gap: var(--space-4);
  align-items: baseline;
}

summary .note {
  margin-left: auto;
}

.unknown li {
  padding: var(--space-3) 0 var(--space-3) 1.25rem;
  color: var(--soft);
  border-top: 1px solid var(--faint);
}

.unknown b {
  font-weight: 600;
  color: var(--ink);
}

.strip {
  grid-area: verdict;
  background: var(--paper);
  border-left: 1px solid var(--line);
}

.strip button {
  writing-mode: vertical-rl;
  display: flex;
  gap: var(--space-4);
  align-items: center;
  height: 100%;
  width: 100%;
  padding: var(--space-6) 0;
  overflow: hidden;
  white-space: nowrap;
}

.strip .opens {
  color: var(--accent);
  text-decoration: underline;
}

/* On a narrow screen it lies over the step, above the bar. */
.over {
  grid-area: panel;
  z-index: 2;
  border-left: 0;
  border-top: 1px solid var(--ink);
}
</style>
