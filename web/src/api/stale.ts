// What is drawn while its figures are not yet those of the document is drawn so: see `[data-stale]` in the theme.
import type { ComponentInternalInstance } from "vue";

/** Marks a component's drawing as being of that time, or as being of now. */
export function markStale(drawn: ComponentInternalInstance | null, since: Date | null): void {
  const element: unknown = drawn?.proxy?.$el;
  if (!(element instanceof HTMLElement)) return;
  if (since === null) {
    delete element.dataset.stale;
    element.removeAttribute("title");
  } else if (element.dataset.stale === undefined) {
    element.dataset.stale = "";
    element.title = `The figures are those of ${timeOf(since)}.`;
  }
}

/** The time of day, to the second. */
export const timeOf = (time: Date) =>
  time.toLocaleTimeString([], { hour: "2-digit", minute: "2-digit", second: "2-digit" });
