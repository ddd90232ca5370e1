// Which parts of the shelf are an answer to the job: how many would hold, what is folded away and why, what else is called so.
import { computed, type Ref } from "vue";
import type { Schemas } from "../api/client";
import { kindOf } from "./kinds";

const FOLDED: Record<Schemas["FoldedAway"], string> = {
  too_heavy: "far too heavy",
  too_fast: "far too fast",
  too_slow: "far too slow",
  wrong_size: "far too large or small",
  wrong_kind: "of the wrong kind",
};

export function useAnswers(found: Readonly<Ref<Schemas["Candidates"] | null>>) {
  const candidates = computed(() => found.value?.candidates ?? []);
  const foldedAway = computed(() =>
    (Object.keys(FOLDED) as Schemas["FoldedAway"][])
      .map((why) => ({ why, count: candidates.value.filter(({ folded }) => folded === why).length }))
      .filter(({ count }) => count > 0)
      .map(({ why, count }) => `${count} ${FOLDED[why]}`)
      .join(", "),
  );
  const holding = computed(
    () => candidates.value.filter(({ effect, folded }) => effect.failing === 0 && !folded).length,
  );
  const elsewhere = computed(() =>
    (found.value?.elsewhere ?? [])
      .map(
        ({ kind, total }) => `${total} ${total === 1 ? kindOf(kind).one : kindOf(kind).many.toLowerCase()}`,
      )
      .join(", "),
  );
  return { foldedAway, holding, elsewhere };
}
