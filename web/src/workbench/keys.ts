// The keys of the workbench: each does what its command does. Single letters act only outside of entries.
import { onBeforeUnmount, onMounted } from "vue";
import type { Command } from "./command/entries";
import { lettersAct } from "./layout";

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

/** A key as commands name it: "w", "Ctrl Z", "Ctrl Shift Z". */
function nameOf(event: KeyboardEvent): string {
  if (!event.ctrlKey && !event.metaKey) return event.key;
  return `Ctrl ${event.shiftKey ? "Shift " : ""}${event.key.toUpperCase()}`;
}

/** Words in a search box or in notes are undone by the browser; figures are undone with the build. */
const UNDOES = /^Ctrl (Shift )?[ZY]$/;

export function useKeys(commands: () => Command[]): void {
  function taken(event: KeyboardEvent): boolean {
    const name = nameOf(event);
    const control = event.ctrlKey || event.metaKey;
    if (control ? UNDOES.test(name) && isWriting(event.target) : event.altKey || isTyping(event.target)) {
      return false;
    }
    if (!control && !lettersAct()) return false;
    const command = commands().find(({ keys }) => keys?.split(" or ").includes(name));
    const act = command?.byKey ?? command?.act;
    if (!act) return false;
    void act(name);
    return true;
  }

  function listen(event: KeyboardEvent): void {
    if (event.defaultPrevented || document.querySelector("[role='dialog'], dialog[open]")) return;
    if (taken(event)) event.preventDefault();
  }

  onMounted(() => window.addEventListener("keydown", listen));
  onBeforeUnmount(() => window.removeEventListener("keydown", listen));
}
