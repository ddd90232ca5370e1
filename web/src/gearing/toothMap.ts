// The map of tooth pairs as a few paths: one for each shade, one for the edge of what holds.

/** Shades of the map. */
export const SHADES = 8;

export interface Cells {
  columns: number;
  rows: number;
  /** Shade of each cell, 0 to SHADES - 1; -1 for a pair that cannot do the work, -2 for one with no figure. */
  shade: number[];
  /** Whether a pair does the work without a check failing. */
  holds: boolean[];
}

/** Shade of a value between the least and the most. */
export function shadeOf(value: number | null, least: number, most: number): number {
  if (value === null) return -2;
  if (most <= least) return 0;
  return Math.min(SHADES - 1, Math.max(0, Math.floor(((value - least) / (most - least)) * SHADES)));
}

/** How much of the tone a shade has. */
export function shareOf(shade: number): string {
  return `${8 + (82 * shade) / (SHADES - 1)}%`;
}

/** The cells of one shade, a unit square each. */
export function shadePath(cells: Cells, shade: number): string {
  const parts: string[] = [];
  cells.shade.forEach((has, index) => {
    if (has !== shade) return;
    parts.push(`M${index % cells.columns} ${Math.floor(index / cells.columns)}h1v1h-1z`);
  });
  return parts.join("");
}

/** The edge between what holds and what does not. */
export function edgePath({ columns, rows, holds }: Cells): string {
  const parts: string[] = [];
  const at = (column: number, row: number) =>
    column >= 0 && row >= 0 && column < columns && row < rows && holds[row * columns + column];
  for (let row = 0; row < rows; row += 1) {
    for (let column = 0; column < columns; column += 1) {
      if (!at(column, row)) continue;
      if (!at(column, row - 1)) parts.push(`M${column} ${row}h1`);
      if (!at(column, row + 1)) parts.push(`M${column} ${row + 1}h1`);
      if (!at(column - 1, row)) parts.push(`M${column} ${row}v1`);
      if (!at(column + 1, row)) parts.push(`M${column + 1} ${row}v1`);
    }
  }
  return parts.join("");
}
