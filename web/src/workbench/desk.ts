// Where fields read and write: the build on the bench, or a part of the shelf that is being edited.
import { inject, type InjectionKey } from "vue";
import { useBench } from "./bench";

export interface Desk {
  get: (pointer: string) => unknown;
  set: (pointer: string, value: unknown, tag?: string | null) => void;
  /** Whether it is a build, which is evaluated as a whole. */
  ofBuild?: boolean;
  /** Ends an undo step. */
  seal: () => void;
  /** What was assumed for want of a figure. */
  guessAt: (pointer: string) => string | undefined;
  /** What is wrong with a figure, as the server said it. */
  wrongAt: (pointer: string) => string | undefined;
}

export const DESK: InjectionKey<Desk> = Symbol("desk");

/** The desk that is provided around here, else the bench. */
export function useDesk(): Desk {
  return inject(
    DESK,
    () => {
      const bench = useBench();
      return {
        ofBuild: true,
        get: bench.get,
        set: bench.set,
        seal: bench.seal,
        guessAt: (pointer) =>
          bench.optionFigures?.guesses.find((candidate) => candidate.pointer === pointer)?.assumed,
        wrongAt: () => undefined,
      };
    },
    true,
  );
}
