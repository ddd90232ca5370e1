// Whether the server answers: noted at every request, said once for the whole page, and looked for again by itself.
import { ref } from "vue";
import { READER_UNITS, readerUnits } from "../units/reader";

const PAUSES_MS = [500, 1000, 2000, 4000, 8000, 15_000];

/** Since when the server has not answered; null while it does. */
export const silentSince = ref<Date | null>(null);

const waiting = new Set<() => void>();
function wake(): void {
  for (const go of [...waiting]) go();
}
window.addEventListener("online", wake);
window.addEventListener("focus", wake);

/** An answer that refuses is one; one that says the server, or what stands before it, is out of order is none. */
export const isAnswer = (response: Response | null | undefined): response is Response =>
  response !== null && response !== undefined && response.status < 500;

/** Fetches, and notes whether there was an answer. */
export async function reaching(request: Request): Promise<Response> {
  try {
    request.headers.set(READER_UNITS, readerUnits());
    const response = await fetch(request);
    if (silentSince.value !== null && isAnswer(response)) {
      silentSince.value = null;
      // What waits for its pause need not.
      wake();
    }
    return response;
  } catch (error) {
    if (!request.signal.aborted) silentSince.value ??= new Date();
    throw error;
  }
}

/** Calls after a pause that grows with the tries made, or as soon as the server, the net or the reader is back. Gives what calls it off. */
export function afterPause(tries: number, go: () => void): () => void {
  const off = () => {
    clearTimeout(timer);
    waiting.delete(now);
  };
  const now = () => {
    off();
    go();
  };
  const timer = setTimeout(now, PAUSES_MS[Math.min(tries, PAUSES_MS.length - 1)]);
  waiting.add(now);
  return off;
}

/** Asks until there is an answer, for as long as it is wanted; undefined where it is not wanted any more. */
export async function ask<R extends { response: Response }>(
  send: () => Promise<R>,
  wanted: () => boolean = () => true,
): Promise<R | undefined> {
  for (let tries = 0; wanted(); tries += 1) {
    const reply = await send().catch(() => undefined);
    if (reply && isAnswer(reply.response)) return wanted() ? reply : undefined;
    await new Promise<void>((resolve) => afterPause(tries, resolve));
  }
  return undefined;
}
