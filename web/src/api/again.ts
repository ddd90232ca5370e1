// Doing again what the server did not answer, by a call instead of by waiting: what saves is changed meanwhile.
import { afterPause, isAnswer } from "./reach";

export interface Again {
  /** Notes how it went: null for no answer at all, which is tried again. */
  went: (response: Response | null) => void;
  /** Tries no more. */
  stop: () => void;
}

/** Tries again, with growing pauses, until there is an answer; an answer that refuses is one too. */
export function again(act: () => void): Again {
  let tries = 0;
  let off: (() => void) | undefined;
  return {
    went(response) {
      off?.();
      if (isAnswer(response)) {
        tries = 0;
        return;
      }
      off = afterPause(tries, act);
      tries += 1;
    },
    stop() {
      off?.();
    },
  };
}
