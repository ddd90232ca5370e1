<script setup lang="ts">
// A course of the build, to be edited: its name, its charge, its end, what each drive does.
import { computed } from "vue";
import { useBench } from "../workbench/bench";
import BenchField from "../shared/fields/BenchField.vue";
import PartEditor from "./PartEditor.vue";
import type { Course } from "./runs";
import { freshMode, modesOf, useTargets } from "./tasks";

const props = defineProps<{ course: Course; index: number }>();
const bench = useBench();
const targets = useTargets();
const at = computed(() => `/courses/${props.index}`);

/** Drives that stand still in it. A generator runs alone. */
const idle = computed(() => {
  const drives = bench.shown?.job.drives ?? [];
  const turns = (name: string) => drives.find((drive) => drive.name === name)?.load.kind === "generator";
  if (props.course.parts.some(({ drive }) => turns(drive))) return [];
  return drives
    .map(({ name }) => name)
    .filter((name) => !turns(name) && !props.course.parts.some(({ drive }) => drive === name));
});

function add(drive: string): void {
  const kind = bench.shown ? modesOf(bench.shown, bench.optionIndex, drive)[0] : undefined;
  if (kind) bench.set(`${at.value}/parts/-`, { drive, mode: freshMode(kind, targets(drive)) }, null);
}
</script>

<template>
  <section class="editor" data-course-editor>
    <div class="fields">
      <BenchField :at="at" record="Course" name="name" />
      <BenchField :at="at" record="Course" name="words" />
      <BenchField :at="at" record="Course" name="state_of_charge" />
      <BenchField :at="at" record="Course" name="until_s" />
      <BenchField :at="at" record="Course" name="repeat" />
      <BenchField :at="at" record="Course" name="stop_voltage_cutback" />
    </div>
    <PartEditor
      v-for="(part, place) in course.parts"
      :key="part.drive"
      :part="part"
      :at="`${at}/parts/${place}`"
      :course="course.name"
      :several="course.parts.length > 1"
      @remove="bench.set(`${at}/parts/${place}`, undefined, null)"
    />
    <p v-if="idle.length > 0" class="note">
      stands still:
      <button v-for="drive in idle" :key="drive" type="button" class="action" @click="add(drive)">
        {{ drive }}, let it run
      </button>
    </p>
  </section>
</template>

<style scoped>
.editor {
  border-left: 3px solid var(--accent);
  padding: var(--space-1) 0 var(--space-3) var(--space-6);
  margin-bottom: var(--space-6);
}

.fields {
  columns: 2 260px;
  column-gap: 1.625rem;
}

.note {
  display: flex;
  gap: var(--space-6);
  padding-top: var(--space-4);
}
</style>
