// Reading and changing a document by JSON pointer. Changes never touch the old document, so undo can keep it.

export type Json = null | boolean | number | string | Json[] | { [key: string]: Json };

function steps(pointer: string): string[] {
  if (pointer === "") return [];
  return pointer
    .slice(1)
    .split("/")
    .map((step) => step.replaceAll("~1", "/").replaceAll("~0", "~"));
}

/** The value at a place, or undefined. */
export function valueAt(document: unknown, pointer: string): unknown {
  let value: unknown = document;
  for (const step of steps(pointer)) {
    if (value === null || typeof value !== "object") return undefined;
    value = (value as Record<string, unknown>)[step];
  }
  return value;
}

/** A new document with a value at a place; `undefined` takes the key or list entry away. */
export function withValue<T>(document: T, pointer: string, value: unknown): T {
  return changed(document, steps(pointer), value) as T;
}

function changed(node: unknown, [step, ...rest]: string[], value: unknown): unknown {
  if (step === undefined) return value;
  if (Array.isArray(node)) {
    const copy = [...(node as unknown[])];
    const index = step === "-" ? copy.length : Number(step);
    if (rest.length === 0 && value === undefined) copy.splice(index, 1);
    else copy[index] = changed(copy[index], rest, value);
    return copy;
  }
  const copy: Record<string, unknown> = { ...(node as Record<string, unknown> | undefined) };
  if (rest.length === 0 && value === undefined) Reflect.deleteProperty(copy, step);
  else copy[step] = changed(copy[step], rest, value);
  return copy;
}

/** A record without some of its keys. */
export function without<T extends object, K extends keyof T>(record: T, ...keys: K[]): Omit<T, K> {
  return Object.fromEntries(Object.entries(record).filter(([key]) => !keys.includes(key as K))) as Omit<T, K>;
}

/** Places where two documents differ, down to single values. */
export function differences(mine: unknown, theirs: unknown, at = ""): string[] {
  if (Object.is(mine, theirs)) return [];
  if (mine === null || theirs === null || typeof mine !== "object" || typeof theirs !== "object") return [at];
  const keys = new Set([...Object.keys(mine), ...Object.keys(theirs)]);
  return [...keys].flatMap((key) =>
    differences(
      (mine as Record<string, unknown>)[key],
      (theirs as Record<string, unknown>)[key],
      `${at}/${key.replaceAll("~", "~0").replaceAll("/", "~1")}`,
    ),
  );
}
