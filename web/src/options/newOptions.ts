// Options to start from: blank, or taken over from another build.
import { api, type OptionSheet, saying } from "../api/client";
import { useBench } from "../workbench/bench";
import { freshName } from "../shared/lib/names";

export function useNewOptions() {
  const bench = useBench();
  const names = () => bench.document?.options.map((option) => option.name) ?? [];

  /** Adds an option under a name of its own; gives that name. */
  function put(option: OptionSheet): string {
    const build = bench.document;
    if (!build) return option.name;
    const named = { ...option, name: freshName(option.name, names()) };
    bench.edit({ ...build, options: [...build.options, named] });
    bench.optionIndex = build.options.length;
    return named.name;
  }

  return {
    put,

    /** An option with nothing but what must be given; says why not, or null. */
    async blank(): Promise<string | null> {
      const build = bench.document;
      if (!build) return null;
      const body = { build, name: freshName("from scratch", names()) };
      const reply = await api.POST("/api/options/blank", { body }).catch(() => undefined);
      if (!reply?.data) return saying(reply?.error);
      put(reply.data);
      return null;
    },

    /** An option of another build; says why not, or null. */
    async adopt(from: string, option: number, called: string): Promise<string | null> {
      const build = bench.document;
      if (!build) return null;
      const body = { build, from, option, name: freshName(called.slice(0, 110), names()) };
      const reply = await api.POST("/api/options/adopt", { body }).catch(() => undefined);
      if (!reply?.data) return saying(reply?.error);
      put(reply.data);
      return null;
    },
  };
}
