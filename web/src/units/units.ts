// Which quantity a document key holds, and its units. The facts live in the Rust core.
import { BY_KEY, ENDINGS, QUANTITIES, type Quantity, type Unit } from "./units.gen";

export type { Quantity, Unit };

/** Every unit by quantity; the first is the document's own. */
export const UNITS: Record<Quantity, Unit[]> = QUANTITIES;

/** The quantity a document key holds. */
export function quantityOf(key: string): Quantity {
  const last = key.split(".").at(-1) ?? key;
  const known = BY_KEY[last];
  if (known) return known;
  return ENDINGS.find(([ending]) => last.endsWith(ending) || `_${last}` === ending)?.[1] ?? "plain";
}
