// Which teeth can be had: ranges for the map, and sizes in stock, kept in this browser.
import { reactive, watch } from "vue";

interface Teeth {
  driver: [number, number];
  driven: [number, number];
  /** Sizes that lie in the drawer or can be bought; empty: all. */
  stockDriver: number[];
  stockDriven: number[];
  open: boolean;
}

const KEY = "ypsidyne.teeth";
const USUAL: Teeth = { driver: [9, 48], driven: [20, 79], stockDriver: [], stockDriven: [], open: false };

function stored(): Teeth {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? "{}");
    return { ...USUAL, ...(kept as Partial<Teeth>) };
  } catch {
    return { ...USUAL };
  }
}

export const teeth = reactive(stored());
watch(teeth, () => {
  localStorage.setItem(KEY, JSON.stringify(teeth));
});

/** Least and most teeth of a wheel. */
const LIMITS = { least: 5, most: 400, widest: 100 };

/** Every number of teeth of a range, within what wheels have. */
export function counted([from, to]: [number, number]): number[] {
  const low = Math.min(LIMITS.most, Math.max(LIMITS.least, Math.round(from) || LIMITS.least));
  const high = Math.min(LIMITS.most, low + LIMITS.widest - 1, Math.max(low, Math.round(to) || low));
  return Array.from({ length: high - low + 1 }, (_, place) => low + place);
}

/** Marks a size as one that can be had, or no longer. */
export function toggleStock(list: "stockDriver" | "stockDriven", size: number): void {
  const has = teeth[list].includes(size);
  teeth[list] = has
    ? teeth[list].filter((other) => other !== size)
    : [...teeth[list], size].sort((a, b) => a - b);
}
