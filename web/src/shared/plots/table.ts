// The table behind a plot, and the file it becomes.

export interface PlotTable {
  columns: string[];
  rows: string[][];
}

const quoted = (cell: string) => (/[",\n]/u.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell);

/** A table as CSV, the columns' names first. */
export function csvOf({ columns, rows }: PlotTable): string {
  return `${[columns, ...rows].map((row) => row.map(quoted).join(",")).join("\n")}\n`;
}
