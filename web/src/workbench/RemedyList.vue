<script setup lang="ts">
// What would fix a check: quantified changes, each applied with one press and undone with one more.
import { useToast } from "primevue/usetoast";
import { computed, ref } from "vue";
import { api, type Check, type Schemas } from "../api/client";
import { useAnswer } from "../api/answer";
import { useBench } from "./bench";
import { checkKey } from "./words";
import { figures } from "../units/quantity";

const props = defineProps<{
  check: Check;
  /** The share of its limit that the check is to be brought down to; left out where it is to be mended. */
  share?: number;
}>();
const bench = useBench();
const toast = useToast();

const { value: offers, problem } = useAnswer<Schemas["Offer"][]>(
  () => [bench.shown, bench.optionIndex, checkKey(props.check), props.share],
  (signal) => {
    const { code, drive, stage = null } = props.check;
    const [build, option] = [bench.shown, bench.optionIndex];
    return (
      build &&
      api.POST("/api/remedies", {
        body: { build, option, code, drive, stage, share: props.share ?? null },
        signal,
      })
    );
  },
);

const percent = (share: number | null) => (share === null ? "cannot" : `${figures(100 * share, 3)} %`);
const list = computed(() => (offers.value ?? []).filter(({ breaks }) => breaks.length === 0));
/** Ways out of need: they break something else. */
const harmful = computed(() => (offers.value ?? []).filter(({ breaks }) => breaks.length > 0));
const shows = ref(false);
/** The best two stand there; the others, and those that break something, when they are asked for. */
const BEST = 2;
const further = computed(() => Math.max(0, list.value.length - BEST) + harmful.value.length);
const shown = computed(() => (shows.value ? [...list.value, ...harmful.value] : list.value.slice(0, BEST)));

const weakest = ({ title, after }: Schemas["CheckMove"]) =>
  after === null ? title.toLowerCase() : `${title.toLowerCase()} ${percent(after)}`;
const numbered = (offer: Schemas["Offer"]) =>
  props.check.fits === null && (props.check.utilisation !== null || offer.utilisation !== null);
/** From how far it is used, or what it comes to where there is no number on either side. */
function moves(offer: Schemas["Offer"]): string {
  if (numbered(offer))
    return props.check.utilisation === null ? "cannot now, then" : `${percent(props.check.utilisation)} →`;
  return props.check.fits === null ? "it holds then" : "it fits then";
}

function apply(offer: Schemas["Offer"]): void {
  const build = bench.id;
  bench.set(offer.pointer, offer.value, null);
  toast.add({
    severity: "secondary",
    summary: `Done: ${offer.says}`,
    detail: () => {
      // Its own change and no other: what was edited since stays.
      toast.removeAllGroups();
      if (bench.id === build) bench.set(offer.pointer, offer.was ?? undefined, null);
    },
    life: 8000,
  });
  // Back to the verdict, where the next one stands.
  requestAnimationFrame(() => document.querySelector<HTMLElement>("[data-verdict] button.row")?.focus());
}

function shelfWords(match: NonNullable<Schemas["Offer"]["shelf"]>): string {
  if (match.count === 0) return "no such part on the shelf";
  const price = match.price === null ? "" : `, ${figures(match.price, 4)}`;
  const drawer = match.owned ? ", one in the drawer" : "";
  return `on the shelf: ${match.cheapest ?? ""}${price}${match.count > 1 ? ` and ${match.count - 1} more` : ""}${drawer}`;
}
</script>

<template>
  <section class="fixes" aria-label="What would fix it" data-remedies>
    <h3>{{ share ? `ways to ${figures(100 * share, 3)} %` : "what would fix it" }}</h3>
    <p v-if="problem" class="note">{{ problem }}</p>
    <p v-else-if="offers === null" class="note">Working it out …</p>
    <p v-else-if="list.length === 0 && harmful.length === 0" class="note">
      No single change does: change what is asked, or two parts at once.
    </p>
    <ul>
      <li v-for="offer in shown" :key="offer.says">
        <p v-if="offer.breaks.length > 0" class="breaks">
          Would break: {{ offer.breaks.map(({ title }) => title.toLowerCase()).join(", ") }}.
        </p>
        <p>{{ offer.says }}</p>
        <p class="note">
          {{ moves(offer) }} <b v-if="numbered(offer)">{{ percent(offer.utilisation) }}</b><template
            v-if="offer.weakest_after"
          >
            · weakest then {{ weakest(offer.weakest_after) }}</template
          ><template v-if="offer.mends.length > 0">
            · mends {{ offer.mends.map(({ title }) => title.toLowerCase()).join(", ") }} too</template
          ><template v-if="offer.shelf"> · {{ shelfWords(offer.shelf) }}</template>
        </p>
        <button
          type="button"
          class="boxed"
          data-remedy
          :aria-label="`Do it: ${offer.says}`"
          @click="apply(offer)"
        >
          Do it
        </button>
      </li>
    </ul>
    <button v-if="further > 0 && !shows" type="button" class="action note" data-harmful @click="shows = true">
      {{ further }} more {{ further === 1 ? "way" : "ways"
      }}{{ harmful.length > 0 ? `, ${harmful.length} of them would break something else` : "" }}
    </button>
  </section>
</template>

<style scoped>
.fixes {
  margin-top: var(--space-3);
}

li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  column-gap: var(--space-5);
  align-items: start;
  padding: 0.3125rem 0;
  border-top: 1px solid var(--faint);
  border-bottom: 0;
}

li p {
  grid-column: 1;
}

li button {
  grid-column: 2;
  grid-row: 1 / span 3;
}

.breaks {
  color: var(--fail);
  font-weight: 600;
}

.note b {
  color: var(--ink);
  font-weight: 600;
}
</style>
