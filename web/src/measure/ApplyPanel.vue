<script setup lang="ts">
// What to do with a measured figure: a new part on the shelf, or in place of the listed one in a part or a build.
import { useToast } from "primevue/usetoast";
import { computed, ref, shallowRef, watch } from "vue";
import { api, type Build, type BuildLine, saying, type Schemas } from "../api/client";
import { ask } from "../api/reach";
import { ifMatch, revisionOf } from "../api/tag";
import VerdictMark from "../shared/figures/VerdictMark.vue";
import { verdictWord } from "../workbench/words";
import { figures, shownText } from "../units/quantity";
import { quantityOf } from "../units/units";
import { asMeasurement, useSheet } from "./sheet";
import { STARTS } from "../shared/fields/starts.gen";

const sheet = useSheet();
const toast = useToast();
const gives = computed(() => sheet.measured?.gives ?? []);
const target = computed(() => gives.value[0]?.target ?? null);
const label = computed(() => ((sheet.document?.label as string | undefined) ?? "").trim());
const problem = ref<string | null>(null);

// ---- onto the shelf, with all that was measured under the same name

const KINDS = ["brushed", "brushless", "stepper"] as const;
const kind = ref<(typeof KINDS)[number]>("brushed");
const siblings = shallowRef<Schemas["SheetLine"][]>([]);
watch(
  [label, () => sheet.saving.kind],
  async () => {
    if (!label.value || sheet.saving.kind !== "saved") return;
    const reply = await ask(() => api.GET("/api/sheets"));
    siblings.value = (reply?.data ?? [])
      .filter((line) => line.label.trim() === label.value && line.measured)
      .reverse();
  },
  { immediate: true },
);

async function toShelf(): Promise<void> {
  problem.value = null;
  await sheet.flush();
  const cells = sheet.document?.cells_series;
  const start =
    target.value === "battery"
      ? {
          format: "ypsidyne.part/1",
          part: "battery",
          label: label.value,
          owned: true,
          ...STARTS.measured_battery,
          ...(typeof cells === "number" ? { cells_series: cells } : {}),
        }
      : { format: "ypsidyne.part/1", part: "motor", label: label.value, kind: kind.value, owned: true };
  const ids = siblings.value.map(({ id }) => id);
  if (sheet.id && !ids.includes(sheet.id)) ids.push(sheet.id);
  const made = await api
    .POST("/api/measure/part", { body: { part: start, sheets: ids } })
    .catch(() => undefined);
  if (!made?.data) {
    const missing = made?.error?.errors ?? [];
    problem.value =
      missing.length > 0
        ? missing.map(({ detail }) => `${detail.charAt(0).toUpperCase()}${detail.slice(1)}.`).join(" ")
        : saying(made?.error);
    return;
  }
  const kept = await api.POST("/api/parts", { body: made.data }).catch(() => undefined);
  if (!kept?.data) {
    problem.value = saying(kept?.error);
    return;
  }
  sheet.set("/part_id", kept.data.id, null);
  toast.add({
    severity: "secondary",
    summary: `“${label.value}” is on the shelf, in the drawer.`,
    life: 6000,
  });
}

// ---- into a build

const builds = shallowRef<BuildLine[]>([]);
const buildId = ref<string | null>((sheet.document?.build_id as string | undefined) ?? null);
/** The build that was picked; its id stays with its document. */
const opened = shallowRef<{ id: string; build: Build; revision: number } | null>(null);
const option = ref(0);
const drive = ref(0);
const applied = shallowRef<Schemas["Applied"] | null>(null);

async function list(): Promise<void> {
  const reply = await ask(() => api.GET("/api/builds"));
  builds.value = reply?.data ?? [];
}
void list();

watch(
  buildId,
  async (id) => {
    opened.value = null;
    applied.value = null;
    if (!id) return;
    const reply = await ask(
      () => api.GET("/api/builds/{id}", { params: { path: { id } } }),
      () => buildId.value === id,
    );
    // Another build was picked while this one was on its way.
    if (buildId.value !== id) return;
    option.value = 0;
    drive.value = 0;
    if (!reply?.data) {
      problem.value = saying(reply?.error);
      return;
    }
    opened.value = { id, build: reply.data, revision: revisionOf(reply.response) };
  },
  { immediate: true },
);

