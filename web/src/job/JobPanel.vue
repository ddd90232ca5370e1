<script setup lang="ts">
import ChoiceSelect from "../shared/fields/ChoiceSelect.vue";
import { computed } from "vue";
import { api, type Build } from "../api/client";
import { FIELDS } from "../api/fields.gen";
import { useBench } from "../workbench/bench";
import { useDrives } from "../workbench/drives";
import AnswerField from "../shared/fields/AnswerField.vue";
import BenchField from "../shared/fields/BenchField.vue";
import FieldGroup from "../shared/fields/FieldGroup.vue";
import FigureDelta from "../shared/figures/FigureDelta.vue";
import PanelHead from "../shared/PanelHead.vue";
import GeneratorFields from "./GeneratorFields.vue";
import { ASKED_OF_IT, GIVEN, KINDS, LOAD_FIELDS } from "./loadFields";
import ProjectileFields from "./ProjectileFields.vue";
import RoomFields from "./RoomFields.vue";
import { shown, shownText } from "../units/quantity";
import TradeOffNote from "../shared/TradeOffNote.vue";
import SumTable from "../shared/figures/SumTable.vue";

const bench = useBench();
const drives = useDrives();
const jobDrive = computed(() => `/job/drives/${bench.jobDriveIndex}`);
const load = computed(() => bench.jobDrive?.load);
const record = computed(() => `Load:${load.value?.kind}`);
const sums = computed(() => bench.figures?.sums.filter(({ drive }) => drive === bench.drive?.drive) ?? []);

/** Inertia by size and material, where it is another one than stands there. */
const bySize = computed(() => {
  const found = bench.driveFigures?.inertia_by_size_kg_m2;
  const now = load.value?.kind === "flywheel" ? load.value.inertia_kg_m2 : undefined;
  return found != null && found !== now ? found : null;
});
/** Whether the throttle can be held: for wheels and propellers behind a controller. */
const heldFlatOut = computed(() => load.value?.kind === "vehicle" || load.value?.kind === "fan");

async function setKind(kind: string): Promise<void> {
  const found = KINDS.find((candidate) => candidate.kind === kind);
  const build = bench.document;
  if (!found || !build || kind === load.value?.kind) return;
  const reply = await api.GET("/api/templates/{kind}", { params: { path: { kind: found.template } } });
  const start = reply.data?.job.drives.find((candidate) => candidate.load.kind === kind)?.load;
  if (start && bench.document === build) drives.setLoad(bench.jobDriveIndex, start);
}

const generator = computed(() => load.value?.kind === "generator");

const ruleField = FIELDS.Job?.battery_rule;
const rule = computed(() => bench.document?.job.battery_rule ?? ruleField?.fallback);
const why = computed(() => ruleField?.choices?.find(({ word }) => word === rule.value)?.why);
const answers = computed(() => {
  const [given, givenThen] = [bench.view.drive?.generating, bench.pinnedView?.drive?.generating];
  if (given) {
    return GIVEN.map((answer) => ({
      ...answer,
      ...shown(answer.quantity, given[answer.key], answer.places),
      value: given[answer.key],
      base: givenThen?.[answer.key],
    }));
  }
  const [now, then] = [bench.view.drive?.required, bench.pinnedView?.drive?.required];
  if (!now) return [];
  return ASKED_OF_IT.map((answer) => ({
    ...answer,
    ...shown(answer.quantity, now[answer.key], answer.places),
    value: now[answer.key],
    base: then?.[answer.key],
  }));
});

function rename(name: string): void {
  drives.rename(bench.jobDriveIndex, name);
}

function setNotes(build: Build, text: string): void {
  if (build.notes !== text) bench.set("/notes", text);
}
</script>

