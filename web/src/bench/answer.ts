// What the server answers about something: asked when it changes and stands still, what is out of date is dropped.
import { ref, type Ref, shallowRef, type ShallowRef, watch } from "vue";
import { type ProblemDocument, saying } from "../api/client";

interface Reply<T> {
  data?: T;
  error?: ProblemDocument | undefined;
  response: Response;
}

export interface Answer<T> {
  /** The latest answer; null before the first. */
  value: Readonly<ShallowRef<T | null>>;
  /** Why there is none, in words. */
  problem: Readonly<Ref<string | null>>;
}

/** Figures are asked for this long after the last change. */
const PAUSE_MS = 150;

/**
 * Asks again whenever `about` changes.
 * `ask` gives the request, or null where nothing is to be asked.
 */
export function useAnswer<T>(
  about: () => unknown,
  ask: (signal: AbortSignal) => Promise<Reply<T>> | null,
): Answer<T> {
  const value = shallowRef<T | null>(null);
  const problem = ref<string | null>(null);
  watch(
    about,
    (_now, _before, onCleanup) => {
      const request = new AbortController();
      const timer = setTimeout(async () => {
        const reply = await ask(request.signal)?.catch(() => undefined);
        if (request.signal.aborted) return;
        if (reply?.response.ok) {
          value.value = reply.data ?? null;
          problem.value = null;
        } else if (reply) {
          problem.value = saying(reply.error);
        }
      }, PAUSE_MS);
      onCleanup(() => {
        clearTimeout(timer);
        request.abort();
      });
    },
    { immediate: true },
  );
  return { value, problem };
}
