// Undo, redo and save of a sheet by the keyboard.
import { useEventListener } from "@vueuse/core";
import { useSheet } from "./sheet";

export function useSheetKeys(): void {
  const sheet = useSheet();
  useEventListener(window, "keydown", (event) => {
    if (!(event.ctrlKey || event.metaKey)) return;
    const pressed = event.key.toLowerCase();
    if (pressed === "z" && !event.shiftKey) sheet.undo();
    else if (pressed === "y" || (pressed === "z" && event.shiftKey)) sheet.redo();
    else if (pressed === "s") void sheet.flush();
    else return;
    event.preventDefault();
  });
}
