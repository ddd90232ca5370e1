// What stands beside a run: how hard and how long, what would change a launcher, machines that are turned.
import { api, type Schemas } from "../api/client";
import { useAnswer } from "../api/answer";
import { useBench } from "../workbench/bench";

/** Asked again whenever job or option change; `wanted` says whether anyone looks. */
export function useRunning(wanted: () => boolean = () => true) {
  const bench = useBench();
  return useAnswer<Schemas["Running"]>(
    () => [bench.shown?.job, bench.option, bench.optionIndex, wanted()],
    (signal) =>
      bench.shown && wanted()
        ? api.POST("/api/running", {
            body: bench.shown,
            params: { query: { option: bench.optionIndex } },
            signal,
          })
        : null,
  );
}
