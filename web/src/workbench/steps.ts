// Which step shows a place of the document.
import type { Step } from "../router";

/** The step that shows a place of the document; null where it is on none of them. */
export function stepAt(pointer: string): Step | null {
  const known: [RegExp, Step][] = [
    [/^\/job/, "job"],
    [/\/drives\/\d+\/output/, "job"],
    [/\/(motor|motor_count|motors_per_channel|cooling)\b/, "motor"],
    [/\/gearing\b/, "gearing"],
    [/\/battery\b/, "battery"],
    [/\/controller/, "controller"],
    [/\/wiring\b/, "wiring"],
  ];
  return known.find(([place]) => place.test(pointer))?.[1] ?? null;
}
