<script setup lang="ts">
// One check: how much of its limit is used, why, and what would fix it.
import { computed, ref } from "vue";
import type { Check } from "../api/client";
import type { Step } from "../router";
import VerdictMark from "../shared/figures/VerdictMark.vue";
import { useBench } from "./bench";
import RemedyList from "./RemedyList.vue";
import { TITLES } from "./stepWords";
import { useSums } from "./sums";
import { checkKey, checkSum, isCaution, stepOf } from "./words";

const props = defineProps<{
  check: Check;
  open: boolean;
  /** Whether it is the weakest link. */
  weakest?: boolean;
}>();
const emit = defineEmits<{ toggle: []; go: [step: Step] }>();
const bench = useBench();
const sums = useSums();

const caution = computed(() => isCaution(props.check) && props.check.verdict === "tight");
const several = computed(() => (bench.option?.drives.length ?? 0) > 1);

/** The bar runs to 150 %. */
const BAR_END = 1.5;
const share = computed(() => {
  const used = Math.min(props.check.utilisation ?? BAR_END, BAR_END);
  return `${(100 * used) / BAR_END}%`;
});
/** A caution is no verdict: a sentence and no bar. */
const barred = computed(
  () =>
    !caution.value &&
    ((props.check.fits === null && props.check.limit !== null) || props.check.verdict === "fail"),
);
/** What the same check said when it was pinned, where it says something else now. */
const was = computed(() => {
  const then = bench.pinnedView?.option?.checks.find((other) => checkKey(other) === checkKey(props.check));
  return then && then.said !== props.check.said ? then.said || "not known" : null;
});
/** A check with a figure of its own can be brought down to this share of its limit. */
const SHARE = 0.8;
const numbered = computed(
  () =>
    !caution.value &&
    props.check.fits === null &&
    props.check.utilisation !== null &&
    props.check.utilisation > SHARE,
);
const about = computed(() => `${bench.optionIndex} ${checkKey(props.check)}`);
const toShare = ref(false);
const fixable = computed(() => props.check.verdict === "fail" || props.check.verdict === "tight");
</script>

<template>
  <li
    :data-check="caution ? undefined : check.code"
    :data-caution="caution ? check.code : undefined"
    :data-check-verdict="check.verdict"
    :class="{ known: caution }"
  >
    <button type="button" class="row" :aria-expanded="open" @click="emit('toggle')">
      <VerdictMark :verdict="check.verdict" :know="caution" />
      <span class="title">
        {{ check.title }}<span v-if="several && check.drive" class="soft">, {{ check.drive }}</span>
      </span>
      <span class="figure said">{{ check.said }}</span>
      <span v-if="was !== null" class="note was" data-was>was {{ was }}</span>
      <span v-if="barred" class="bar" aria-hidden="true">
        <span class="used" :class="check.verdict" :style="{ width: share }"></span>
        <span class="tick"></span>
      </span>
    </button>
    <div v-if="open" class="because">
      <p>{{ check.because }}</p>
      <p class="note links">
        <template v-if="weakest">The weakest link: it gives way first. </template>
        <button type="button" class="action" @click="emit('go', stepOf(check))">
          go to {{ TITLES[stepOf(check)].toLowerCase() }}
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
        <button
          v-if="numbered"
          type="button"
          class="boxed"
          :aria-pressed="toShare"
          data-to-share
          @click="toShare = !toShare"
        >
          make this 80 %
        </button>
      </p>
      <!-- Drawn anew for another check or option: what fixes one is never offered for the other. -->
      <RemedyList v-if="toShare && numbered" :key="`share of ${about}`" :check="check" :share="SHARE" />
      <RemedyList v-else-if="fixable" :key="about" :check="check" />
    </div>
  </li>
</template>

<style scoped>
li {
  border-bottom: 1px solid var(--line);
}

.row {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  column-gap: var(--space-3);
  width: 100%;
  padding: 0.3125rem 0 0.25rem;
}

.title {
  flex: 1 1 8rem;
}

.said {
  margin-left: auto;
}

.was {
  flex-basis: 100%;
  text-align: right;
  color: var(--accent);
}

.known .row {
  color: var(--caution);
}

.bar {
  flex: 0 0 calc(100% - 1.25rem);
  margin-left: 1.25rem;
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
  padding: 0 0 var(--space-4) 1.25rem;
}

.links {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--space-5);
}

@media (pointer: coarse) {
  .row {
    padding: var(--space-5) 0;
  }
}
</style>
