<script setup lang="ts">
// Values that stand ready for what people do not know, each with where it comes from.
import Popover from "primevue/popover";
import { computed, ref } from "vue";
import { typicalValues } from "../../workbench/typical";
import { shownText } from "../../units/quantity";
import { quantityOf } from "../../units/units";

const props = defineProps<{ name: string }>();
const emit = defineEmits<{ pick: [value: number] }>();

const popover = ref<InstanceType<typeof Popover>>();
const offered = computed(() => typicalValues.value.filter((entry) => entry.field === props.name));
const quantity = computed(() => quantityOf(props.name));

function pick(value: number): void {
  emit("pick", value);
  popover.value?.hide();
}
</script>

<template>
  <template v-if="offered.length > 0">
    <button type="button" class="action ask" @click="(event) => popover?.toggle(event)">typical</button>
    <Popover ref="popover">
      <table class="values">
        <caption class="visually-hidden">
          typical values
        </caption>
        <tbody>
          <tr v-for="entry in offered" :key="entry.what">
            <td>
              <button type="button" class="action" @click="pick(entry.value)">
                <span class="figure">{{ shownText(quantity, entry.value) }}</span>
              </button>
            </td>
            <td>
              {{ entry.what }}
              <span class="note">
                {{ shownText(quantity, entry.low) }} to {{ shownText(quantity, entry.high) }} ·
                {{ entry.source }}
              </span>
            </td>
          </tr>
        </tbody>
      </table>
    </Popover>
  </template>
</template>

<style scoped>
.ask {
  font-size: var(--size-note);
  margin-left: var(--space-2);
}

.values {
  max-width: 420px;
  font-size: var(--size);
}

.values .note {
  display: block;
}

.values td {
  vertical-align: top;
}
</style>
