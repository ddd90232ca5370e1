// What no longer applies once the kind of a part changes is set aside, and comes back with the kind.
import type { Build } from "../api/client";
import { valueAt, withValue } from "../shared/lib/pointer";

interface Rule {
  /** The field that changes, and to what. */
  at: RegExp;
  to: string[];
  /** What then applies no longer: its key, and the value that does not; any where none is named. */
  key: string;
  only?: string;
}

const RULES: Rule[] = [
  { at: /\/motor\/kind$/, to: ["brushless", "stepper"], key: "brush_drop_v" },
  { at: /\/controller\/kind$/, to: ["brushed"], key: "commutation", only: "foc" },
];

/** What was set aside, by the place it stood at. */
export type Aside = Map<string, unknown>;

/** A build with one value set, and the places of what that set aside; `kept` holds what was set aside of this build. */
export function settingAside(
  kept: Aside,
  build: Build,
  pointer: string,
  value: unknown,
): { next: Build; aside: string[] } {
  let next = withValue(build, pointer, value);
  const gone: string[] = [];
  for (const { at, to, key, only } of RULES) {
    if (!at.test(pointer)) continue;
    const place = pointer.replace(/kind$/, key);
    const stands = valueAt(next, place);
    const goes = typeof value === "string" && to.includes(value);
    if (goes && stands !== undefined && (only === undefined || stands === only)) {
      kept.set(place, stands);
      gone.push(place);
      next = withValue(next, place, undefined);
    } else if (!goes && stands === undefined && kept.has(place)) {
      next = withValue(next, place, kept.get(place));
      kept.delete(place);
    }
  }
  return { next, aside: gone };
}
