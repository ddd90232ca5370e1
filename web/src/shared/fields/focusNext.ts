// From one entry to the next, as Enter does.

const ENTRIES = "input:not([type='search']):not([type='file']), select, textarea";

/** Puts the focus on the entry that follows, of those that are drawn and can be typed in. */
export function focusNext(from: HTMLElement): void {
  const room = from.closest("main, [role='dialog']") ?? document.body;
  const all = [...room.querySelectorAll<HTMLElement>(ENTRIES)].filter(
    (entry) => entry.checkVisibility() && !(entry as HTMLInputElement).disabled,
  );
  const next = all[all.indexOf(from) + 1];
  if (next) next.focus();
  else from.blur();
}
