// How the workbench is laid out for whoever sits at it, step by step: kept in this browser.
import { useLocalStorage, useMediaQuery } from "@vueuse/core";
import type { Step } from "../router";

/** The power path in full, as one line, or away. */
export type PathMode = "full" | "line" | "off";
const MODES: PathMode[] = ["full", "line", "off"];

/** Where the path is not part of the work it takes less room. */
const USUAL_PATH: Partial<Record<Step, PathMode>> = {
  search: "line",
  options: "line",
  run: "line",
  log: "line",
  parts: "off",
  odds: "off",
  sheet: "off",
};
/** Steps that want the room of the verdict. */
const USUALLY_FOLDED = new Set<Step>(["options", "sheet", "log"]);

interface Layout {
  path: Partial<Record<Step, PathMode>>;
  folded: Partial<Record<Step, boolean>>;
  /** Whether single letters act. */
  letters: boolean;
}

const kept = useLocalStorage<Layout>(
  "ypsidyne.layout",
  { path: {}, folded: {}, letters: true },
  { mergeDefaults: true },
);

export const pathOf = (step: Step): PathMode => kept.value.path[step] ?? USUAL_PATH[step] ?? "full";

export function setPath(step: Step, mode: PathMode): void {
  kept.value.path = { ...kept.value.path, [step]: mode };
}

/** Full, a line, away, and round again. */
export function nextPath(step: Step): void {
  setPath(step, MODES[(MODES.indexOf(pathOf(step)) + 1) % MODES.length] ?? "full");
}

export const isFolded = (step: Step): boolean => kept.value.folded[step] ?? USUALLY_FOLDED.has(step);

export function fold(step: Step, folded: boolean): void {
  kept.value.folded = { ...kept.value.folded, [step]: folded };
}

export const lettersAct = (): boolean => kept.value.letters;

export function setLetters(act: boolean): void {
  kept.value.letters = act;
}

/** Below this width things stand under each other, and a bar at the foot stays. */
export const narrow = useMediaQuery("(max-width: 999px)");
