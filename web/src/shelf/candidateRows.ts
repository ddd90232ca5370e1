// Which candidates are listed and in which order: as the server has them, by a column, within ranges of effects, only what
// holds; what is no answer to the job is folded away.
import { computed, type Ref, ref } from "vue";
import type { Schemas } from "../api/client";
import type { Effect } from "./effectColumns";

type Candidate = Schemas["Candidate"];

/** As the server ordered them: by how well each does the job. */
const BEST_FIRST = "best";

/** A range that an effect must be in, in the document's units. */
export interface EffectRange {
  key: keyof Effect;
  at_least: number | null;
  at_most: number | null;
}

/** Without a figure nothing can be said to be in range. */
function isIn({ key, at_least, at_most }: EffectRange, effect: Effect): boolean {
  const value = effect[key];
  if (at_least === null && at_most === null) return true;
  return typeof value === "number" && value >= (at_least ?? -Infinity) && value <= (at_most ?? Infinity);
}

/** The rows of what was found; `named`: whether parts are asked for by name, which unfolds them. */
export function useCandidateRows(found: Ref<Schemas["Candidates"] | null>, named: () => boolean) {
  const onlyHolding = ref(false);
  const sort = ref<keyof Effect | "label" | typeof BEST_FIRST>(BEST_FIRST);
  const descending = ref(false);
  const ranges = ref<EffectRange[]>([]);
  const unfolded = ref(false);

  const rows = computed(() => {
    const list = (found.value?.candidates ?? []).filter(
      ({ effect, folded }) =>
        (!folded || unfolded.value || named()) &&
        (!onlyHolding.value || effect.failing === 0) &&
        ranges.value.every((range) => isIn(range, effect)),
    );
    const by = sort.value;
    if (by === BEST_FIRST) return list;
    const value = (candidate: Candidate) =>
      by === "label" ? candidate.label : ((candidate.effect[by] as number | null) ?? null);
    return [...list].sort((a, b) => {
      const [left, right] = [value(a), value(b)];
      if (left === null || right === null) return Number(left === null) - Number(right === null);
      const order = typeof left === "string" ? left.localeCompare(right as string) : left - (right as number);
      return descending.value ? -order : order;
    });
  });

  function sortBy(key: keyof Effect | "label"): void {
    descending.value = sort.value === key ? !descending.value : false;
    sort.value = key;
  }

  return { rows, sort, descending, sortBy, onlyHolding, ranges, unfolded };
}
