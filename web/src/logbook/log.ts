// The log of the build on the bench: its entries, which one is open, what is written and taken out.
import { defineStore } from "pinia";
import { computed, ref, shallowRef, watch } from "vue";
import { api, saying, type Schemas } from "../api/client";
import { ask } from "../api/reach";
import { ifMatch } from "../api/tag";
import { readerUnits } from "../units/reader";
import { useBench } from "../workbench/bench";
import type { Kind, LogEntry, LogLine } from "./kinds";

export type Book = Schemas["Book"];

/** What stands in the pane beside the timeline, where it is no entry. */
export type Pane = "answers" | "import" | "write" | "heat";

export const useLog = defineStore("log", () => {
  const bench = useBench();
  const lines = shallowRef<LogLine[] | null>(null);
  const book = shallowRef<Book | null>(null);
  const about = shallowRef({ option: 0, drive: 0 });
  const problem = ref<string | null>(null);
  const chosen = ref<string | null>(null);
  const pane = ref<Pane | null>(null);
  /** The entry that is edited, or what a new one begins with. */
  const editing = shallowRef<{ id: string | null; revision: number; entry: Partial<LogEntry> } | null>(null);

  const open = computed(() => lines.value?.find(({ id }) => id === chosen.value) ?? null);

  async function load(): Promise<void> {
    const id = bench.id;
    if (!id) return;
    const reply = await ask(
      () => api.GET("/api/builds/{id}/log", { params: { path: { id } } }),
      () => bench.id === id,
    );
    if (bench.id !== id) return;
    problem.value = reply?.data ? null : saying(reply?.error);
    if (!reply?.data) return;
    ({ lines: lines.value, book: book.value } = reply.data);
    about.value = { option: reply.data.option, drive: reply.data.drive };
    if (chosen.value === null && pane.value === null) chosen.value = lines.value[0]?.id ?? null;
  }

  watch(
    () => bench.id,
    () => {
      lines.value = null;
      book.value = null;
      chosen.value = null;
      pane.value = null;
      editing.value = null;
      void load();
    },
    { immediate: true },
  );
  /** Whether the log is looked at. */
  const active = ref(false);
  // A save of the build may have entered a change; the reader may have taken other units.
  watch(
    () => [bench.revision, readerUnits()],
    () => {
      if (active.value) void load();
    },
  );

  function look(id: string): void {
    pane.value = null;
    editing.value = null;
    chosen.value = id;
  }

  function show(next: Pane): void {
    pane.value = next;
    if (next !== "write") editing.value = null;
  }

  function write(entry: Partial<LogEntry> & { kind: Kind }): void {
    editing.value = { id: null, revision: 0, entry: { at: new Date().toISOString(), ...entry } as LogEntry };
    pane.value = entry.kind === "heat" ? "heat" : "write";
  }

  function edit(line: LogLine): void {
    editing.value = { id: line.id, revision: line.revision, entry: line.entry };
    pane.value = line.kind === "heat" ? "heat" : "write";
  }

  /** Keeps an entry, a new one or the one that is edited; what is wrong in words, null where it is kept. */
  async function keep(entry: LogEntry): Promise<string | null> {
    const id = bench.id;
    if (!id) return "the build is not there";
    const now = editing.value;
    const reply = await (
      now?.id
        ? api.PUT("/api/log/{id}", { params: ifMatch(now.id, now.revision), body: entry })
        : api.POST("/api/builds/{id}/log/entries", { params: { path: { id } }, body: entry })
    ).catch(() => undefined);
    if (!reply?.data) {
      return reply?.response.status === 412
        ? "The entry was changed in another window; nothing was overwritten. Open it again."
        : saying(reply?.error);
    }
    const kept = reply.data.id;
    await load();
    look(kept);
    return null;
  }

  /** Takes an entry out; gives what puts it back, null where that did not work. */
  async function takeOut(line: LogLine): Promise<(() => Promise<void>) | null> {
    const params = { path: { id: line.id } };
    const reply = await api.DELETE("/api/log/{id}", { params }).catch(() => undefined);
    if (!reply?.response.ok) return null;
    if (chosen.value === line.id) chosen.value = null;
    await load();
    return async () => {
      await api.POST("/api/log/{id}/restore", { params }).catch(() => undefined);
      await load();
      look(line.id);
    };
  }

  return {
    lines,
    book,
    about,
    active,
    problem,
    chosen,
    pane,
    editing,
    open,
    load,
    look,
    show,
    write,
    edit,
    keep,
    takeOut,
  };
});