let applying = 0;
watch([opened, option, drive, () => sheet.measured], async () => {
  const now = opened.value;
  const asked = ++applying;
  applied.value = null;
  if (!now || !sheet.document || gives.value.length === 0) return;
  const measurement = asMeasurement(sheet.document);
  const body = { build: now.build, measurement, option: option.value, drive: drive.value };
  const reply = await ask(
    () => api.POST("/api/measure/apply", { body }),
    () => asked === applying,
  );
  // Of several that are on their way only the newest counts.
  if (asked !== applying) return;
  applied.value = reply?.data ?? null;
  problem.value = reply?.data ? null : saying(reply?.error);
});

async function putIn(): Promise<void> {
  const [now, next] = [opened.value, applied.value];
  if (!now || !next) return;
  const params = ifMatch(now.id, now.revision);
  const reply = await api.PUT("/api/builds/{id}", { params, body: next.build }).catch(() => undefined);
  if (!reply?.data) {
    problem.value =
      reply?.response.status === 412
        ? "The build was changed in between; nothing was overwritten. Open it here again."
        : saying(reply?.error);
    return;
  }
  if (buildId.value === now.id) {
    opened.value = { id: now.id, build: next.build as unknown as Build, revision: reply.data.revision };
  }
  toast.add({ severity: "secondary", summary: "The measured figures are in the build.", life: 6000 });
}

const said = (change: Schemas["Changed"], value: number) => {
  const key = change.pointer.split("/").at(-1) ?? "";
  const quantity = quantityOf(key);
  return quantity === "plain" ? figures(value, 4) : shownText(quantity, value, 4);
};
const moved = (by: number) =>
  Math.abs(by) < 0.0005
    ? "as listed"
    : `${figures(100 * Math.abs(by), 2)} % ${by > 0 ? "higher" : "lower"} than listed`;
const percent = (used: number | null) => (used === null ? "–" : `${figures(100 * used, 3)} %`);
const effect = (one: Schemas["Effect"]) =>
  `${verdictWord(one.verdict)}${one.weakest ? `, ${one.weakest.toLowerCase()} ${one.worst_utilisation == null ? "" : `${figures(100 * one.worst_utilisation, 3)} %`}` : ""}`;

// ---- into a part of the shelf

const partText = ref("");
const parts = shallowRef<Schemas["PartLine"][]>([]);
watch(partText, async (text) => {
  if (!text.trim()) {
    parts.value = [];
    return;
  }
  const kind: Schemas["PartKind"] = target.value === "battery" ? "battery" : "motor";
  const body = { kind, text, limit: 8 };
  const reply = await ask(
    () => api.POST("/api/parts/search", { body }),
    () => partText.value === text,
  );
  if (!reply) return;
  parts.value = reply?.data?.parts ?? [];
});

async function intoPart(line: Schemas["PartLine"]): Promise<void> {
  await sheet.flush();
  if (sheet.id === null) return;
  const body = { part: line.part, sheets: [sheet.id] };
  const made = await api.POST("/api/measure/part", { body }).catch(() => undefined);
  if (!made?.data) {
    problem.value = saying(made?.error);
    return;
  }
  const params = ifMatch(line.id, line.revision);
  const kept = await api.PUT("/api/parts/{id}", { params, body: made.data }).catch(() => undefined);
  if (!kept?.data) {
    problem.value = saying(kept?.error);
    return;
  }
  sheet.set("/part_id", line.id, null);
  partText.value = "";
  toast.add({ severity: "secondary", summary: "The part now has the measured figures.", life: 6000 });
}
</script>

