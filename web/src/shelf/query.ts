// What is looked for on the shelf, and the pages of what was found: fetched as they come into view.
import { computed, reactive, ref, shallowRef, watch } from "vue";
import { api, saying, type Schemas } from "../api/client";
import { ask } from "../api/reach";
import type { Kind, PartLine } from "./kinds";

const PAGE = 100;
const PAUSE_MS = 120;

export interface Filter {
  key: string;
  at_least: number | null;
  at_most: number | null;
}

export function useShelf() {
  const query = reactive({
    kind: "motor" as Kind | null,
    text: "",
    filters: [] as Filter[],
    owned: null as boolean | null,
    retired: false,
    sort: null as string | null,
    descending: false,
  });
  const total = ref<number | null>(null);
  const problem = ref<string | null>(null);
  /** One place for each part found; empty until its page has come. */
  const lines = shallowRef<(PartLine | undefined)[]>([]);
  let asked = new Set<number>();
  let generation = 0;

  const search = computed<Schemas["PartSearch"]>(() => ({
    kind: query.kind,
    text: query.text,
    ranges: query.filters
      .filter(({ at_least, at_most }) => at_least !== null || at_most !== null)
      .map((filter) => ({ ...filter })),
    words: [],
    owned: query.owned,
    retired: query.retired,
    sort: query.sort,
    descending: query.descending,
    limit: PAGE,
    offset: 0,
  }));

  async function page(number: number): Promise<void> {
    if (asked.has(number)) return;
    asked.add(number);
    const mine = generation;
    const body = { ...search.value, offset: number * PAGE };
    const reply = await ask(
      () => api.POST("/api/parts/search", { body }),
      () => mine === generation,
    );
    if (mine !== generation) return;
    problem.value = reply?.data ? null : saying(reply?.error);
    if (!reply?.data) {
      asked.delete(number);
      return;
    }
    total.value = reply.data.total;
    const next =
      lines.value.length === reply.data.total ? [...lines.value] : Array<undefined>(reply.data.total);
    for (const [place, line] of reply.data.parts.entries()) next[number * PAGE + place] = line;
    lines.value = next;
  }

  /** Fetches what lies between two places. */
  function show(first: number, last: number): void {
    for (
      let number = Math.floor(first / PAGE);
      number <= Math.floor(Math.max(first, last) / PAGE);
      number += 1
    ) {
      if (number === 0 || number * PAGE < (total.value ?? 0)) void page(number);
    }
  }

  function again(): void {
    generation += 1;
    asked = new Set();
    void page(0);
  }

  let timer: ReturnType<typeof setTimeout> | undefined;
  watch(
    search,
    () => {
      clearTimeout(timer);
      timer = setTimeout(again, PAUSE_MS);
    },
    { deep: true },
  );
  again();

  return { query, total, problem, lines, show, again };
}
