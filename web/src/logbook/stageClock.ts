// The clock of a stage: how much is left of it, counted from its start by the time of day.
import { useIntervalFn } from "@vueuse/core";
import { computed, onBeforeUnmount, ref } from "vue";

/** How often what is left is shown anew. */
const LOOK_MS = 250;

/** A clock that is started and ended; `wantedS`: how long the stage is to last, s. */
export function useStageClock(wantedS: () => number) {
  const startedAt = ref<number | null>(null);
  const now = ref(Date.now());
  const { pause, resume } = useIntervalFn(() => (now.value = Date.now()), LOOK_MS, { immediate: false });
  const elapsed = computed(() => (startedAt.value === null ? 0 : (now.value - startedAt.value) / 1000));
  const left = computed(() => wantedS() - elapsed.value);
  const ticking = computed(() => startedAt.value !== null);
  const over = computed(() => ticking.value && left.value <= 0);

  function start(): void {
    startedAt.value = Date.now();
    now.value = Date.now();
    resume();
  }

  function end(): void {
    startedAt.value = null;
    pause();
  }
  onBeforeUnmount(pause);

  return { elapsed, left, ticking, over, start, end };
}

/** Seconds as minutes and seconds, whatever their sign. */
export function clockText(seconds: number): string {
  const whole = Math.max(0, Math.round(Math.abs(seconds)));
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}`;
}
