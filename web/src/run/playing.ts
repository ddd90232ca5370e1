// A run that plays by itself: the moment that is looked at moves on.
import { ref } from "vue";
import { useRuns } from "./runs";

/** The whole run passes in this time, s. */
const PLAYS_IN_S = 16;

/** While a run plays, the pointer does not move it. */
export const playing = ref(false);

export function usePlaying(end: () => number) {
  const runs = useRuns();
  let frame = 0;

  function play(): void {
    if (playing.value) {
      pause();
      return;
    }
    playing.value = true;
    if (runs.cursor === null || runs.cursor >= 0.995 * end()) runs.cursor = 0;
    let last = performance.now();
    const advance = (now: number) => {
      if (!playing.value) return;
      const next = (runs.cursor ?? 0) + ((now - last) / 1000) * (end() / PLAYS_IN_S);
      last = now;
      runs.cursor = Math.min(next, end());
      if (next >= end()) pause();
      else frame = requestAnimationFrame(advance);
    };
    frame = requestAnimationFrame(advance);
  }

  function pause(): void {
    playing.value = false;
    cancelAnimationFrame(frame);
  }

  return { play, pause, PLAYS_IN_S };
}
