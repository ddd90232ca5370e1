<script setup lang="ts">
// Kv was changed by hand and the resistance was listed with the old one: what another winding of the same iron would have.
import { computed, ref, watch } from "vue";
import { api } from "../api/client";
import { useAnswer } from "../api/answer";
import { figures, shown } from "../units/quantity";
import { useDesk } from "../workbench/desk";

const props = defineProps<{ at: string }>();
const desk = useDesk();

/** So much change of Kv leaves the resistance as it is. */
const LITTLE = 0.02;

const number = (key: string) => {
  const value = desk.get(`${props.at}/${key}`);
  return typeof value === "number" ? value : null;
};
const kv = computed(() => number("kv_rpm_per_v"));
const ohm = computed(() => number("resistance_ohm"));
const measured = computed(() => {
  const marks = desk.get(`${props.at}/provenance`) as Record<string, string> | undefined;
  return marks?.resistance_ohm === "measured" && marks.kv_rpm_per_v === "measured";
});

/** The pair that belongs together: as the motor came, or as its resistance was last set. */
const pair = ref<{ at: string; kv: number; ohm: number } | null>(null);
watch(
  [() => props.at, kv, ohm],
  ([at, newKv, newOhm]) => {
    if (newKv === null || newOhm === null) return;
    if (pair.value?.at === at && pair.value.ohm === newOhm) return;
    pair.value = { at, kv: newKv, ohm: newOhm };
  },
  { immediate: true },
);
const changed = computed(() => {
  const [then, now] = [pair.value, kv.value];
  if (!then || now === null || measured.value) return null;
  return Math.abs(now / then.kv - 1) > LITTLE ? { ...then, now } : null;
});

const { value: offered } = useAnswer<number>(
  () => changed.value,
  (signal) => {
    const asked = changed.value;
    if (!asked) return null;
    const query = { resistance_ohm: asked.ohm, was_rpm_per_v: asked.kv, now_rpm_per_v: asked.now };
    return api.GET("/api/motors/rewound", { params: { query }, signal });
  },
);
const said = (value: number) => {
  const { text, unit } = shown("resistance", value);
  return `${text} ${unit}`;
};

function take(): void {
  if (offered.value === null) return;
  const marks = (desk.get(`${props.at}/provenance`) ?? {}) as Record<string, string>;
  const motor = (desk.get(props.at) ?? {}) as Record<string, unknown>;
  const provenance = { ...marks, resistance_ohm: "worked_out" };
  desk.set(props.at, { ...motor, resistance_ohm: offered.value, provenance }, null);
  desk.seal();
}

function keep(): void {
  if (kv.value !== null && ohm.value !== null) pair.value = { at: props.at, kv: kv.value, ohm: ohm.value };
}
</script>

<template>
  <p v-if="changed && offered !== null" class="note rewound" role="status" data-rewound>
    {{ said(changed.ohm) }} belonged to Kv {{ figures(changed.kv) }}. Another winding of the same iron for Kv
    {{ figures(changed.now) }} has about {{ said(offered) }}.
    <button type="button" class="action" data-take-rewound @click="take">take {{ said(offered) }}</button>
    <button type="button" class="action" @click="keep">it is {{ said(changed.ohm) }} all the same</button>
  </p>
</template>

<style scoped>
.rewound {
  border-left: 3px solid var(--tight);
  padding-left: var(--space-5);
  margin: var(--space-3) 0;
}

.action {
  margin-left: var(--space-5);
}
</style>
