// Undo and redo over every edit. Typing in one field is one step.
import { computed, ref, shallowRef } from "vue";

const MOST_STEPS = 500;

export function useHistory<T>() {
  const past = shallowRef<T[]>([]);
  const future = shallowRef<T[]>([]);
  const lastTag = ref<string | null>(null);

  return {
    canUndo: computed(() => past.value.length > 0),
    canRedo: computed(() => future.value.length > 0),
    /** Notes the document before an edit. Edits in a row with the same tag are one step. */
    note(before: T, tag: string | null): void {
      if (tag === null || tag !== lastTag.value) past.value = [...past.value.slice(-MOST_STEPS + 1), before];
      lastTag.value = tag;
      future.value = [];
    },
    /** The earliest document of the past that is as wanted. */
    earliest(wanted: (document: T) => boolean): T | undefined {
      return past.value.find(wanted);
    },
    /** The next edit starts a step of its own. */
    seal(): void {
      lastTag.value = null;
    },
    undo(now: T): T | undefined {
      const before = past.value.at(-1);
      if (before === undefined) return undefined;
      past.value = past.value.slice(0, -1);
      future.value = [...future.value, now];
      lastTag.value = null;
      return before;
    },
    redo(now: T): T | undefined {
      const after = future.value.at(-1);
      if (after === undefined) return undefined;
      future.value = future.value.slice(0, -1);
      past.value = [...past.value, now];
      lastTag.value = null;
      return after;
    },
    clear(): void {
      past.value = [];
      future.value = [];
      lastTag.value = null;
    },
  };
}
