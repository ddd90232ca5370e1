// Whether a part was beyond its limits on a day: by the verdict and the rides of that day.
import { type Answer, useAnswer } from "../api/answer";
import { api, type Schemas } from "../api/client";
import { useBench } from "../workbench/bench";

/** What broke, and when; `about` gives null where nothing is asked. */
export function useMoment(
  about: () => { at: string; component?: string | null | undefined } | null,
): Answer<Schemas["AtThatMoment"]> {
  const bench = useBench();
  return useAnswer(
    () => {
      const now = about();
      return now && `${now.at} ${now.component ?? ""}`;
    },
    (signal) => {
      const now = about();
      if (!now || !bench.id) return null;
      const body = { build_id: bench.id, at: now.at, component: now.component ?? null };
      return api.POST("/api/log/moment", { body, signal });
    },
  );
}