<template>
  <PanelHead
    title="Job"
    step="job"
    :note="`${bench.drive?.drive} · what it must do, before any part is chosen`"
  >
    <router-link v-if="!generator" :to="{ params: { step: 'options' } }" class="action note" data-to-propose
      >propose machines for it</router-link
    >
  </PanelHead>
  <div class="typed">
    <div>
      <div class="who">
        <input
          type="text"
          :value="bench.jobDrive?.name"
          aria-label="Name of the drive"
          class="name write"
          @change="(event) => rename((event.target as HTMLInputElement).value)"
        />
        <ChoiceSelect
          :model-value="load?.kind"
          :options="KINDS"
          option-label="said"
          option-value="kind"
          aria-label="What it moves"
          data-field="load_kind"
          @update:model-value="setKind"
        />
        <button
          v-if="(bench.document?.job.drives.length ?? 0) > 1"
          type="button"
          class="action note"
          @click="drives.remove(bench.jobDriveIndex)"
        >
          take this drive out
        </button>
        <button type="button" class="action note" @click="drives.add()">add a drive</button>
      </div>
      <FieldGroup :at="`${jobDrive}/load`" :record="record" :names="LOAD_FIELDS[load?.kind ?? ''] ?? []">
        <BenchField
          v-if="load?.kind === 'vehicle'"
          :at="`${bench.drivePointer}/output`"
          record="Output"
          name="wheel_diameter_m"
        />
      </FieldGroup>
      <p v-if="bySize !== null" class="note" data-inertia-by-size>
        By size and material all wheels have {{ shownText("inertia", bySize) }}; hollow ones less.
        <button
          type="button"
          class="action"
          @click="bench.set(`${jobDrive}/load/inertia_kg_m2`, Number(bySize.toPrecision(3)), null)"
        >
          take it
        </button>
      </p>
      <section v-if="!generator" class="group" data-held>
        <h3 class="rule">what can happen to it</h3>
        <AnswerField
          :at="jobDrive"
          record="JobDrive"
          name="can_jam"
          yes="yes"
          no="no"
          :usual="bench.driveFigures?.can_jam"
        />
        <BenchField v-if="heldFlatOut" :at="jobDrive" record="JobDrive" name="flat_out_s" />
      </section>
      <ProjectileFields v-if="load?.kind === 'flywheel'" />
      <GeneratorFields v-if="generator" />
      <p v-if="load?.kind === 'blade'" class="caution note">
        A spinning blade keeps turning after the switch: guard it, wait for it, take the battery lead off
        before reaching in. Local rules on mowers come first.
      </p>
    </div>
    <div class="pictures">
      <h3>{{ generator ? "given at the load" : "asked at the load" }}</h3>
      <dl class="answers">
        <div v-for="answer in answers" :key="answer.name">
          <dt>{{ answer.name }}</dt>
          <dd class="figure">
            {{ answer.text }}<span class="unit">{{ answer.unit }}</span>
            <FigureDelta
              v-if="bench.pinned"
              :quantity="answer.quantity"
              :value="answer.value"
              :base="answer.base"
              :significant="answer.places"
            />
          </dd>
        </div>
      </dl>
      <SumTable v-if="sums.length > 0" :lines="sums" />
    </div>
  </div>
  <div class="columns">
    <FieldGroup
      title="how it is used"
      at="/job"
      record="Job"
      :names="['runtime_min', 'duty_cycle', 'ambient_c', 'accessory_power_w']"
    />
    <section class="group">
      <h3 class="rule">how the battery is judged</h3>
      <BenchField at="/job" record="Job" name="battery_rule" label="Rule" />
      <BenchField v-if="rule === 'continuous_with_headroom'" at="/job" record="Job" name="battery_headroom" />
      <p class="note">{{ why }}</p>
      <TradeOffNote :ids="['battery_rule']" />
    </section>
    <RoomFields />
    <section v-if="bench.document" class="group">
      <h3 class="rule">notes</h3>
      <textarea
        :value="bench.document.notes ?? ''"
        aria-label="Notes"
        rows="4"
        maxlength="20000"
        @input="setNotes(bench.document, ($event.target as HTMLTextAreaElement).value)"
        @blur="bench.seal()"
      ></textarea>
    </section>
  </div>
</template>

<style scoped>
.who {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-5);
  align-items: baseline;
  margin-bottom: var(--space-4);
}

.name {
  width: 92px;
  font-weight: 600;
  font-size: var(--size);
}

.who :deep(.choose) {
  font-size: var(--size);
}

.answers {
  display: grid;
  grid-template-columns: auto auto auto;
  gap: var(--space-5);
  border-bottom: 1px solid var(--line);
  padding-bottom: var(--space-4);
  margin-bottom: var(--space-4);
}

.answers dt {
  font-size: var(--size-note);
  color: var(--soft);
}

.answers dd {
  font-size: var(--size-answer);
  font-weight: 600;
  line-height: 1.25;
}

.rule {
  display: flex;
  gap: var(--space-6);
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.1875rem;
}

.rule:not(:first-child) {
  margin-top: var(--space-6);
}

textarea {
  width: 100%;
  font: inherit;
  color: inherit;
  background: transparent;
  border: 1px solid var(--box);
  border-top: 0;
  resize: vertical;
}
</style>
