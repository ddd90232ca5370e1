// The list of builds and what can be done with each: started, copied, renamed, binned and brought back, taken in and out.
import { useToast } from "primevue/usetoast";
import { onMounted, ref } from "vue";
import { useRouter } from "vue-router";
import { api, type Build, type BuildLine, type ProblemDocument, saying, type Schemas } from "../api/client";
import { ask } from "../api/reach";
import { ifMatch } from "../api/tag";
import { download, fileName } from "../shared/lib/download";
import { freshName } from "../shared/lib/names";

export function useBuilds() {
  const router = useRouter();
  const toast = useToast();
  const builds = ref<BuildLine[] | null>(null);
  const templates = ref<Schemas["Template"][]>([]);
  const backups = ref<Schemas["Backups"] | null>(null);
  const problem = ref<string | null>(null);
  const refused = ref<{ file: string; problem: ProblemDocument } | null>(null);
  const dropping = ref(false);
  const renaming = ref<string | null>(null);

  async function load(): Promise<void> {
    const reply = await ask(() => api.GET("/api/builds"));
    problem.value = reply?.data ? null : saying(reply?.error);
    if (reply?.data) builds.value = reply.data;
  }

  onMounted(async () => {
    void load();
    const reply = await ask(() => api.GET("/api/templates"));
    templates.value = reply?.data ?? [];
    backups.value = (await ask(() => api.GET("/api/backups")))?.data ?? null;
  });

  function complain(error: ProblemDocument | undefined): void {
    toast.add({ severity: "error", summary: saying(error), life: 8000 });
  }

  async function store(build: Build): Promise<string | undefined> {
    const reply = await api.POST("/api/builds", { body: build }).catch(() => undefined);
    if (!reply?.data) complain(reply?.error);
    return reply?.data?.id;
  }

  const taken = () => builds.value?.map(({ name }) => name) ?? [];

  async function start(kind: string): Promise<void> {
    const reply = await api
      .GET("/api/templates/{kind}", { params: { path: { kind } } })
      .catch(() => undefined);
    if (!reply?.data) return complain(reply?.error);
    const id = await store({ ...reply.data, name: freshName(reply.data.name, taken()) });
    if (id) await router.push({ name: "bench", params: { id, step: "job" } });
  }

  async function whole(line: BuildLine): Promise<Build | undefined> {
    const reply = await api
      .GET("/api/builds/{id}", { params: { path: { id: line.id } } })
      .catch(() => undefined);
    if (!reply?.data) complain(reply?.error);
    return reply?.data;
  }

  async function copy(line: BuildLine): Promise<void> {
    const build = await whole(line);
    if (build && (await store({ ...build, name: freshName(`${build.name}, copy`.slice(0, 115), taken()) })))
      await load();
  }

  async function rename(line: BuildLine, name: string): Promise<void> {
    if (renaming.value === null) return;
    renaming.value = null;
    if (!name.trim() || name === line.name) return;
    const build = await whole(line);
    if (!build) return;
    const reply = await api
      .PUT("/api/builds/{id}", {
        params: ifMatch(line.id, line.revision),
        body: { ...build, name: name.slice(0, 120) },
      })
      .catch(() => undefined);
    if (!reply?.data) complain(reply?.error);
    await load();
  }

  async function remove(line: BuildLine): Promise<void> {
    const params = ifMatch(line.id, line.revision);
    const reply = await api.DELETE("/api/builds/{id}", { params }).catch(() => undefined);
    if (!reply?.response.ok) complain(reply?.error);
    else {
      const undo = async () => {
        toast.removeAllGroups();
        await api
          .POST("/api/builds/{id}/restore", { params: { path: { id: line.id } } })
          .catch(() => undefined);
        await load();
      };
      toast.add({
        severity: "secondary",
        summary: `“${line.name}” is in the bin.`,
        detail: undo,
        life: 12_000,
      });
    }
    await load();
  }

  async function exportBuild(line: BuildLine): Promise<void> {
    const build = await whole(line);
    if (!build) return;
    download(
      fileName(build.name, "build.json"),
      new Blob([`${JSON.stringify(build, null, 2)}\n`], { type: "application/json" }),
    );
  }

  async function take(files: FileList | null | undefined): Promise<void> {
    dropping.value = false;
    refused.value = null;
    let last: string | undefined;
    for (const file of files ?? []) {
      // Sent as it is, so that every problem is named by its place in the file.
      const reply = await fetch("/api/builds", {
        method: "POST",
        headers: { "Content-Type": "application/json" },
        body: await file.text(),
      }).catch(() => undefined);
      if (reply?.ok) last = ((await reply.json()) as { id: string }).id;
      else if (reply) refused.value = { file: file.name, problem: (await reply.json()) as ProblemDocument };
      else complain(undefined);
    }
    await load();
    if (last && files?.length === 1) await router.push({ name: "bench", params: { id: last, step: "job" } });
  }

  return {
    load,
    builds,
    templates,
    backups,
    problem,
    refused,
    dropping,
    renaming,
    start,
    copy,
    rename,
    remove,
    exportBuild,
    take,
  };
}
