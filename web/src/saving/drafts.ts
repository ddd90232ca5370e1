// What is typed but not yet stored lives in the browser too, so that a closed lid loses nothing.
import { isTaken, slot } from "./slot";

export interface Draft<T> {
  /** Revision the edit started from. */
  revision: number;
  document: T;
  /** Fingerprints of what was on its way to the server: if one of them arrived, this goes on top of it. */
  sent: string[];
  /** When it was typed, milliseconds since 1970. */
  at: number;
}

const prefix = (kind: string, id: string) => `ypsidyne.draft.${kind}.${id}.`;
const key = (kind: string, id: string) => prefix(kind, id) + slot;

export function keepDraft<T>(kind: string, id: string, draft: Draft<T>): void {
  try {
    localStorage.setItem(key(kind, id), JSON.stringify(draft));
  } catch {
    // The browser's store is full or closed: the server still gets the edit a moment later.
  }
}

export function dropDraft(kind: string, id: string): void {
  try {
    localStorage.removeItem(key(kind, id));
  } catch {
    // A closed store holds nothing.
  }
}

function read<T>(name: string): Draft<T> | undefined {
  try {
    const text = localStorage.getItem(name);
    return text ? (JSON.parse(text) as Draft<T>) : undefined;
  } catch {
    return undefined;
  }
}

/** The draft of this window, else the newest of a window that is gone: it becomes this window's. */
export async function draftOf<T>(kind: string, id: string): Promise<Draft<T> | undefined> {
  const own = read<T>(key(kind, id));
  if (own) return own;
  const others = slotsOf(kind, id)
    .map((other) => ({ other, draft: read<T>(prefix(kind, id) + other) }))
    .flatMap(({ other, draft }) => (draft ? [{ other, draft }] : []))
    .sort((one, two) => two.draft.at - one.draft.at);
  for (const { other, draft } of others) {
    if (await isTaken(other)) continue;
    keepDraft(kind, id, draft);
    localStorage.removeItem(prefix(kind, id) + other);
    return draft;
  }
  return undefined;
}

function slotsOf(kind: string, id: string): string[] {
  try {
    const start = prefix(kind, id);
    return Object.keys(localStorage)
      .filter((name) => name.startsWith(start))
      .map((name) => name.slice(start.length));
  } catch {
    return [];
  }
}

const entryKey = (name: string) => `ypsidyne.entry.${name}`;

/** Keeps an entry of several figures that is not whole yet; drops it when nothing is typed. */
export function keepEntry(name: string, typed: (number | string | null)[]): void {
  try {
    if (typed.every((figure) => figure === null || figure === "")) localStorage.removeItem(entryKey(name));
    else localStorage.setItem(entryKey(name), JSON.stringify(typed));
  } catch {
    // A full or closed store keeps nothing.
  }
}

/** The entry of before, where it has so many figures. */
export function draftEntry(name: string, figures: number): (number | string | null)[] | null {
  try {
    const typed: unknown = JSON.parse(localStorage.getItem(entryKey(name)) ?? "null");
    return Array.isArray(typed) && typed.length === figures ? (typed as (number | string | null)[]) : null;
  } catch {
    return null;
  }
}
