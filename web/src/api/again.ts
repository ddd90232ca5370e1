// Asking again what the server did not answer: with growing pauses, and at once when the net or the reader is back.

const PAUSES_MS = [500, 1000, 2000, 4000, 8000, 15_000];

export interface Again {
  /** Notes how it went: null for no answer at all. Whether it will be asked again by itself. */
  went: (response: Response | null) => boolean;
  /** Asks no more. */
  stop: () => void;
}

/** Asks again until there is an answer; an answer that refuses is one too. */
export function again(ask: () => void): Again {
  let tries = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const now = () => {
    if (timer === undefined) return;
    clearTimeout(timer);
    timer = undefined;
    ask();
  };
  window.addEventListener("online", now);
  window.addEventListener("focus", now);
  return {
    went(response) {
      clearTimeout(timer);
      timer = undefined;
      if (response !== null && response.status < 500) {
        tries = 0;
        return false;
      }
      timer = setTimeout(now, PAUSES_MS[Math.min(tries, PAUSES_MS.length - 1)]);
      tries += 1;
      return true;
    },
    stop() {
      clearTimeout(timer);
      timer = undefined;
      window.removeEventListener("online", now);
      window.removeEventListener("focus", now);
    },
  };
}
