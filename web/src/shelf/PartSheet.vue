<script setup lang="ts">
// One part of the shelf: its figures edited, copied, retired.
import Dialog from "primevue/dialog";
import { useToast } from "primevue/usetoast";
import { computed, provide, ref, shallowRef } from "vue";
import { api, type ProblemDocument, saying } from "../api/client";
import { ifMatch } from "../api/tag";
import { FIELDS } from "../api/fields.gen";
import { DESK } from "../workbench/desk";
import { freshName } from "../shared/lib/names";
import { differences, valueAt, withValue } from "../shared/lib/pointer";
import { draftOf, dropDraft, keepDraft } from "../saving/drafts";
import BenchField from "../shared/fields/BenchField.vue";
import OneLine from "./OneLine.vue";
import KnownPanel from "../motor/KnownPanel.vue";
import SensorsField from "../shared/fields/SensorsField.vue";
import { kindOf, type Part, type PartLine } from "./kinds";
import { STARTS } from "../shared/fields/starts.gen";

const props = defineProps<{ line: PartLine | { part: Part } }>();
const emit = defineEmits<{ close: []; changed: []; retired: [line: PartLine] }>();
const toast = useToast();

const part = shallowRef<Part>(props.line.part);
const refused = ref<ProblemDocument | null>(null);
const stored = computed(() => ("id" in props.line ? props.line : null));
const kind = computed(() => kindOf(part.value.part));
/** What was typed here before and not saved stands again, and says so. */
const draftId = "id" in props.line ? props.line.id : `new ${props.line.part.part}`;
const resumed = ref(false);
void draftOf<Part>("part", draftId).then((draft) => {
  if (!draft || differences(draft.document, part.value).length === 0) return;
  part.value = draft.document;
  resumed.value = true;
});

function change(next: Part): void {
  part.value = next;
  keepDraft("part", draftId, {
    revision: stored.value?.revision ?? 0,
    document: next,
    sent: [],
    at: Date.now(),
  });
}

function forget(): void {
  dropDraft("part", draftId);
  part.value = props.line.part;
  resumed.value = false;
}

const changed = computed(() => JSON.stringify(part.value) !== JSON.stringify(props.line.part));

provide(DESK, {
  get: (pointer) => valueAt(part.value, pointer),
  set: (pointer, value) => change(withValue(part.value, pointer, value)),
  seal: () => undefined,
  guessAt: () => undefined,
  wrongAt: (pointer) => refused.value?.errors?.find((error) => error.pointer === pointer)?.detail,
});

const NESTED = {
  gearbox: "Gearbox",
  thermal: "Thermal",
  size_mm: "SizeMm",
  mount: "Mount",
  bec: "Bec",
} as const satisfies Record<string, string>;
type Nested = keyof typeof NESTED;
const HIDDEN = [
  "part_id",
  "facts",
  "getting",
  "ordered_on",
  "provenance",
  "measured_on",
  "sensors",
  ...Object.keys(NESTED),
];
const FIRST = ["price", "owned", "source"];
const names = computed(() => {
  const all = Object.keys(FIELDS[kind.value.record] ?? {}).filter((key) => !HIDDEN.includes(key));
  return all.filter((key) => key !== "label" && !FIRST.includes(key));
});
const nested = computed(() =>
  (Object.keys(NESTED) as Nested[]).filter((key) => FIELDS[kind.value.record]?.[key] !== undefined),
);
/** What is wrong with the part as a whole. */
const general = computed(() => {
  const errors = refused.value?.errors ?? [];
  if (refused.value && errors.length === 0) return [refused.value.detail];
  return errors.filter(({ pointer }) => pointer.split("/").length !== 2).map(({ detail }) => detail);
});

async function save(): Promise<void> {
  refused.value = null;
  const body = part.value;
  const line = stored.value;
  const reply = line
    ? await api
        .PUT("/api/parts/{id}", {
          params: ifMatch(line.id, line.revision),
          body,
        })
        .catch(() => undefined)
    : await api.POST("/api/parts", { body }).catch(() => undefined);
  if (reply?.data) {
    dropDraft("part", draftId);
    emit("changed");
    emit("close");
    return;
  }
  refused.value = reply?.error ?? null;
  if (!reply?.error?.errors?.length) {
    toast.add({ severity: "error", summary: saying(reply?.error), life: 8000 });
  }
}

