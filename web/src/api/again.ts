// Asking again what the server did not answer: with growing pauses, and at once when the net or the reader is back.

const PAUSES_MS = [500, 1000, 2000, 4000, 8000, 15_000];

export interface Again {
  /** Notes how it went: null for no answer at all, which is asked for again. */
  went: (response: Response | null) => void;
  /** Asks no more. */
  stop: () => void;
}

/** Asks again until there is an answer; an answer that refuses is one too. */
export function again(ask: () => void): Again {
  let tries = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const now = () => {
    rest();
    ask();
  };
  /** Nothing is waited for. */
  const rest = () => {
    clearTimeout(timer);
    window.removeEventListener("online", now);
    window.removeEventListener("focus", now);
  };
  return {
    went(response) {
      rest();
      if (response !== null && response.status < 500) {
        tries = 0;
        return;
      }
      timer = setTimeout(now, PAUSES_MS[Math.min(tries, PAUSES_MS.length - 1)]);
      window.addEventListener("online", now);
      window.addEventListener("focus", now);
      tries += 1;
    },
    stop: rest,
  };
}
