// The keys of the workbench. Single letters act only outside of entries.
import { nextTick, onBeforeUnmount, onMounted } from "vue";
import type { CaseName } from "../api/client";
import { CHARGES, useBench } from "./bench";
import { helpInPlace } from "../shared/fields/help";
import { lettersAct } from "./layout";

const CASE_KEYS: Record<string, CaseName> = {
  t: "target",
  c: "climb",
  f: "full_throttle",
  s: "stall",
  n: "no_load",
};

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement && target.closest("input, textarea, select, [role='combobox']") !== null
  );
}

/** Whether words are typed there, and no figure. */
function isWriting(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    target.matches("input, textarea") &&
    target.closest(".quantity") === null &&
    !target.matches("[type='checkbox'], [type='radio'], [type='range']")
  );
}

export interface KeyActs {
  step: (index: number) => void;
  help: () => void;
  /** The power path in full, as a line, away. */
  path: () => void;
  /** Opens the verdict where it is folded. */
  verdict: () => void;
  /** The field to find or set. */
  command: () => void;
  print: () => void;
}

export function useKeys(act: KeyActs): void {
  const bench = useBench();

  function withControl(event: KeyboardEvent): boolean {
    const key = event.key.toLowerCase();
    // Words in a search box or in notes are undone by the browser; figures are undone with the build.
    if ((key === "z" || key === "y") && isWriting(event.target)) return false;
    if (key === "z" && event.shiftKey) bench.redo();
    else if (key === "z") bench.undo();
    else if (key === "y") bench.redo();
    else if (key === "s") void bench.flush();
    else if (key === "k") act.command();
    else if (key === "p") act.print();
    else return false;
    return true;
  }

  function plain(key: string): boolean {
    if (/^[0-9]$/.test(key)) act.step((Number(key) + 9) % 10);
    else if (key === "r") act.step(10);
    else if (key === "b") act.step(11);
    else if (key === "?") act.help();
    else if (key in CASE_KEYS) {
      const wanted = CASE_KEYS[key] as CaseName;
      if (bench.caseAt(wanted, bench.charge)) bench.caseName = wanted;
    } else if (key === "[" || key === "]") {
      const at = CHARGES.findIndex(({ charge }) => charge === bench.charge) + (key === "[" ? 1 : -1);
      bench.charge = CHARGES[Math.min(Math.max(at, 0), CHARGES.length - 1)]?.charge ?? 0.5;
    } else if (key === "d") {
      const drives = bench.option?.drives ?? [];
      bench.driveName = drives[(bench.driveIndex + 1) % drives.length]?.drive ?? bench.driveName;
    } else if (key === "o") {
      bench.optionIndex = (bench.optionIndex + 1) % (bench.document?.options.length ?? 1);
    } else if (key === "v") {
      act.verdict();
      void nextTick(() => document.querySelector<HTMLElement>("[data-verdict] button.row")?.focus());
    } else if (key === "k") {
      document.querySelector<HTMLElement>("[data-shelf-line]:not([aria-expanded='true'])")?.click();
      void nextTick(() => document.querySelector<HTMLElement>("[data-candidates]")?.focus());
    } else if (key === "w") {
      act.path();
    } else if (key === "h") {
      helpInPlace.value = !helpInPlace.value;
    } else if (key === "p") {
      bench.pin();
    } else return false;
    return true;
  }

  function listen(event: KeyboardEvent): void {
    if (event.defaultPrevented || document.querySelector("[role='dialog'], dialog[open]")) return;
    const taken =
      event.ctrlKey || event.metaKey
        ? withControl(event)
        : !event.altKey && lettersAct() && !isTyping(event.target) && plain(event.key);
    if (taken) event.preventDefault();
  }

  onMounted(() => window.addEventListener("keydown", listen));
  onBeforeUnmount(() => window.removeEventListener("keydown", listen));
}
