<script setup lang="ts">
// A plain question of a document: yes, no, or as is usual, which the core says.
import ChoiceSelect from "./ChoiceSelect.vue";
import { computed } from "vue";
import { fieldHelp, fieldMeta } from "../../api/fields";
import { useDesk } from "../../workbench/desk";
import PickRow from "./PickRow.vue";

const props = defineProps<{
  at: string;
  record: string;
  name: string;
  yes: string;
  no: string;
  /** What counts while nobody has said; undefined where the core has not answered. */
  usual?: boolean | null | undefined;
}>();
const desk = useDesk();
const meta = computed(() => fieldMeta(props.record, props.name));
const help = computed(() => fieldHelp(props.record, props.name));
const pointer = computed(() => `${props.at}/${props.name}`);
const value = computed(() => (desk.get(pointer.value) as boolean | undefined) ?? null);
const choices = computed(() => {
  // Once somebody has said, the answer of the core is theirs and no longer the usual one.
  const known = value.value === null && props.usual != null;
  const usual = known ? `usual: ${props.usual ? props.yes : props.no}` : "as usual";
  return [
    { value: null as boolean | null, said: usual },
    { value: true, said: props.yes },
    { value: false, said: props.no },
  ];
});
</script>

<template>
  <PickRow :label="meta.label" :title="help" :data-place="`${record}.${name}`">
    <ChoiceSelect
      :model-value="value"
      :options="choices"
      option-label="said"
      option-value="value"
      :aria-label="meta.label"
      :data-field="name"
      :placeholder="choices[0]?.said"
      @update:model-value="(next) => desk.set(pointer, next ?? undefined, null)"
    />
  </PickRow>
  <p class="note">{{ help }}</p>
</template>
