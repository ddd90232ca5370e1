// Sheets that are made of the one on the bench: a copy, mine beside theirs, what was typed when it was gone.
import { ref } from "vue";
import { useRouter } from "vue-router";
import { api, saying } from "../api/client";
import { asMeasurement, type Sheet, useSheet } from "./sheet";

export function useOwnSheets(id: () => string, title: () => string) {
  const sheet = useSheet();
  const router = useRouter();
  const problem = ref<string | null>(null);

  /** A sheet of its own of what was typed here; null where that did not work, which is said. */
  async function asNew(from: Sheet, name: string): Promise<string | null> {
    const body = { ...from, label: name.slice(0, 160) };
    const reply = await api.POST("/api/sheets", { body: asMeasurement(body) }).catch(() => undefined);
    problem.value = reply?.data ? null : saying(reply?.error);
    return reply?.data?.id ?? null;
  }

  async function copy(): Promise<void> {
    await sheet.flush();
    const id = sheet.document && (await asNew(sheet.document, `${title()}, copy`));
    if (id) void router.push({ name: "sheet", params: { id } });
  }

  /** Ends a conflict. Of both, mine becomes a sheet of its own; theirs stays where it is. */
  async function settle(keep: "mine" | "theirs" | "both"): Promise<void> {
    const mine = sheet.document;
    if (keep !== "both" || !mine) {
      sheet.settle(keep === "both" ? "mine" : keep);
      return;
    }
    const id = await asNew(mine, `${title()}, mine`);
    if (id === null) return;
    sheet.settle("theirs");
    void router.push({ name: "sheet", params: { id } });
  }

  async function unbin(): Promise<void> {
    const params = { path: { id: id() } };
    const reply = await api.POST("/api/sheets/{id}/restore", { params }).catch(() => undefined);
    if (reply?.response.ok) await sheet.flush();
    else problem.value = saying(reply?.error);
  }

  async function keepOrphan(): Promise<void> {
    const lost = sheet.orphan;
    const id = lost && (await asNew(lost, typeof lost.label === "string" ? lost.label : ""));
    if (!id) return;
    sheet.adopted();
    void router.push({ name: "sheet", params: { id } });
  }

  return { problem, copy, settle, unbin, keepOrphan };
}
