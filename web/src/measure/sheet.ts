// The bench sheet that is open: its readings, saved as they are typed, worked out as they stand.
import { defineStore } from "pinia";
import { computed, ref, shallowRef, watch } from "vue";
import { again } from "../api/again";
import { api, type ProblemDocument, type Schemas } from "../api/client";
import { ifMatch } from "../api/tag";
import { useHistory } from "../workbench/history";
import { valueAt, withValue } from "../shared/lib/pointer";
import { readerUnits } from "../units/reader";
import { type Place, useSaver } from "../saving/saver";

export type Sheet = { kind: string; [key: string]: unknown };

/** A sheet as it is sent: it is edited key by key, and the server says what in it is not a measurement yet. */
export const asMeasurement = (sheet: object) => sheet as Schemas["Measurement"];

const SHEETS: Place<Sheet> = {
  kind: "sheet",
  read: async (id) => {
    const reply = await api.GET("/api/sheets/{id}", { params: { path: { id } } });
    return { ...reply, data: reply.data as unknown as Sheet };
  },
  write: (id, revision, body, keepalive) =>
    api.PUT("/api/sheets/{id}", { params: ifMatch(id, revision), body: asMeasurement(body), keepalive }),
};

export const useSheet = defineStore("sheet", () => {
  const history = useHistory<Sheet>();
  const saver = useSaver(SHEETS, (before) => history.note(before, null));
  const { id, document } = saver;
  const measured = shallowRef<Schemas["Measured"] | null>(null);
  /** Why there is no result yet. */
  const refused = shallowRef<ProblemDocument | null>(null);
  /** Since when the result is not that of the readings; null while it is. */
  const staleSince = ref<Date | null>(null);

  const struck = computed(() => new Set((document.value?.struck as string[] | undefined) ?? []));

  async function open(wanted: string): Promise<void> {
    if (id.value !== wanted) {
      measured.value = null;
      refused.value = null;
      staleSince.value = null;
      history.clear();
    }
    await saver.open(wanted);
  }

  /** Sets one value; undefined takes it away. */
  function set(pointer: string, value: unknown, tag: string | null = pointer): void {
    const now = document.value;
    if (!now || valueAt(now, pointer) === value) return;
    history.note(now, tag);
    saver.take(withValue(now, pointer, value));
  }

  function get(pointer: string): unknown {
    return document.value ? valueAt(document.value, pointer) : undefined;
  }

  function undo(): void {
    const before = document.value && history.undo(document.value);
    if (before) saver.take(before);
  }

  function redo(): void {
    const after = document.value && history.redo(document.value);
    if (after) saver.take(after);
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
    saver.take(
      withValue(withValue(now, `/${list}`, readings), "/struck", moved.length > 0 ? moved : undefined),
    );
  }

  let computing = false;
  let changed = false;
  const retry = again(() => void workOut());
  async function workOut(): Promise<void> {
    if (computing) {
      changed = true;
      return;
    }
    computing = true;
    do {
      changed = false;
      const asked = document.value;
      if (!asked) break;
      const reply = await api.POST("/api/measure", { body: asMeasurement(asked) }).catch(() => undefined);
      if (document.value !== asked) changed = true;
      retry.went(reply?.response ?? null);
      if (changed) continue;
      if (reply) {
        measured.value = reply.data ?? null;
        refused.value = reply.error ?? null;
        staleSince.value = null;
      } else {
        staleSince.value ??= new Date();
      }
    } while (changed);
    computing = false;
  }
  watch([document, readerUnits], () => void workOut());

  return {
    id,
    document,
    missing: saver.missing,
    orphan: saver.orphan,
    gone: saver.gone,
    saving: saver.state,
    conflict: saver.conflict,
    measured,
    refused,
    staleSince,
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
    leave: saver.leave,
    flush: saver.flush,
    settle: saver.settle,
    adopted: saver.adopted,
  };
});
