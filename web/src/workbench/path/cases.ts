// The cases that the present drive has, by name and in words.
import { computed } from "vue";
import { figures } from "../../units/quantity";
import { useBench } from "../bench";
import { CASE_WORDS } from "../words";

const ORDER = ["target", "climb", "full_throttle", "stall", "no_load"] as const;

export function useCases() {
  const bench = useBench();
  const cases = computed(() => {
    const there = new Set((bench.driveFigures?.cases ?? []).map((point) => point.case));
    return ORDER.filter((name) => there.has(name));
  });
  const grade = computed(() => {
    const load = bench.jobDrive?.load;
    return load?.kind === "vehicle" ? (load.grade_percent ?? 0) : 0;
  });
  const word = (name: (typeof ORDER)[number]) =>
    name === "climb" ? `Climb ${figures(grade.value, 3)} %` : CASE_WORDS[name];
  return { cases, word };
}
