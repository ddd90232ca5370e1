// What is done to a part in the list of the shelf: into the drawer or out of it, retired and brought back.
import { useToast } from "primevue/usetoast";
import { api, saying } from "../api/client";
import { ifMatch } from "../api/tag";
import type { PartLine } from "./kinds";

/** `again`: draws the list anew. */
export function useLineActions(again: () => void) {
  const toast = useToast();

  async function setOwned(line: PartLine): Promise<void> {
    const part = { ...line.part, owned: !line.part.owned };
    const params = ifMatch(line.id, line.revision);
    const reply = await api.PUT("/api/parts/{id}", { params, body: part }).catch(() => undefined);
    if (!reply?.data) toast.add({ severity: "error", summary: saying(reply?.error), life: 8000 });
    again();
  }

  /** A retired part comes back while the message stands. */
  function retired(line: PartLine): void {
    const params = ifMatch(line.id, line.revision);
    const undo = async () => {
      toast.removeAllGroups();
      await api.POST("/api/parts/{id}/restore", { params }).catch(() => undefined);
      again();
    };
    const summary = `“${line.part.label ?? ""}” is retired. Builds that use it keep their figures.`;
    toast.add({ severity: "secondary", summary, detail: undo, life: 12_000 });
  }

  return { setOwned, retired };
}
