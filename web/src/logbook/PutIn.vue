<script setup lang="ts">
// The figures of a ride into the build: which, what that does, the odds before and after; one edit that undo takes back.
import { useToast } from "primevue/usetoast";
import { computed, ref, shallowRef, watch } from "vue";
import { api, type Build, saying, type Schemas } from "../api/client";
import { ask } from "../api/reach";
import { verdictWord } from "../workbench/words";
import { useBench } from "../workbench/bench";
import { figures as figuresText } from "../units/quantity";
import type { LogLine } from "./kinds";

type Figure = Schemas["CalibratedFigure"];
const props = defineProps<{ line: LogLine; figures: Figure[]; option: string; drive: string }>();
const bench = useBench();
const toast = useToast();

const told = computed(() => props.figures.filter(({ determined }) => determined));
/** Figures that are to go in: all the ride tells, until somebody says otherwise. */
const left = ref(new Set<string>());
const chosen = computed(() => told.value.filter(({ name }) => !left.value.has(name)));
const answer = shallowRef<Schemas["Corrected"] | null>(null);
const problem = ref<string | null>(null);

const place = computed(() => {
  const build = bench.document;
  const option = build?.options.findIndex(({ name }) => name === props.option) ?? -1;
  const drive = build?.job.drives.findIndex(({ name }) => name === props.drive) ?? -1;
  return build && option >= 0 && drive >= 0 ? { build, option, drive } : null;
});

let asked = 0;
watch(
  [() => place.value, chosen],
  async () => {
    const [now, own] = [place.value, ++asked];
    answer.value = null;
    if (!now || chosen.value.length === 0) return;
    const body = {
      ...now,
      figures: chosen.value.map(({ name, after }) => ({ name, value: after })),
      by: `${props.line.at}, ${props.line.title}`.slice(0, 190),
    };
    const reply = await ask(
      () => api.POST("/api/log/corrected", { body }),
      () => own === asked,
    );
    if (own !== asked) return;
    answer.value = reply?.data ?? null;
    problem.value = reply?.data ? null : saying(reply?.error);
  },
  { immediate: true },
);

/** Whether these figures stand in the build already. */
const within = computed(() =>
  (answer.value?.changes ?? []).every(({ before, after }) => Math.abs(after / before - 1) < 1e-9),
);

function toggle(name: string): void {
  const next = new Set(left.value);
  if (!next.delete(name)) next.add(name);
  left.value = next;
}

function putIn(): void {
  const next = answer.value;
  if (!next) return;
  bench.edit(next.build as unknown as Build, null);
  toast.removeAllGroups();
  toast.add({
    severity: "secondary",
    summary: `${next.changes.length} figures of “${props.line.title}” are in the build, marked measured.`,
    detail: () => bench.undo(),
    life: 12_000,
  });
}

const inTen = (odds: number | null) => (odds === null ? "not known" : `${Math.round(10 * odds)} in 10`);
const cells = (odds: number | null) =>
  Array.from({ length: 10 }, (_, at) => at < Math.round(10 * (odds ?? 0)));
const grade = (odds: number | null) => ((odds ?? 0) >= 0.85 ? "ok" : (odds ?? 0) >= 0.5 ? "tight" : "fail");
const moved = computed(() => (answer.value?.moved ?? []).slice(0, 3));
const percent = (used: number | null) => (used === null ? "–" : `${figuresText(100 * used, 3)} %`);
</script>

<template>
  <footer v-if="told.length > 0" class="put" data-put-figures>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <p v-if="!place" class="note">
      The option of this ride is no longer in the build: its figures cannot be put in.
    </p>
    <template v-else>
      <div class="odds" data-odds-before>
        <span class="note">odds that all holds, as it stands</span>
        <b :class="grade(answer?.odds_before ?? null)">{{ answer ? inTen(answer.odds_before) : "…" }}</b>
        <span class="cells" :class="grade(answer?.odds_before ?? null)" aria-hidden="true"
          ><i v-for="(full, at) in cells(answer?.odds_before ?? null)" :key="at" :class="{ full }"></i
        ></span>
      </div>
      <div class="odds" data-odds-after>
        <span class="note">with this ride’s figures</span>
        <b :class="grade(answer?.odds_after ?? null)">{{ answer ? inTen(answer.odds_after) : "…" }}</b>
        <span class="cells" :class="grade(answer?.odds_after ?? null)" aria-hidden="true"
          ><i v-for="(full, at) in cells(answer?.odds_after ?? null)" :key="at" :class="{ full }"></i
        ></span>
      </div>
      <div class="act">
        <button type="button" class="main" :disabled="!answer || within" data-put-in-ride @click="putIn">
          {{ within && answer ? "They stand in the build" : "Put them in" }}
        </button>
        <span class="which" role="group" aria-label="Figures that go in">
          <label v-for="figure in told" :key="figure.name">
            <input
              type="checkbox"
              :checked="!left.has(figure.name)"
              :data-goes-in="figure.name"
              @change="toggle(figure.name)"
            />
            {{ figure.title.toLowerCase() }}
          </label>
        </span>
        <p v-if="answer && !within" class="note">
          {{ verdictWord(answer.before.verdict) }} → {{ verdictWord(answer.after.verdict)
          }}<template v-for="check in moved" :key="`${check.code}`"
            >, {{ check.title.toLowerCase() }} {{ percent(check.used_before) }} →
            {{ percent(check.used_after) }}</template
          >
        </p>
      </div>
    </template>
  </footer>
</template>

<style scoped>
.put {
  position: sticky;
  bottom: calc(-1 * var(--space-9));
  margin: auto calc(-1 * var(--space-9)) calc(-1 * var(--space-9));
  padding: 0 var(--space-9);
  background: var(--sheet);
  border-top: 1px solid var(--ink);
  display: grid;
  grid-template-columns: auto auto minmax(0, 1fr);
}

.put > div {
  padding: var(--space-4) var(--space-8) var(--space-4) 0;
}

.put > div + div {
  border-left: 1px solid var(--line);
  padding-left: var(--space-8);
}

.odds {
  display: grid;
  align-content: start;
}

.odds b {
  font-size: var(--size-answer);
}

.cells {
  display: flex;
  gap: 3px;
}

.cells i {
  width: 12px;
  height: 12px;
  border: 1.5px solid var(--box);
}

.ok {
  color: var(--ok);
}

.tight {
  color: var(--tight);
}

.fail {
  color: var(--fail);
}

.cells i.full {
  background: currentColor;
  border-color: currentColor;
}

.main {
  background: var(--accent);
  color: var(--on-accent);
  font-weight: 600;
  font-size: var(--size-title);
  padding: var(--space-3) var(--space-8);
}

.main:disabled {
  background: var(--faint);
  color: var(--soft);
}

.which {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--space-5);
  padding: var(--space-2) 0 0;
  font-size: var(--size-note);
}

.which label {
  display: inline-flex;
  gap: var(--space-2);
  align-items: center;
}

.wrong {
  color: var(--fail);
}

@media (max-width: 1100px) {
  .put {
    position: static;
    grid-template-columns: 1fr 1fr;
  }

  .put > .act {
    grid-column: 1 / -1;
    border-left: 0;
    padding-left: 0;
  }
}

@media (pointer: coarse) {
  .which label {
    min-height: 44px;
  }

  .main {
    min-height: 48px;
  }
}
</style>
