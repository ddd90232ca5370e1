// The sheets of the bench as they stand in the core, and one with columns of its own.
import { KINDS, type SheetKind } from "./kinds.gen";

export { KINDS, type ReadingList, type SheetKind } from "./kinds.gen";

/** The kind of a sheet; one with names of its own has its columns under them, and those that have one. */
export function kindOf(kind: string | undefined, sheet?: object | null): SheetKind | undefined {
  const known = KINDS.find((one) => one.kind === kind);
  if (known?.kind !== "free_sheet" || !sheet) return known;
  const names = sheet as Record<string, unknown>;
  const lists = known.lists.map((list) => ({
    ...list,
    columns: list.columns.flatMap((column) => {
      const name = column.text ? column.label : names[`name_${column.key}`];
      return typeof name === "string" && name !== "" ? [{ ...column, label: name }] : [];
    }),
  }));
  return { ...known, lists };
}
