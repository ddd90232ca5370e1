<script setup lang="ts">
// The hits as a table that is stepped through: the workbench follows, Enter takes the hit as a new option.
import { computed, nextTick, ref, watch } from "vue";
import { useBench } from "../workbench/bench";
import { checkWords } from "../workbench/words";
import { freshName } from "../shared/lib/names";
import { figures, lasting, shownText } from "../units/quantity";
import { type Hit, useSearches } from "./searches";

const props = defineProps<{ hits: Hit[]; rankBy: string }>();
/** Number of the hit that is looked at. */
const at = defineModel<number | null>("at", { required: true });
const bench = useBench();
const searches = useSearches();
const box = ref<HTMLElement>();

type Key =
  | "rank"
  | "motor"
  | "battery"
  | "controller"
  | "teeth"
  | "wheel"
  | "price"
  | "to_buy"
  | "mass"
  | "runs"
  | "flat_out"
  | "worst"
  | "weakest";
interface Column {
  key: Key;
  head: string;
  value: (hit: Hit) => number | string | null;
  said: (hit: Hit) => string;
  figure: boolean;
  /** Left out where every hit has the same. */
  always?: boolean;
}
const plain = (value: number | null) => (value === null ? "–" : figures(value, 3));
const ALL: Column[] = [
  {
    key: "motor",
    head: "motor",
    value: ({ motor }) => motor,
    said: ({ motor, motor_count: count }) => `${count > 1 ? `${count} × ` : ""}${motor ?? "no name"}`,
    figure: false,
  },
  {
    key: "battery",
    head: "battery",
    value: ({ battery }) => battery,
    said: ({ battery }) => battery ?? "no name",
    figure: false,
  },
  {
    key: "controller",
    head: "controller",
    value: ({ controller }) => controller,
    said: ({ controller }) => controller ?? "plain switch",
    figure: false,
  },
  {
    key: "teeth",
    head: "teeth",
    value: ({ driver_teeth: few, driven_teeth: many }) => (few && many ? many / few : null),
    said: ({ driver_teeth: few, driven_teeth: many }) => (few && many ? `${few}:${many}` : "–"),
    figure: true,
  },
  {
    key: "wheel",
    head: "wheel",
    value: ({ wheel_diameter_m }) => wheel_diameter_m,
    said: ({ wheel_diameter_m }) => shownText("length", wheel_diameter_m),
    figure: true,
  },
  {
    key: "price",
    head: "price",
    value: ({ price }) => price,
    said: ({ price }) => plain(price),
    figure: true,
    always: true,
  },
  {
    key: "to_buy",
    head: "to buy",
    value: ({ to_buy }) => to_buy,
    said: ({ to_buy }) => plain(to_buy),
    figure: true,
  },
  {
    key: "mass",
    head: "weigh",
    value: ({ hardware_mass_kg }) => hardware_mass_kg,
    said: ({ hardware_mass_kg }) => shownText("mass", hardware_mass_kg),
    figure: true,
    always: true,
  },
  {
    key: "runs",
    head: "runs, min",
    value: ({ runtime_min }) => runtime_min,
    said: ({ runtime_min }) => plain(runtime_min),
    figure: true,
    always: true,
  },
  {
    key: "flat_out",
    head: "flat out",
    value: ({ flat_out_s }) => flat_out_s,
    said: ({ flat_out_s: seconds }) => (seconds === null ? "–" : lasting(seconds)),
    figure: true,
  },
  {
    key: "worst",
    head: "used",
    value: ({ worst_utilisation }) => worst_utilisation,
    said: ({ worst_utilisation: used }) => (used === null ? "–" : `${figures(100 * used, 3)} %`),
    figure: true,
    always: true,
  },
  {
    key: "weakest",
    head: "weakest link",
    value: ({ weakest_link: link }) => checkWords(link?.code),
    said: ({ weakest_link: link }) => checkWords(link?.code),
    figure: false,
  },
];
const bought = computed(() => props.hits.some(({ price, to_buy }) => price !== to_buy));
const columns = computed(() =>
  ALL.filter(({ always, value }) => always || new Set(props.hits.map(value)).size > 1).filter(
    ({ key }) => key !== "to_buy" || bought.value,
  ),
);
/** What every hit has alike is said once. */
const alike = computed(() => {
  const [first] = props.hits;
  const left = ALL.filter((column) => !column.always && column.key !== "to_buy").filter(
    (column) => !columns.value.includes(column) && first && column.value(first) !== null,
  );
  return left.map((column) => `${column.head} ${first ? column.said(first) : ""}`).join(" · ");
});

const sort = ref<Key>("rank");
const descending = ref(false);
function sortBy(key: Key): void {
  // A third press goes back to the ranking.
  if (sort.value === key && descending.value) [sort.value, descending.value] = ["rank", false];
  else [sort.value, descending.value] = [key, sort.value === key];
}
const MOST = 300;
const rows = computed(() => {
  const column = ALL.find(({ key }) => key === sort.value);
  if (!column) return props.hits.slice(0, MOST);
  const sorted = [...props.hits].sort((a, b) => {
    const [left, right] = [column.value(a), column.value(b)];
    if (left === null || right === null) return Number(left === null) - Number(right === null);
    const order = typeof left === "string" ? left.localeCompare(String(right)) : left - Number(right);
    return descending.value ? -order : order;
  });
  return sorted.slice(0, MOST);
});
const place = computed(() => rows.value.findIndex(({ number }) => number === at.value));

