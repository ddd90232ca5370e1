// The sums behind the figures: fetched when one is opened, for the build as it then stands.
import { defineStore } from "pinia";
import { computed, ref, shallowRef, watch } from "vue";
import { api, saying, type Schemas } from "../api/client";
import { ask } from "../api/reach";
import { readerUnits } from "../units/reader";
import { useBench } from "./bench";

export type Sum = Schemas["Sum"];

export const useSums = defineStore("sums", () => {
  const bench = useBench();
  const id = ref<string | null>(null);
  const drive = ref<string | null>(null);
  const all = shallowRef<Sum[]>([]);
  const problem = ref<string | null>(null);

  const sum = computed(() => find(id.value, drive.value));

  /** A sum by name: the drive's own, else the one of the whole. */
  function find(wanted: string | null, of: string | null): Sum | undefined {
    const named = all.value.filter((candidate) => candidate.id === wanted);
    return named.find((candidate) => candidate.drive === of) ?? named.find(({ drive }) => drive === null);
  }

  async function load(): Promise<void> {
    const [body, option] = [bench.shown, bench.optionIndex];
    if (!body) return;
    const reply = await ask(
      () => api.POST("/api/sums", { params: { query: { option } }, body }),
      () => id.value !== null && bench.shown === body,
    );
    if (!reply) return;
    problem.value = reply.data ? null : saying(reply.error);
    if (reply.data) all.value = reply.data;
  }

  function open(wanted: string, of: string | null = bench.drive?.drive ?? null): void {
    id.value = wanted;
    drive.value = of;
  }

  function close(): void {
    id.value = null;
  }

  watch([id, () => bench.shown, () => bench.optionIndex, readerUnits], () => {
    if (id.value !== null) void load();
  });

  return { id, drive, all, problem, sum, find, open, close };
});