async function copy(): Promise<void> {
  const label = freshName(`${part.value.label ?? ""}, copy`.slice(0, 150), []);
  const reply = await api.POST("/api/parts", { body: { ...part.value, label } }).catch(() => undefined);
  if (!reply?.data) toast.add({ severity: "error", summary: saying(reply?.error), life: 8000 });
  else toast.add({ severity: "secondary", summary: `“${label}” is on the shelf.`, life: 5000 });
  emit("changed");
  emit("close");
}

async function retire(back: boolean): Promise<void> {
  const line = stored.value;
  if (!line) return;
  const params = ifMatch(line.id, line.revision);
  const reply = back
    ? await api.POST("/api/parts/{id}/restore", { params }).catch(() => undefined)
    : await api.DELETE("/api/parts/{id}", { params }).catch(() => undefined);
  if (!reply?.response.ok) toast.add({ severity: "error", summary: saying(reply?.error), life: 8000 });
  else if (!back) emit("retired", line);
  emit("changed");
  emit("close");
}
</script>

<template>
  <Dialog
    :visible="true"
    modal
    :header="stored ? `A ${kind.one} on the shelf` : `A new ${kind.one}`"
    :style="{ width: '760px', maxWidth: '96vw' }"
    @update:visible="emit('close')"
  >
    <div class="sheet" data-part-sheet>
      <p v-if="resumed" class="note" data-resumed>
        What was typed here before, and not saved, stands again.
        <button type="button" class="action" @click="forget">as it is on the shelf</button>
      </p>
      <p v-for="detail in general" :key="detail" class="wrong" role="alert">{{ detail }}</p>
      <OneLine at="" :kind="part.part">
        <BenchField at="" :record="kind.record" name="label" />
      </OneLine>
      <KnownPanel v-if="part.part === 'motor'" at="" />
      <BenchField v-for="name in FIRST" :key="name" at="" :record="kind.record" :name="name" />
      <div class="two">
        <BenchField v-for="name in names" :key="name" at="" :record="kind.record" :name="name" />
      </div>
      <SensorsField v-if="part.part === 'controller'" at="" />
      <section v-for="key in nested" :key="key">
        <h3>
          {{ FIELDS[kind.record]?.[key]?.label }}
          <button
            type="button"
            class="action"
            @click="change(withValue(part, `/${key}`, valueAt(part, `/${key}`) ? undefined : STARTS[key]))"
          >
            {{ valueAt(part, `/${key}`) ? "take it away" : "give it" }}
          </button>
        </h3>
        <div v-if="valueAt(part, `/${key}`)" class="two">
          <BenchField
            v-for="name in Object.keys(FIELDS[NESTED[key]] ?? {})"
            :key="name"
            :at="`/${key}`"
            :record="NESTED[key]"
            :name="name"
          />
        </div>
      </section>
    </div>
    <template #footer>
      <template v-if="stored">
        <button v-if="stored.retired_at" type="button" class="boxed" @click="retire(true)">
          Offer it again
        </button>
        <router-link
          v-if="part.part === 'motor' || part.part === 'battery'"
          :to="{ name: 'sheets', query: { part: stored.id } }"
          >bench sheets</router-link
        >
        <button v-if="!stored.retired_at" type="button" class="boxed" data-retire @click="retire(false)">
          Retire
        </button>
        <button type="button" class="boxed" @click="copy">Copy</button>
      </template>
      <button
        type="button"
        class="boxed"
        :disabled="stored !== null && !changed"
        data-save-part
        @click="save"
      >
        {{ stored ? "Save" : "Put on the shelf" }}
      </button>
    </template>
  </Dialog>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: var(--space-1);
}

.two {
  columns: 2 260px;
  column-gap: 1.625rem;
  margin-top: var(--space-4);
}

h3 {
  display: flex;
  gap: var(--space-6);
  border-bottom: 1px solid var(--line);
  margin-top: var(--space-5);
}

.wrong {
  color: var(--fail);
}
</style>
