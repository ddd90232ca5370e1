<script setup lang="ts">
// The ranked checks: what gives way first stands first.
import { computed } from "vue";
import type { Check } from "../api/client";
import { useBench } from "./bench";
import { checkKey, checkSum, stepOf, verdictWord } from "./words";
import { useSums } from "./sums";
import AssumptionsNote from "./AssumptionsNote.vue";
import RemedyList from "./RemedyList.vue";
import FigureDelta from "../shared/figures/FigureDelta.vue";
import VerdictMark from "../shared/figures/VerdictMark.vue";
import type { Step } from "../router";

const emit = defineEmits<{ go: [step: Step] }>();
const bench = useBench();
const sums = useSums();

const checks = computed(() => bench.optionFigures?.checks ?? []);
/** What to know: cautions above their mark. They make no machine fail, and stand apart. */
const cautions = computed(() =>
  checks.value.filter((check) => check.class === "caution" && check.verdict === "tight"),
);
const known = computed(() =>
  checks.value.filter((check) => check.verdict !== "unknown" && !cautions.value.includes(check)),
);
const unknown = computed(() => checks.value.filter((check) => check.verdict === "unknown"));
const several = computed(() => (bench.option?.drives.length ?? 0) > 1);
const weakest = computed(() => {
  const link = bench.optionFigures?.weakest_link;
  return link && checks.value.find((check) => checkKey(check) === checkKey(link));
});
/** The one in question: the one opened by hand, else the weakest link. */
const open = computed(() => bench.openCheck ?? (weakest.value ? checkKey(weakest.value) : null));

const summary = computed(() => {
  const count = (verdict: string) => known.value.filter((check) => check.verdict === verdict).length;
  const [fails, tight] = [count("fail"), count("tight")];
  const said = [];
  if (fails > 0) said.push(`${fails} ${fails === 1 ? "fails" : "fail"}`);
  if (tight > 0) said.push(`tight at ${tight} ${tight === 1 ? "place" : "places"}`);
  if (fails === 0) said.unshift("holds");
  if (cautions.value.length > 0) said.push(`${cautions.value.length} to know`);
  return said.join(", ");
});

/** The bar runs to 150 %. */
const BAR_END = 1.5;
const share = (check: Check) => `${(100 * Math.min(check.utilisation ?? BAR_END, BAR_END)) / BAR_END}%`;
const barred = (check: Check) => check.fits === null && check.limit !== null;

/** Used by the same check when it was pinned, per cent. */
const base = (check: Check) => {
  const then = bench.pinnedView?.option?.checks.find(
    (other) => checkKey(other) === checkKey(check),
  )?.utilisation;
  return then == null ? then : 100 * then;
};
const percent = (share: number | null) => (share === null ? null : 100 * share);
const inQuestion = (check: Check) => check.verdict === "fail" || check.verdict === "tight";

function toggle(check: Check): void {
  bench.openCheck = open.value === checkKey(check) ? "" : checkKey(check);
}

function move(event: KeyboardEvent): void {
  if (event.key !== "ArrowDown" && event.key !== "ArrowUp") return;
  event.preventDefault();
  // The remedies of the check that is open stand among the rows.
  const rows = [
    ...document.querySelectorAll<HTMLElement>("[data-verdict] button.row, [data-verdict] [data-remedy]"),
  ];
  const at = rows.indexOf(event.target as HTMLElement);
  if (at >= 0) rows[at + (event.key === "ArrowDown" ? 1 : -1)]?.focus();
}
</script>

