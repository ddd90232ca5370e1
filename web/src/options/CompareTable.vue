<script setup lang="ts">
// Options side by side: rows of figures by theme, best and worst by word, differences marked; moved, chosen, opened.
import { computed, ref } from "vue";
import type { OptionEvaluation, Schemas } from "../api/client";
import { useBench } from "../workbench/bench";
import { checkKey } from "../workbench/words";
import VerdictMark from "../shared/figures/VerdictMark.vue";
import { figures, shownText } from "../units/quantity";
import type { Quantity } from "../units/units";

const emit = defineEmits<{ choose: [name: string] }>();
const bench = useBench();

type About = Schemas["About"];
interface Row {
  theme: string;
  name: string;
  /** The figure; null where there is none. */
  value: (result: OptionEvaluation) => number | null | undefined;
  quantity: Quantity;
  /** Whether more is better; null where it is only different. */
  more: boolean | null;
  per?: boolean;
}

const weakestOf = (result: OptionEvaluation | undefined) => {
  const link = result?.weakest_link;
  return link && result.checks.find((check) => checkKey(check) === checkKey(link));
};
const worstUse = (result: OptionEvaluation) => weakestOf(result)?.utilisation;
const hottest = (result: OptionEvaluation) => {
  const found = result.drives.flatMap(({ thermal }) =>
    thermal?.winding_c == null ? [] : [thermal.winding_c],
  );
  return found.length === result.drives.length ? Math.max(...found) : null;
};
const flatOut = (result: OptionEvaluation) => {
  const seconds = result.drives.flatMap(({ flat_out }) =>
    flat_out?.seconds == null ? [] : [flat_out.seconds],
  );
  return seconds.length > 0 ? Math.min(...seconds) : null;
};
const speed = (result: OptionEvaluation) =>
  result.drives
    .flatMap(({ cases }) => cases)
    .find((one) => one.case === "full_throttle" && one.state_of_charge === 0.5 && one.speed_m_s != null)
    ?.speed_m_s;
const fails = (result: OptionEvaluation) => result.checks.filter(({ verdict }) => verdict === "fail").length;

const ROWS: Row[] = [
  { theme: "does it do the job", name: "checks that fail", value: fails, quantity: "plain", more: false },
  {
    theme: "what gives way",
    name: "weakest link used",
    value: worstUse,
    quantity: "plain",
    more: false,
    per: true,
  },
  {
    theme: "what gives way",
    name: "limits nobody gave",
    value: ({ checks }) => checks.filter(({ verdict }) => verdict === "unknown").length,
    quantity: "plain",
    more: false,
  },
  {
    theme: "does it do the job",
    name: "gives as a generator",
    value: ({ drives }) => drives.find(({ generating }) => generating)?.generating?.output_power_w,
    quantity: "power",
    more: true,
  },
  { theme: "heat", name: "hottest winding", value: hottest, quantity: "temperature", more: false },
  { theme: "heat", name: "held flat out, until hot", value: flatOut, quantity: "time", more: true },
  { theme: "speed", name: "flat out, half charge", value: speed, quantity: "speed", more: true },
  {
    theme: "range",
    name: "minutes on one charge",
    value: ({ supply }) => supply.runtime_min,
    quantity: "plain",
    more: true,
  },
  {
    theme: "range",
    name: "way on one charge",
    value: ({ supply }) => supply.range_m,
    quantity: "way",
    more: true,
  },
  {
    theme: "mass",
    name: "all drive parts",
    value: ({ hardware_mass_kg: kg }) => kg,
    quantity: "mass",
    more: false,
  },
  { theme: "price", name: "all drive parts", value: ({ price }) => price, quantity: "plain", more: false },
  {
    theme: "what must be bought",
    name: "without the drawer",
    value: ({ to_buy }) => to_buy,
    quantity: "plain",
    more: false,
  },
];

/** Rows in words. */
const TOLD = [
  { theme: "what must be made", of: (about: About | undefined) => about?.to_make ?? [], none: "nothing" },
  { theme: "what is risky", of: (about: About | undefined) => about?.risks ?? [], none: "nothing known" },
];
const about = (place: number) => bench.figures?.about[place];

const results = computed(() => bench.figures?.evaluation.options ?? []);
/** Places of the options, sorted by a row when one is picked. */
const sorted = ref<string | null>(null);
const keyOf = (row: Row) => `${row.theme}, ${row.name}`;
const order = computed(() => {
  const places = results.value.map((_, place) => place);
  const row = ROWS.find((candidate) => keyOf(candidate) === sorted.value);
  if (!row) return places;
  const key = (place: number) => {
    const value = results.value[place] && row.value(results.value[place]);
    return value == null ? Infinity : row.more === true ? -value : value;
  };
  return places.sort((a, b) => key(a) - key(b));
});

