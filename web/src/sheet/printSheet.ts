// The sheet to print, in a window of its own.
import { readerUnits } from "../units/reader";
import { useBench } from "../workbench/bench";

/** Opens it. It is of what is stored: what was typed a moment ago is saved first. */
export async function printSheet(): Promise<void> {
  const bench = useBench();
  // Opened at once, or browsers take it for a pop-up.
  const paper = window.open("", "_blank");
  await bench.flush();
  const address = `/api/builds/${bench.id}/sheet?option=${bench.optionIndex}&units=${readerUnits()}`;
  if (paper) paper.location.href = address;
  else location.href = address;
}
