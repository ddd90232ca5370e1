// Finding a row in ascending values.

/** The index of the last of ascending values that is not beyond a place; the first where all are. */
export function rowAt(values: readonly number[], place: number): number {
  let [low, high] = [0, values.length - 1];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if ((values[middle] ?? Infinity) <= place) low = middle;
    else high = middle - 1;
  }
  return Math.max(low, 0);
}
