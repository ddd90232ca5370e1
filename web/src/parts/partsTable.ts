// The parts list as a file: taken out as CSV, and read back with what was filled in.
import { useToast } from "primevue/usetoast";
import { ref } from "vue";
import { api, saying, type Schemas } from "../api/client";
import { download, fileName } from "../shared/lib/download";
import { withValue } from "../shared/lib/pointer";
import { useBench } from "../workbench/bench";

export function usePartsTable() {
  const bench = useBench();
  const toast = useToast();

  async function exportTable(): Promise<void> {
    const build = bench.document;
    if (!build) return;
    const reply = await api
      .POST("/api/parts-list/table", {
        body: { build, option: bench.optionIndex },
        parseAs: "text",
      })
      .catch(() => undefined);
    if (typeof reply?.data !== "string") return;
    const name = `${build.name} ${bench.option?.name ?? ""} parts`;
    download(fileName(name, "csv"), new Blob([reply.data], { type: "text/csv" }));
  }

  const read = ref<Schemas["ReadList"] | null>(null);
  const readProblem = ref<string | null>(null);
  async function importTable(event: Event): Promise<void> {
    const input = event.target as HTMLInputElement;
    const [file, build] = [input.files?.[0], bench.document];
    input.value = "";
    if (!file || !build) return;
    const text = await file.text();
    const reply = await api
      .POST("/api/parts-list/read", { body: { build, option: bench.optionIndex, text } })
      .catch(() => undefined);
    readProblem.value = reply?.data ? null : saying(reply?.error);
    read.value = reply?.data ?? null;
    if (!reply?.data || !bench.document) return;
    const { lines, parts, problems } = reply.data;
    let next = withValue(bench.document, `${bench.optionPointer}/parts_list`, lines);
    for (const { place, price, have, getting, ordered_on } of parts) {
      next = withValue(next, `${bench.optionPointer}/${place}/price`, price ?? undefined);
      next = withValue(next, `${bench.optionPointer}/${place}/owned`, have || undefined);
      next = withValue(next, `${bench.optionPointer}/${place}/getting`, getting ?? undefined);
      next = withValue(next, `${bench.optionPointer}/${place}/ordered_on`, ordered_on ?? undefined);
    }
    bench.edit(next);
    const bad =
      problems.length > 0 ? `, ${new Set(problems.map(({ line }) => line)).size} rows left out` : "";
    toast.add({
      severity: "secondary",
      summary: `${lines.length} lines and ${parts.length} parts read${bad}. Undo brings the old list back.`,
      life: 6000,
    });
  }

  return { read, readProblem, exportTable, importTable };
}
