<script setup lang="ts">
// Which rotor sensors a controller reads: several, or not known.
import { computed } from "vue";
import { fieldHelp } from "../../api/fields";
import { FIELDS } from "../../api/fields.gen";
import { useDesk } from "../../workbench/desk";

const props = defineProps<{ at: string }>();
const desk = useDesk();
const meta = FIELDS.Controller?.sensors;
const choices = FIELDS.Motor?.sensor?.choices ?? [];
const given = computed(() => (desk.get(`${props.at}/sensors`) as string[] | null | undefined) ?? []);

function toggle(word: string, on: boolean): void {
  const next = choices
    .map((choice) => choice.word)
    .filter((one) => (one === word ? on : given.value.includes(one)));
  desk.set(`${props.at}/sensors`, next.length > 0 ? next : undefined);
}
</script>

<template>
  <div class="field sensors" data-place="Controller.sensors">
    <span class="label" :title="fieldHelp('Controller', 'sensors')">{{ meta?.label }}</span>
    <span class="choices">
      <label v-for="choice in choices" :key="choice.word">
        <input
          type="checkbox"
          :checked="given.includes(choice.word)"
          :data-sensor="choice.word"
          @change="toggle(choice.word, ($event.target as HTMLInputElement).checked)"
        />
        {{ choice.word === "none" ? "without any" : choice.label }}
      </label>
    </span>
  </div>
</template>

<style scoped>
.sensors {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: var(--space-2) var(--space-7);
  padding: var(--space-2) 0;
}

.choices {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1) var(--space-5);
}

input {
  accent-color: var(--accent);
  vertical-align: -2px;
}
</style>
