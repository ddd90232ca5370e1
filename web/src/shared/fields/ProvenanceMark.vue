<script setup lang="ts">
// Whether a figure of a part is listed, measured or a guess: a small mark, said in words; pressing it goes on.
import { computed } from "vue";
import { useDesk } from "../../workbench/desk";

const props = defineProps<{ at: string; name: string; label: string }>();
const desk = useDesk();

const KINDS = [
  { word: undefined, mark: "·", said: "as entered: nobody said where from" },
  { word: "listed", mark: "L", said: "listed" },
  { word: "measured", mark: "M", said: "measured on this part" },
  { word: "worked_out", mark: "W", said: "worked out from what is listed" },
  { word: "estimated", mark: "≈", said: "a guess" },
] as const;

const map = computed(() => (desk.get(`${props.at}/provenance`) ?? {}) as Record<string, string>);
const day = computed(() => {
  const at = (desk.get(`${props.at}/measured_on`) as Record<string, string> | undefined)?.[props.name];
  return at ? ` on ${new Date(at).toLocaleDateString()}` : "";
});
const said = computed(() =>
  now.value.word === "measured" ? `${now.value.said}${day.value}` : now.value.said,
);
const now = computed(() => KINDS.find(({ word }) => word === map.value[props.name]) ?? KINDS[0]);

function next(): void {
  const { word } = KINDS[(KINDS.indexOf(now.value) + 1) % KINDS.length] ?? KINDS[0];
  const rest = Object.fromEntries(Object.entries(map.value).filter(([key]) => key !== props.name));
  const changed = word === undefined ? rest : { ...rest, [props.name]: word };
  const empty = Object.keys(changed).length === 0;
  desk.set(`${props.at}/provenance`, empty ? undefined : changed, `${props.at}/provenance/${props.name}`);
}
</script>

<template>
  <button
    type="button"
    class="mark"
    :class="now.word"
    tabindex="-1"
    :title="`${said}; press for the next`"
    :aria-label="`${label}: ${said}; press for the next`"
    :data-provenance="name"
    @click="next"
  >
    {{ now.mark }}
  </button>
</template>

<style scoped>
.mark {
  font: var(--size-tick)/13px var(--mono);
  min-width: 14px;
  text-align: center;
  color: var(--soft);
  border: 1px solid transparent;
}

.mark.listed {
  border-color: var(--line);
}

.mark.measured {
  border-color: var(--ok);
  color: var(--ok);
}

.mark.estimated {
  border-color: var(--tight);
  color: var(--tight);
}

.mark:hover {
  border-color: var(--accent);
  color: var(--accent);
}

@media (pointer: coarse) {
  .mark {
    min-width: 32px;
    line-height: 32px;
  }
}
</style>
