// What the server answers about something: asked when it changes and stands still, what is out of date is dropped.
import { ref, type Ref, shallowRef, type ShallowRef, watch } from "vue";
import { again } from "../api/again";
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
      const asking = async () => {
        const asked = ask(request.signal);
        if (!asked) return;
        const reply = await asked.catch(() => undefined);
        if (request.signal.aborted) return;
        retry.went(reply?.response ?? null);
        if (reply?.response.ok) {
          value.value = reply.data ?? null;
          problem.value = null;
        } else {
          problem.value = saying(reply?.error);
        }
      };
      const retry = again(() => void asking());
      const timer = setTimeout(() => void asking(), PAUSE_MS);
      onCleanup(() => {
        clearTimeout(timer);
        retry.stop();
        request.abort();
      });
    },
    { immediate: true },
  );
  return { value, problem };
}
