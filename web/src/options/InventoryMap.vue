<script setup lang="ts">
// What lies in the drawer, every combination in one map: motors down, batteries across, a mark for each controller.
import { computed, ref } from "vue";
import { api, type Schemas } from "../api/client";
import { useAnswer } from "../api/answer";
import { useBench } from "../workbench/bench";
import { verdictWord } from "../workbench/words";
import { freshName } from "../shared/lib/names";
import VerdictMark from "../shared/figures/VerdictMark.vue";
import { figures } from "../units/quantity";

type Cell = Schemas["Cell"];
const bench = useBench();
const shown = ref(false);
const { value: map, problem } = useAnswer<Schemas["DrawerMap"]>(
  () => [shown.value, bench.document, bench.optionIndex, bench.driveIndex],
  (signal) => {
    const build = bench.document;
    if (!shown.value || !build) return null;
    const body = { build, option: bench.optionIndex, drive: bench.driveIndex };
    return api.POST("/api/drawer", { body, signal });
  },
);
const RANK = { ok: 0, tight: 1, unknown: 2, fail: 3 } as const;
const byPlace = computed(() => {
  const found = new Map<string, Cell[]>();
  for (const cell of map.value?.cells ?? []) {
    const key = `${cell.motor} ${cell.battery}`;
    const list = found.get(key);
    if (list) list.push(cell);
    else found.set(key, [cell]);
  }
  return found;
});
const holding = computed(() => map.value?.cells.filter(({ verdict }) => verdict !== "fail").length ?? 0);
const here = ref<Cell | null>(null);
const controllerOf = (cell: Cell) =>
  cell.controller == null ? "plain switch" : (map.value?.controllers[cell.controller]?.label ?? "");
const nameOf = (cell: Cell) =>
  [map.value?.motors[cell.motor]?.label, map.value?.batteries[cell.battery]?.label, controllerOf(cell)].join(
    " · ",
  );
const told = (cell: Cell) => {
  const used = cell.worst_utilisation == null ? "" : ` (${figures(100 * cell.worst_utilisation, 3)} %)`;
  return `${verdictWord(cell.verdict)}${cell.weakest ? `, ${cell.weakest.toLowerCase()}${used}` : ""}. ${cell.because}`;
};

/** A finger looks with its first press and takes with its second; a mouse has looked before it presses. */
const pressed = ref<Cell | null>(null);
function press(event: MouseEvent, cell: Cell): void {
  const touched = (event as PointerEvent).pointerType === "touch";
  const first = pressed.value !== cell;
  pressed.value = cell;
  here.value = cell;
  if (!touched || !first) void take(cell);
}

/** The parts of a combination, as the shelf has them, put into a copy of the option in view. */
async function take(cell: Cell): Promise<void> {
  const [build, all] = [bench.document, map.value];
  const option = build?.options[bench.optionIndex];
  if (!build || !option || !all) return;
  const [motor, battery] = [all.motors[cell.motor]?.id, all.batteries[cell.battery]?.id];
  if (!motor || !battery) return;
  const ids = {
    motor,
    battery,
    controller: cell.controller == null ? undefined : all.controllers[cell.controller]?.id,
  };
  const wanted = { build, option: bench.optionIndex, drive: bench.driveIndex, ...ids };
  const reply = await api.POST("/api/drawer/option", { body: wanted }).catch(() => undefined);
  if (!reply?.data) return;
  const name = freshName(
    nameOf(cell).slice(0, 110),
    build.options.map((other) => other.name),
  );
  bench.edit({ ...build, options: [...build.options, { ...reply.data, name }] });
  bench.optionIndex = build.options.length;
}
</script>

<template>
  <section class="drawer" data-drawer>
    <button type="button" class="head" :aria-expanded="shown" @click="shown = !shown">
      <h3>{{ shown ? "▾" : "▸" }} What the drawer makes possible</h3>
      <span class="note">every battery × motor × controller that is already there, in this option</span>
    </button>
    <template v-if="shown">
      <p v-if="problem" class="note">{{ problem }}</p>
      <p v-else-if="map && map.cells.length === 0" class="note">
        The drawer lacks a motor, a battery or a controller. On the
        <router-link to="/shelf">shelf</router-link>
        mark what you have.
      </p>
      <template v-else-if="map">
        <p class="said" role="status">
          <b class="figure">{{ holding }}</b> of {{ map.cells.length }} hold{{
            map.cut ? "; there are more" : ""
          }}.
          <span v-if="here"
            ><b>{{ nameOf(here) }}</b
            >: {{ told(here) }}</span
          >
          <span v-else class="note">Point at a mark to read why; press it to take it as an option.</span>
        </p>
        <div class="wide">
          <table>
            <thead>
              <tr>
                <td></td>
                <th v-for="battery in map.batteries" :key="battery.id" class="slant">
                  <span>{{ battery.label }}</span>
                </th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(motor, row) in map.motors" :key="motor.id">
                <th>{{ motor.label }}</th>
                <td v-for="(battery, column) in map.batteries" :key="battery.id">
                  <span class="marks">
                    <button
                      v-for="cell in [...(byPlace.get(`${row} ${column}`) ?? [])].sort(
                        (a, b) => RANK[a.verdict] - RANK[b.verdict],
                      )"
                      :key="cell.controller ?? -1"
                      type="button"
                      :aria-label="`${nameOf(cell)}: ${told(cell)}`"
                      :data-cell="cell.verdict"
                      @mouseenter="here = cell"
                      @focus="here = cell"
                      @click="press($event, cell)"
                    >
                      <VerdictMark :verdict="cell.verdict" quiet />
                    </button>
                  </span>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <p class="note">
          one mark a controller<template v-if="map.controllers.length > 0">
            ({{ map.controllers.map(({ label }) => label).join(", ") }}), and one for a plain switch where the
            motor turns on it</template
          >
        </p>
      </template>
    </template>
  </section>
</template>

<style scoped>
.drawer {
  margin-top: var(--space-8);
}

.head {
  display: flex;
  gap: var(--space-6);
  align-items: baseline;
  width: 100%;
  border-bottom: 1px solid var(--line);
}

.wide {
  overflow-x: auto;
}

.said {
  min-height: 38px;
  padding: var(--space-2) 0;
}

table {
  width: auto;
}

th {
  font-size: var(--size-small);
  white-space: nowrap;
}

.slant {
  height: 118px;
  vertical-align: bottom;
  width: 34px;
  padding: 0 0 var(--space-2) var(--space-2);
}

.slant span {
  writing-mode: vertical-rl;
  transform: rotate(180deg);
  max-height: 118px;
  overflow: hidden;
  text-overflow: ellipsis;
  font-size: var(--size-tick);
}

td {
  border-left: 1px solid var(--faint);
  padding: var(--space-1) var(--space-2);
  vertical-align: middle;
}

.marks {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1);
  max-width: 74px;
}

.marks button {
  line-height: 0;
  padding: var(--space-1);
}

@media (pointer: coarse) {
  .marks button {
    padding: var(--space-4);
  }

  .marks {
    max-width: none;
  }
}
</style>
