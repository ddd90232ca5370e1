<script setup lang="ts" generic="Option, Value">
// One of several: the machine's own list, which fingers and keys know.
import { computed, nextTick, ref } from "vue";

const props = defineProps<{
  modelValue: Value | null | undefined;
  options: readonly Option[];
  /** The member that is shown; the option itself where it is left out. */
  optionLabel?: keyof Option & string;
  /** The member that is meant; the option itself where it is left out. */
  optionValue?: keyof Option & string;
  /** Stands there while nothing is chosen. */
  placeholder?: string;
}>();
// What is chosen is one of the options' values: their type is the caller's.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
const emit = defineEmits<{ "update:modelValue": [value: any] }>();

const list = ref<HTMLSelectElement>();
const valueOf = (option: Option): unknown => (props.optionValue ? option[props.optionValue] : option);
const labelOf = (option: Option): string => String(props.optionLabel ? option[props.optionLabel] : option);
const NONE = -1;
const place = computed(() =>
  props.options.findIndex((option) => valueOf(option) === (props.modelValue ?? null)),
);

function choose(event: Event): void {
  const option = props.options[Number((event.target as HTMLSelectElement).value)];
  if (option === undefined) return;
  emit("update:modelValue", valueOf(option));
  // Where it is not taken, the list goes back to what stands.
  void nextTick(() => {
    if (list.value) list.value.value = String(place.value);
  });
}
</script>

<template>
  <select ref="list" class="choose" :class="{ empty: place === NONE }" :value="place" @change="choose">
    <option v-if="place === NONE" :value="NONE" disabled>{{ placeholder ?? "" }}</option>
    <option v-for="(option, index) in options" :key="index" :value="index">{{ labelOf(option) }}</option>
  </select>
</template>
