// The drawing of a run: its axis, lanes, what held it back and what happened, over time or over the way.
import { computed, type Ref, ref, watch } from "vue";
import { lanesOf, limitStretches, timeAxis, wayAxis } from "./lanes";
import { type DriveRun, driveRun, useRuns } from "./runs";

/** The drawing of the run of one drive; `turned`: whether a source turns it. */
export function useRunDrawing(run: Ref<DriveRun | null>, turned: Ref<boolean>) {
  const runs = useRuns();
  const byWay = ref(false);
  const travels = computed(() => (run.value?.summary.distance_m ?? 0) > 0);
  const axis = computed(() =>
    byWay.value && travels.value
      ? wayAxis(run.value?.summary.distance_m ?? 1)
      : timeAxis(
          Math.max(
            ...runs.shown.map(({ simulated: { summary } }) => summary.t_s),
            run.value?.summary.t_s ?? 1,
          ),
        ),
  );
  watch(byWay, () => (runs.stretch = null));
  const lanes = computed(() => {
    const first = run.value;
    if (!first) return [];
    const others = runs.shown
      .slice(1)
      .map(({ title, simulated: other }) => ({ title, run: driveRun(other, first.drive) }));
    return lanesOf(first, others, axis.value, turned.value);
  });
  const limits = computed(() => (run.value ? limitStretches(run.value, axis.value) : []));
  const events = computed(() =>
    (runs.first?.simulated.events ?? []).filter(({ drive }) => drive === null || drive === run.value?.drive),
  );
  return { byWay, travels, axis, lanes, limits, events };
}