<template>
  <aside class="verdict" aria-label="Verdict" data-verdict @keydown="move">
    <header class="panel-head">
      <h2>Verdict</h2>
      <span class="note" role="status" data-summary>{{ summary }}</span>
    </header>
    <ol>
      <li
        v-for="check in known"
        :key="checkKey(check)"
        :data-check="check.code"
        :data-check-verdict="check.verdict"
      >
        <button type="button" class="row" :aria-expanded="open === checkKey(check)" @click="toggle(check)">
          <VerdictMark :verdict="check.verdict" />
          <span class="title">
            {{ check.title }}<span v-if="several && check.drive" class="soft">, {{ check.drive }}</span>
          </span>
          <span class="figure">
            {{ check.said
            }}<FigureDelta
              v-if="bench.pinned"
              quantity="percent"
              :value="percent(check.utilisation)"
              :base="base(check)"
            />
          </span>
          <span v-if="barred(check) || check.verdict === 'fail'" class="bar" aria-hidden="true">
            <span class="used" :class="check.verdict" :style="{ width: share(check) }"></span>
            <span class="tick"></span>
          </span>
        </button>
        <div v-if="open === checkKey(check)" class="because">
          <p>{{ check.because }}</p>
          <p class="note">
            {{ check === weakest ? "The weakest link: it gives way first." : verdictWord(check.verdict) }}
            <button type="button" class="action" @click="emit('go', stepOf(check))">
              go to {{ stepOf(check) }}
            </button>
            <button
              v-if="check.utilisation !== null"
              type="button"
              class="action"
              :data-sum="checkSum(check)"
              @click="sums.open(checkSum(check), check.drive)"
            >
              show the sum
            </button>
          </p>
          <RemedyList v-if="inQuestion(check)" :check="check" />
        </div>
      </li>
    </ol>
    <section v-if="cautions.length > 0" class="cautions" data-cautions>
      <h3>know this <span class="note">· none of it makes a machine fail</span></h3>
      <ol>
        <li v-for="check in cautions" :key="checkKey(check)" :data-caution="check.code">
          <button type="button" class="row" :aria-expanded="open === checkKey(check)" @click="toggle(check)">
            <VerdictMark :verdict="check.verdict" know />
            <span class="title">
              {{ check.title }}<span v-if="several && check.drive" class="soft">, {{ check.drive }}</span>
            </span>
            <span class="figure">{{ check.said }}</span>
          </button>
          <div v-if="open === checkKey(check)" class="because">
            <p>{{ check.because }}</p>
            <p class="note">
              know this
              <button type="button" class="action" @click="emit('go', stepOf(check))">
                go to {{ stepOf(check) }}
              </button>
            </p>
            <RemedyList :check="check" />
          </div>
        </li>
      </ol>
    </section>
    <AssumptionsNote />
    <details v-if="unknown.length > 0" class="unknown">
      <summary>{{ unknown.length }} not known, for want of a figure</summary>
      <ul>
        <li v-for="check in unknown" :key="checkKey(check)">
          <VerdictMark :verdict="check.verdict" />
          <span>
            <b
              >{{ check.title }}<template v-if="several && check.drive">, {{ check.drive }}</template></b
            >
            {{ check.because }}
            <button type="button" class="action" @click="emit('go', stepOf(check))">
              go to {{ stepOf(check) }}
            </button>
          </span>
        </li>
      </ul>
    </details>
  </aside>
</template>

<style scoped>
.verdict {
  grid-area: verdict;
  position: relative;
  background: var(--paper);
  border-left: 1px solid var(--line);
  padding: var(--space-6) var(--space-8) var(--space-12);
  overflow: auto;
}

li {
  border-bottom: 1px solid var(--line);
}

.row {
  display: grid;
  grid-template-columns: 22px minmax(0, 1fr) auto;
  align-items: baseline;
  column-gap: var(--space-1);
  width: 100%;
  padding: 0.4375rem 0 var(--space-3);
}

.row .title {
  padding-right: var(--space-4);
}

.bar {
  grid-column: 2 / -1;
  position: relative;
  height: 5px;
  margin-top: 0.1875rem;
  background: var(--faint);
}

.used {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--ok);
}

.used.tight {
  background: var(--tight);
}

.used.fail {
  background: var(--fail);
}

.tick {
  position: absolute;
  left: 66.67%;
  top: -3px;
  bottom: -3px;
  width: 1px;
  background: var(--ink);
}

.because {
  padding: 0 0 var(--space-4) var(--space-12);
}

.because .action {
  margin-left: var(--space-3);
}

.cautions {
  margin-top: var(--space-7);
}

.cautions h3 {
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.1875rem;
}

.unknown {
  margin-top: var(--space-5);
  color: var(--soft);
}

.unknown li {
  display: grid;
  grid-template-columns: 22px 1fr;
  padding: var(--space-3) 0;
}

.unknown b {
  font-weight: 600;
  color: var(--ink);
}

summary {
  cursor: pointer;
}

@media (max-width: 1000px) {
  .verdict {
    border-left: 0;
    border-top: 1px solid var(--ink);
    overflow: visible;
  }

  .row {
    padding: var(--space-6) 0;
  }
}
</style>
