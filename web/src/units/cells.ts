// Volts written as a number of cells, amperes as C and C as amperes: what is printed on packs and motors. What a cell has by
// its name depends on the chemistry in use, what C is on the capacity; the build tells both.
import { reactive } from "vue";

export const chemistry = reactive<{ cellNominalV: number | null; capacityAh: number | null }>({
  cellNominalV: null,
  capacityAh: null,
});

const WORDS = [
  "one",
  "two",
  "three",
  "four",
  "five",
  "six",
  "seven",
  "eight",
  "nine",
  "ten",
  "eleven",
  "twelve",
];

/** How many cells are written: `3S`, `3 cells`, `two cells`; null for anything else. */
export function cellsWritten(text: string): number | null {
  const match = /^\s*(\d{1,3}|[a-z]+)\s*-?\s*(?:s|cells?|in series)\s*$/iu.exec(text);
  if (!match?.[1]) return null;
  const count = /\d/u.test(match[1]) ? Number(match[1]) : WORDS.indexOf(match[1].toLowerCase()) + 1;
  return count >= 1 && count <= 200 ? count : null;
}

/** Amperes written as a multiple of the capacity: `20C`; null for anything else. */
export function multipleWritten(text: string): number | null {
  const match = /^\s*(\d+(?:\.\d*)?)\s*c\s*$/iu.exec(text);
  return match?.[1] ? Number(match[1]) : null;
}