const nameOf = (hit: Hit) => {
  const teeth = hit.driver_teeth && hit.driven_teeth ? `, ${hit.driver_teeth}:${hit.driven_teeth}` : "";
  const motor = `${hit.motor_count > 1 ? `${hit.motor_count} × ` : ""}${hit.motor ?? "motor"}`;
  return `${motor}, ${hit.battery ?? "battery"}${teeth}`.slice(0, 110);
};

/** The workbench follows what is looked at. */
watch(at, async (number) => {
  const hit = props.hits.find((candidate) => candidate.number === number);
  if (number === null || !hit) {
    bench.look(null);
    return;
  }
  const value = await searches.option(number);
  if (at.value !== number || !value) return;
  const own = bench.document?.options[bench.optionIndex];
  bench.look({
    pointer: bench.optionPointer,
    value: { ...value, name: own?.name ?? value.name },
    label: nameOf(hit),
  });
  await nextTick();
  box.value?.querySelector("[aria-selected='true']")?.scrollIntoView({ block: "nearest" });
});

async function take(number: number | null): Promise<void> {
  const hit = props.hits.find((candidate) => candidate.number === number);
  const build = bench.document;
  if (!hit || !build) return;
  const value = await searches.option(hit.number);
  if (!value) return;
  const name = freshName(
    nameOf(hit),
    build.options.map((option) => option.name),
  );
  at.value = null;
  bench.edit({ ...build, options: [...build.options, { ...value, name }] });
  bench.optionIndex = build.options.length;
}

function step(event: KeyboardEvent): void {
  const page = 10;
  const moves: Record<string, number> = { ArrowDown: 1, ArrowUp: -1, PageDown: page, PageUp: -page };
  const move = moves[event.key];
  const last = rows.value.length - 1;
  if (move !== undefined) {
    at.value = rows.value[Math.min(Math.max(place.value + move, 0), last)]?.number ?? null;
  } else if (event.key === "Home" || event.key === "End") {
    at.value = (event.key === "Home" ? rows.value[0] : rows.value[last])?.number ?? null;
  } else if (event.key === "Enter" && at.value !== null) {
    void take(at.value);
  } else if (event.key === "Escape" && at.value !== null) {
    at.value = null;
  } else return;
  event.preventDefault();
  event.stopPropagation();
}

function press(hit: Hit): void {
  // A second press takes it, so that a finger needs no Enter.
  if (at.value === hit.number) void take(hit.number);
  else at.value = hit.number;
}

const spoken = computed(() => {
  const hit = rows.value[place.value];
  return hit ? columns.value.map((column) => `${column.head} ${column.said(hit)}`).join(", ") : "";
});
</script>

<template>
  <section aria-label="Hits">
    <header class="bar">
      <span class="note">
        <template v-if="at !== null">
          looking at <b>{{ rows[place] ? nameOf(rows[place]!) : "one" }}</b>
          <button type="button" class="boxed" data-take @click="take(at)">take as an option</button>
          <button type="button" class="action" @click="at = null">back</button>
        </template>
        <template v-else>↑ ↓ look at one in the power path, Enter takes it as a new option</template>
      </span>
    </header>
    <div ref="box" class="scroll">
      <table
        tabindex="0"
        role="grid"
        aria-label="Hits: arrows step, Enter takes one as a new option, Escape goes back"
        :aria-activedescendant="place >= 0 ? `hit-${place}` : undefined"
        data-hits
        @keydown="step"
      >
        <thead>
          <tr>
            <th v-for="column in columns" :key="column.key" :class="{ number: column.figure }">
              <button type="button" :aria-label="`Sort by ${column.head}`" @click="sortBy(column.key)">
                {{ column.head
                }}<span v-if="sort === column.key" aria-hidden="true">{{ descending ? " ↓" : " ↑" }}</span>
              </button>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="(hit, index) in rows"
            :id="`hit-${index}`"
            :key="hit.number"
            role="row"
            :aria-selected="hit.number === at"
            :data-hit="hit.number"
            @click="press(hit)"
          >
            <td
              v-for="column in columns"
              :key="column.key"
              :class="column.figure ? 'figure number' : 'words'"
            >
              {{ column.said(hit) }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="alike" class="note">in all of them: {{ alike }}</p>
    <p v-if="hits.length > MOST" class="note">
      {{ MOST }} of {{ hits.length }} shown; sort or draw around some.
    </p>
    <p v-if="place >= 0" class="visually-hidden" role="status">{{ spoken }}</p>
  </section>
</template>

<style scoped>
.bar .note {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-5);
  align-items: baseline;
}

.scroll {
  max-height: 300px;
  overflow: auto;
  border-block: 1px solid var(--line);
}

thead th {
  position: sticky;
  top: 0;
  background: var(--sheet);
  white-space: nowrap;
}

td,
th {
  padding: 0.1875rem var(--space-3);
}

.number {
  text-align: right;
}

.words {
  min-width: 120px;
}

tbody tr {
  cursor: pointer;
}

tbody tr:hover {
  background: var(--faint);
}

tr[aria-selected="true"],
tr[aria-selected="true"]:hover {
  background: var(--selected);
  box-shadow: inset 3px 0 var(--accent);
}

@media (pointer: coarse) {
  td {
    padding-block: 0.5625rem;
  }
}
</style>