<template>
  <section v-if="target" class="apply" data-apply>
    <h3>What to do with it</h3>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <div v-if="target !== 'vehicle'" class="way">
      <span v-if="target === 'motor'" class="switch" role="group" aria-label="Kind of motor">
        <button
          v-for="one in KINDS"
          :key="one"
          type="button"
          :aria-pressed="kind === one"
          @click="kind = one"
        >
          {{ one }}
        </button>
      </span>
      <button type="button" class="boxed" :disabled="!label" data-to-shelf @click="toShelf">
        Put it on the shelf
      </button>
      <span class="note">
        {{
          label
            ? `with ${siblings.length > 1 ? `${siblings.length} sheets` : "what was measured"} under “${label}”`
            : "give the sheet a name first"
        }}
      </span>
    </div>
    <div v-if="target !== 'vehicle'" class="way">
      <input
        v-model="partText"
        type="search"
        placeholder="or find a part of the shelf"
        aria-label="Find a part of the shelf"
      />
      <button v-for="line in parts" :key="line.id" type="button" class="action" @click="intoPart(line)">
        {{ (line.part as { label?: string }).label }}
      </button>
    </div>
    <div class="way">
      <select v-model="buildId" aria-label="Build" data-apply-build>
        <option :value="null">or a build …</option>
        <option v-for="build in builds" :key="build.id" :value="build.id">{{ build.name }}</option>
      </select>
      <select v-if="opened" v-model="option" aria-label="Option">
        <option v-for="(one, place) in opened.build.options" :key="one.name" :value="place">
          {{ one.name }}
        </option>
      </select>
      <select
        v-if="opened && (opened.build.options[option]?.drives.length ?? 0) > 1"
        v-model="drive"
        aria-label="Drive"
      >
        <option v-for="(one, place) in opened.build.options[option]?.drives" :key="one.drive" :value="place">
          {{ one.drive }}
        </option>
      </select>
    </div>
    <template v-if="applied">
      <table data-changes>
        <tbody>
          <tr v-for="change in applied.changes" :key="change.pointer">
            <td>{{ change.label }}</td>
            <td class="figure">{{ change.before == null ? "not given" : said(change, change.before) }}</td>
            <td class="figure">→ {{ said(change, change.after) }}</td>
            <td class="note">{{ change.by == null ? "" : moved(change.by) }}</td>
          </tr>
        </tbody>
      </table>
      <template v-for="change in applied.changes" :key="change.label">
        <p v-if="change.says" class="note" data-means>{{ change.says }}</p>
      </template>
      <p class="verdicts" data-effect>
        <VerdictMark :verdict="applied.before.verdict" /> {{ effect(applied.before) }}
        <b>→</b>
        <VerdictMark :verdict="applied.after.verdict" /> {{ effect(applied.after) }}
      </p>
      <table v-if="applied.moved.length > 0" data-moved>
        <tbody>
          <tr
            v-for="check in applied.moved.slice(0, 6)"
            :key="`${check.code} ${check.used_after}`"
            :data-moved-check="check.code"
          >
            <td>{{ check.title }}</td>
            <td><VerdictMark :verdict="check.before" /> {{ percent(check.used_before) }}</td>
            <td>→ <VerdictMark :verdict="check.after" /> {{ percent(check.used_after) }}</td>
            <td class="note">
              {{
                check.before === check.after
                  ? ""
                  : `${verdictWord(check.before)}, now ${verdictWord(check.after)}`
              }}
            </td>
          </tr>
        </tbody>
      </table>
      <p>
        <button type="button" class="boxed" data-put-in @click="putIn">Put the measured figures in</button>
        <router-link :to="{ name: 'bench', params: { id: buildId ?? '', step: 'motor' } }"
          >open the build</router-link
        >
      </p>
    </template>
  </section>
</template>

<style scoped>
.apply {
  margin-top: var(--space-8);
  border-top: 1px solid var(--ink);
  padding-top: var(--space-3);
}

.way {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3) var(--space-6);
  align-items: center;
  padding: 0.3125rem 0;
}

select,
input {
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--box);
  padding: var(--space-1) var(--space-2);
  max-width: 100%;
}

[data-moved] td:not(:first-child, .note) {
  white-space: nowrap;
}

.verdicts {
  padding: var(--space-3) 0;
}

.wrong {
  color: var(--fail);
}

.boxed {
  margin-right: var(--space-6);
}
</style>
