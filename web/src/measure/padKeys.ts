// The keys of the pad: units, each of which ends a figure of a reading, and a keyboard that is there.
import { useEventListener } from "@vueuse/core";
import { quantityOf, type Unit, UNITS } from "../units/units";
import type { ReadingList } from "./kinds";

/** Units worth a key: those that a hand meter shows. */
const SHOWN = "V mV A mA Ω mΩ rpm s min °C °F kg g N N·m W km/h mph %".split(" ");
const MOST = 8;

export interface UnitKey {
  symbol: string;
  /** Column whose figure it ends. */
  index: number;
  unit: Unit;
}

/** The units that a column can be typed in. */
export function unitsOf(column: ReadingList["columns"][number] | undefined): Unit[] {
  return UNITS[quantityOf(column?.unit ?? "")];
}

/** One key for each unit of the columns, the first column that has it. */
export function unitKeys(columns: ReadingList["columns"]): UnitKey[] {
  const found: UnitKey[] = [];
  columns.forEach((column, index) => {
    if (column.text) return;
    for (const unit of unitsOf(column)) {
      if (SHOWN.includes(unit.symbol) && !found.some(({ symbol }) => symbol === unit.symbol)) {
        found.push({ symbol: unit.symbol, index, unit });
      }
    }
  });
  return found.slice(0, MOST);
}

/** What the keys of a keyboard do to the pad. */
interface Pad {
  digit: (sign: string) => void;
  back: () => void;
  next: () => void;
  leave: () => void;
}

/** A keyboard that is there types too. */
export function usePadKeyboard(pad: Pad): void {
  useEventListener(window, "keydown", (event) => {
    if (event.target instanceof HTMLInputElement || event.ctrlKey || event.metaKey || event.altKey) return;
    if (/^[0-9]$/.test(event.key)) pad.digit(event.key);
    else if (event.key === "." || event.key === ",") pad.digit(".");
    else if (event.key === "Backspace") pad.back();
    else if (event.key === "Enter") pad.next();
    else if (event.key === "Escape") pad.leave();
    else return;
    event.preventDefault();
  });
}
