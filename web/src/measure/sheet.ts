// The bench sheet that is open: its readings, saved as they are typed, worked out as they stand.
import { defineStore } from "pinia";
import { computed, ref, shallowRef } from "vue";
import { api, type ProblemDocument, saying, type Schemas } from "../api/client";
import { ifMatch, revisionOf } from "../api/tag";
import { useHistory } from "../bench/history";
import { valueAt, withValue } from "../lib/pointer";

export type Sheet = { kind: string; [key: string]: unknown };
type Saving = { kind: "saved" | "waiting" | "saving" } | { kind: "failed"; why: string; stale: boolean };

const SAVE_AFTER_MS = 300;
const RETRY_AFTER_MS = 3000;

export const useSheet = defineStore("sheet", () => {
  const id = ref<string | null>(null);
  const document = shallowRef<Sheet | null>(null);
  const missing = ref<string | null>(null);
  const saving = ref<Saving>({ kind: "saved" });
  const measured = shallowRef<Schemas["Measured"] | null>(null);
  /** Why there is no result yet. */
  const refused = shallowRef<ProblemDocument | null>(null);
  const history = useHistory<Sheet>();
  let revision = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;

  const struck = computed(() => new Set((document.value?.struck as string[] | undefined) ?? []));

  async function open(wanted: string): Promise<void> {
    id.value = wanted;
    document.value = null;
    measured.value = null;
    refused.value = null;
    missing.value = null;
    saving.value = { kind: "saved" };
    history.clear();
    const reply = await api.GET("/api/sheets/{id}", { params: { path: { id: wanted } } });
    if (id.value !== wanted) return;
    if (!reply.data) {
      missing.value = saying(reply.error);
      return;
    }
    revision = revisionOf(reply.response);
    document.value = reply.data as unknown as Sheet;
    await workOut();
  }

  function apply(next: Sheet): void {
    document.value = next;
    saving.value = { kind: "waiting" };
    clearTimeout(timer);
    timer = setTimeout(() => void save(), SAVE_AFTER_MS);
    void workOut();
  }

  /** Sets one value; undefined takes it away. */
  function set(pointer: string, value: unknown, tag: string | null = pointer): void {
    const now = document.value;
    if (!now || valueAt(now, pointer) === value) return;
    history.note(now, tag);
    apply(withValue(now, pointer, value));
  }

  function get(pointer: string): unknown {
    return document.value ? valueAt(document.value, pointer) : undefined;
  }

  function undo(): void {
    const before = document.value && history.undo(document.value);
    if (before) apply(before);
  }

  function redo(): void {
    const after = document.value && history.redo(document.value);
    if (after) apply(after);
  }

  /** Strikes a reading out, or takes it back in; it is kept either way. */
  function strike(reading: string): void {
    const list = [...struck.value];
    const next = struck.value.has(reading) ? list.filter((other) => other !== reading) : [...list, reading];
    set("/struck", next.length > 0 ? next : undefined, null);
  }

  /** Takes a reading out; the ones struck out behind it move up. */
  function remove(list: string, place: number): void {
    const now = document.value;
    if (!now) return;
    const readings = (valueAt(now, `/${list}`) as unknown[]).filter((_, at) => at !== place);
    const moved = [...struck.value].flatMap((name) => {
      const [of, at] = name.split("/");
      const number = Number(at);
      if (of !== list || number < place) return [name];
      return number === place ? [] : [`${list}/${number - 1}`];
    });
    history.note(now, null);
    apply(withValue(withValue(now, `/${list}`, readings), "/struck", moved.length > 0 ? moved : undefined));
  }

  async function save(): Promise<void> {
    const [sheet, sent] = [id.value, document.value];
    clearTimeout(timer);
    if (!sheet || !sent || saving.value.kind === "saved" || saving.value.kind === "saving") return;
    saving.value = { kind: "saving" };
    const params = ifMatch(sheet, revision);
    const reply = await api.PUT("/api/sheets/{id}", { params, body: sent as never }).catch(() => undefined);
    if (id.value !== sheet) return;
    if (reply?.data) {
      revision = reply.data.revision;
      saving.value = { kind: document.value === sent ? "saved" : "waiting" };
      if (document.value !== sent) timer = setTimeout(() => void save(), SAVE_AFTER_MS);
      return;
    }
    const stale = reply?.response.status === 412;
    saving.value = {
      kind: "failed",
      why: stale ? "Changed in another window too." : saying(reply?.error),
      stale,
    };
    if (!stale) timer = setTimeout(() => void save(), RETRY_AFTER_MS);
  }

  /** Another window saved in between: this one is kept as a sheet of its own. */
  async function keepAsCopy(): Promise<string | null> {
    const now = document.value;
    if (!now) return null;
    const label = `${(now.label as string | undefined) ?? "sheet"}, this window's`;
    const reply = await api
      .POST("/api/sheets", { body: { ...now, label: label.slice(0, 160) } as never })
      .catch(() => undefined);
    return reply?.data?.id ?? null;
  }

  let computing = false;
  let again = false;
  async function workOut(): Promise<void> {
    if (computing) {
      again = true;
      return;
    }
    computing = true;
    do {
      again = false;
      const asked = document.value;
      if (!asked) break;
      const reply = await api.POST("/api/measure", { body: asked as never }).catch(() => undefined);
      if (document.value !== asked) again = true;
      else if (reply) {
        measured.value = reply.data ?? null;
        refused.value = reply.error ?? null;
      }
    } while (again);
    computing = false;
  }

  return {
    id,
    document,
    missing,
    saving,
    measured,
    refused,
    struck,
    canUndo: history.canUndo,
    canRedo: history.canRedo,
    seal: history.seal,
    open,
    set,
    get,
    undo,
    redo,
    strike,
    remove,
    save,
    keepAsCopy,
  };
});
