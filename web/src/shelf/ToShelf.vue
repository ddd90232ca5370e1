<script setup lang="ts">
// Puts the part that stands in a build on the shelf.
import { useToast } from "primevue/usetoast";
import { api, saying, type Schemas } from "../api/client";
import { useBench } from "../workbench/bench";

const props = defineProps<{ kind: Schemas["PartKind"]; at: string }>();
const bench = useBench();
const toast = useToast();

async function put(): Promise<void> {
  const figures = (bench.get(props.at) ?? {}) as { label?: string; part_id?: string };
  const part = Object.fromEntries(
    Object.entries(figures).filter(([key]) => !["part_id", "getting", "ordered_on"].includes(key)),
  );
  const label =
    figures.label?.trim() || `${props.kind.replace("_", " ")} of ${bench.document?.name ?? "a build"}`;
  const body = { format: "ypsidyne.part/1", part: props.kind, ...part, label: label.slice(0, 160) };
  const reply = await api.POST("/api/parts", { body: body as Schemas["ShelfPart"] }).catch(() => undefined);
  if (!reply?.data) {
    toast.add({ severity: "error", summary: saying(reply?.error), life: 8000 });
    return;
  }
  bench.set(`${props.at}/part_id`, reply.data.id, null);
  toast.add({ severity: "secondary", summary: `“${label}” is on the shelf.`, life: 5000 });
}
</script>

<template>
  <button type="button" class="action note" :data-to-shelf="kind" @click="put">put on the shelf</button>
</template>
