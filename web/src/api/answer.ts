// What the server answers about something: asked when it changes and stands still, what is out of date is dropped.
import { getCurrentInstance, ref, type Ref, shallowRef, type ShallowRef, watch } from "vue";
import { type Reply, saying } from "./client";
import { readerUnits } from "../units/reader";
import { ask } from "./reach";
import { markStale } from "./stale";

export interface Answer<T> {
  /** The latest answer; null before the first. */
  value: Readonly<ShallowRef<T | null>>;
  /** Why there is none, in words. */
  problem: Readonly<Ref<string | null>>;
  /** Asks again, though nothing changed here. */
  reload: () => void;
}

/** Figures are asked for this long after the last change, */
const PAUSE_MS = 150;
/** and not before nobody has typed for so long: a keystroke is one request, that of the build's own figures. */
const TYPED_MS = 600;
let typedAt = -Infinity;
for (const kind of ["keydown", "input"]) {
  window.addEventListener(kind, () => (typedAt = performance.now()), { capture: true });
}

/** An answer that is out for longer than this is drawn as stale. */
const STALE_AFTER_MS = 1500;

/**
 * Asks again whenever `about` changes, until there is an answer to it.
 * `asking` gives the request, or null where nothing is to be asked.
 */
export function useAnswer<T>(
  about: () => unknown,
  asking: (signal: AbortSignal) => Promise<Reply<T>> | null,
  pause = PAUSE_MS,
): Answer<T> {
  const value = shallowRef<T | null>(null);
  const problem = ref<string | null>(null);
  const drawn = getCurrentInstance();
  const turn = ref(0);
  let asked = false;
  watch(
    [about, turn, readerUnits],
    (_now, _before, onCleanup) => {
      const request = new AbortController();
      const started = new Date();
      const wait = Math.max(asked ? pause : 0, typedAt + TYPED_MS - performance.now());
      const late = setTimeout(() => markStale(drawn, started), wait + STALE_AFTER_MS);
      const go = async () => {
        let first = asking(request.signal);
        if (!first) return clearTimeout(late);
        asked = true;
        const reply = await ask(
          () => {
            const sent = first ?? asking(request.signal);
            first = null;
            return sent ?? Promise.reject(new Error("nothing to ask"));
          },
          () => !request.signal.aborted,
        );
        if (!reply) return;
        clearTimeout(late);
        markStale(drawn, null);
        if (reply.response.ok) {
          value.value = reply.data ?? null;
          problem.value = null;
        } else {
          problem.value = saying(reply.error);
        }
      };
      const timer = setTimeout(() => void go(), wait);
      onCleanup(() => {
        clearTimeout(timer);
        clearTimeout(late);
        request.abort();
      });
    },
    { immediate: true },
  );
  return {
    value,
    problem,
    reload: () => {
      turn.value += 1;
    },
  };
}