const lines = computed(() =>
  ROWS.filter((row) => results.value.some((result) => row.value(result) != null)).map((row) => {
    const values = results.value.map((result) => row.value(result) ?? null);
    const known = values.filter((value): value is number => value !== null);
    const [least, most] = [Math.min(...known), Math.max(...known)];
    const differs = new Set(values).size > 1;
    const word = (value: number | null) => {
      if (!differs || row.more === null || value === null || known.length < 2 || least === most) return "";
      if (value === (row.more ? most : least)) return "best";
      return value === (row.more ? least : most) ? "worst" : "";
    };
    return { ...row, values, differs, word };
  }),
);
const said = (row: Row, value: number | null) => {
  if (value === null) return "–";
  if (row.per) return `${figures(100 * value, 3)} %`;
  return row.quantity === "plain" ? figures(value, 3) : shownText(row.quantity, value);
};
const weakest = (place: number) => weakestOf(results.value[place])?.title ?? "–";

const options = computed(() => bench.document?.options ?? []);
const chosen = computed(() => bench.document?.chosen ?? null);

function open(place: number): void {
  bench.optionIndex = place;
}

function move(place: number, by: number): void {
  const next = [...options.value];
  const [taken] = next.splice(place, 1);
  if (!taken) return;
  next.splice(place + by, 0, taken);
  const at = bench.optionIndex;
  bench.set("/options", next, null);
  // The option that is open stays open, wherever it now stands.
  if (at === place) bench.optionIndex = place + by;
  else if (at === place + by) bench.optionIndex = place;
}
</script>

<template>
  <div class="wide">
    <table data-options>
      <thead>
        <tr>
          <th></th>
          <th></th>
          <th v-for="place in order" :key="place" :data-option="options[place]?.name">
            <VerdictMark v-if="results[place]" :verdict="results[place].verdict" />
            <button type="button" class="action name" @click="open(place)">
              {{ options[place]?.name }}
            </button>
            <span class="tools">
              <button
                type="button"
                class="action"
                :disabled="place === 0 || sorted !== null"
                :aria-label="`Move ${options[place]?.name} to the left`"
                @click="move(place, -1)"
              >
                ◂
              </button>
              <button
                type="button"
                class="action"
                :disabled="place === options.length - 1 || sorted !== null"
                :aria-label="`Move ${options[place]?.name} to the right`"
                @click="move(place, 1)"
              >
                ▸
              </button>
              <button
                type="button"
                class="boxed"
                :aria-pressed="chosen === options[place]?.name"
                data-choose
                @click="emit('choose', options[place]?.name ?? '')"
              >
                {{ chosen === options[place]?.name ? "chosen" : "choose it" }}
              </button>
            </span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in lines" :key="keyOf(row)" :class="{ differs: row.differs }">
          <td class="soft">{{ row.theme }}</td>
          <td>
            <button
              type="button"
              class="action"
              :aria-pressed="sorted === keyOf(row)"
              :title="`Sort the options by ${row.name}`"
              @click="sorted = sorted === keyOf(row) ? null : keyOf(row)"
            >
              {{ row.name }}{{ sorted === keyOf(row) ? " ↓" : "" }}
            </button>
          </td>
          <td v-for="place in order" :key="place">
            <span class="figure">{{ said(row, row.values[place] ?? null) }}</span>
            <span
              v-if="row.word(row.values[place] ?? null)"
              class="note word"
              :class="row.word(row.values[place] ?? null)"
            >
              {{ row.word(row.values[place] ?? null) }}
            </span>
            <span v-if="row.per" class="note">{{ weakest(place).toLowerCase() }}</span>
          </td>
        </tr>
        <tr v-for="row in TOLD" :key="row.theme" class="told">
          <td class="soft">{{ row.theme }}</td>
          <td></td>
          <td v-for="place in order" :key="place">
            <ul v-if="row.of(about(place)).length > 0">
              <li v-for="line in row.of(about(place))" :key="line">{{ line }}</li>
            </ul>
            <span v-else class="note">{{ row.none }}</span>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.wide {
  overflow-x: auto;
}

th {
  vertical-align: bottom;
}

.name {
  margin-left: 0.3125rem;
  font-weight: 600;
  font-size: var(--size);
}

.tools {
  display: flex;
  gap: var(--space-4);
  margin-top: 0.1875rem;
}

.tools .boxed[aria-pressed="true"] {
  background: var(--accent);
  color: var(--on-accent);
}

td .figure {
  font-weight: 600;
}

.word,
td .note {
  margin-left: var(--space-3);
}

tr:not(.differs, .told) td {
  color: var(--soft);
}

.differs td:nth-child(2) {
  font-weight: 600;
}

.told td {
  vertical-align: top;
}

.told li + li {
  border-top: 1px solid var(--faint);
}

.best {
  color: var(--ok);
}

.worst {
  color: var(--fail);
}
</style>
