// Sheets that are made of the one on the bench: a copy, mine beside theirs, what was typed when it was gone.
import { ref } from "vue";
import { useRouter } from "vue-router";
import { api, saying } from "../api/client";
import { useAsNew } from "../saving/asNew";
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

  const { settle, keepAsNew, unbin } = useAsNew<Sheet>({
    kept: sheet,
    nameOf: title,
    asNew,
    restore: async () => {
      const params = { path: { id: id() } };
      const reply = await api.POST("/api/sheets/{id}/restore", { params }).catch(() => undefined);
      const back = reply?.response.ok ?? false;
      if (!back) problem.value = saying(reply?.error);
      return back;
    },
    open: (made) => router.push({ name: "sheet", params: { id: made } }),
  });

  function keepOrphan(): Promise<void> {
    const label = sheet.orphan?.label;
    return keepAsNew(sheet.orphan, typeof label === "string" ? label : "");
  }

  return { problem, copy, settle, unbin, keepOrphan };
}
