<script setup lang="ts">
// Whether a figure of a part is listed, measured or a guess: a small mark, said in words; pressing it goes on.
import { computed } from "vue";
import { useDesk } from "../../workbench/desk";

const props = defineProps<{
  at: string;
  name: string;
  label: string;
  /** Only the shape, where there is no room for its word. */
  quiet?: boolean;
}>();
const desk = useDesk();

const KINDS = [
  { word: undefined, short: "no source", said: "as entered: nobody said where from" },
  { word: "listed", short: "listed", said: "listed" },
  { word: "measured", short: "measured", said: "measured on this part" },
  { word: "worked_out", short: "worked out", said: "worked out from what is listed" },
  { word: "estimated", short: "guess", said: "a guess" },
] as const;

const map = computed(() => (desk.get(`${props.at}/provenance`) ?? {}) as Record<string, string>);
const day = computed(() => {
  const at = (desk.get(`${props.at}/measured_on`) as Record<string, string> | undefined)?.[props.name];
  if (!at) return "";
  // By a ride it says which: the day, then its name.
  const [moment = "", ...by] = at.split(", ");
  return ` on ${new Date(moment).toLocaleDateString()}${by.length > 0 ? `, by “${by.join(", ")}”` : ""}`;
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
    :title="`${said}; press for the next`"
    :aria-label="`${now.short}, ${label}: ${said}; press for the next`"
    :data-provenance="name"
    @click="next"
  >
    <svg viewBox="0 0 10 10" width="9" height="9" aria-hidden="true">
      <path
        v-if="now.word === 'estimated'"
        d="M0.5 4C2 1.5 4 1.5 5 3.2S8 5 9.5 2.6M0.5 8C2 5.5 4 5.5 5 7.2S8 9 9.5 6.6"
        class="wave"
      />
      <rect v-else-if="now.word === 'measured'" x="0.5" y="0.5" width="9" height="9" />
      <rect v-else-if="now.word === 'listed'" x="1" y="1" width="8" height="8" class="hollow" />
      <path v-else-if="now.word === 'worked_out'" d="M1 3.5h8M1 6.5h8" class="wave" />
      <circle v-else cx="5" cy="5" r="1.5" />
    </svg>
    <template v-if="!quiet">{{ now.short }}</template>
  </button>
</template>

<style scoped>
.mark {
  font-size: var(--size-note);
  line-height: 1.2;
  white-space: nowrap;
  color: var(--soft);
  display: inline-flex;
  gap: var(--space-2);
  align-items: center;
}

.mark svg {
  fill: currentColor;
  flex: none;
}

.hollow,
.wave {
  fill: none;
  stroke: currentColor;
  stroke-width: 1.3;
}

.mark.measured {
  color: var(--accent);
}

.mark.estimated {
  color: var(--tight);
}

.mark:hover {
  text-decoration: underline;
}

@media (pointer: coarse) {
  .mark {
    min-height: 44px;
  }
}
</style>
