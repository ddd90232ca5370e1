// What the workshop needs of the option on the bench: asked again whenever job or option change.
import { api, type Schemas } from "../api/client";
import { useAnswer } from "../api/answer";
import { useBench } from "../workbench/bench";

export type Workshop = Schemas["Workshop"];
export type PowerStep = Schemas["PowerStep"];

export function useWorkshop() {
  const bench = useBench();
  return useAnswer<Workshop>(
    () => [bench.shown?.job, bench.option, bench.optionIndex],
    (signal) =>
      bench.shown
        ? api.POST("/api/workshop", {
            body: bench.shown,
            params: { query: { option: bench.optionIndex } },
            signal,
          })
        : null,
  );
}
