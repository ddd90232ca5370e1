<script setup lang="ts">
// From plan to thing: charging, what is keyed in, the first power-up, and the sheet to print.
import { computed } from "vue";
import { useBench } from "../workbench/bench";
import PanelHead from "../shared/PanelHead.vue";
import { figures, shownText } from "../units/quantity";
import PowerUpList from "./PowerUpList.vue";
import { printSheet } from "./printSheet";
import { useWorkshop } from "./workshop";

const bench = useBench();
const { value: shop, problem } = useWorkshop();
const charging = computed(() => shop.value?.charging ?? null);
const left = (share: number | null) => (share === null ? "–" : `${figures(100 * share, 2)} %`);
/** What goes to the bench with it. */
const says = computed(() => {
  const now = shop.value;
  if (!now) return "";
  const done = new Set((bench.option?.power_up ?? []).map(({ step }) => step)).size;
  const ticked = done === 0 ? "none ticked yet" : `${done} ticked`;
  return `${now.settings.length} settings to key in, and a first power-up of ${now.power_up.length} steps, ${ticked}.`;
});
const drives = computed(() => [...new Set((shop.value?.settings ?? []).map(({ drive }) => drive))]);
</script>

<template>
  <PanelHead title="Build sheet" :note="bench.option?.name ?? ''" :says="says">
    <button type="button" class="boxed" data-print @click="printSheet()">Open the sheet to print</button>
  </PanelHead>
  <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
  <p v-if="!shop && !problem" class="note" role="status">The sheet is being put together …</p>
  <template v-if="shop">
    <section>
      <h3>first power-up</h3>
      <PowerUpList :steps="shop.power_up" />
    </section>
    <section v-for="drive in drives" :key="drive">
      <h3>settings to key in: {{ drive }}</h3>
      <table :data-settings="drive">
        <tbody>
          <tr v-for="setting in shop.settings.filter((one) => one.drive === drive)" :key="setting.name">
            <td>{{ setting.name }}</td>
            <td class="figure value">{{ setting.value }}</td>
            <td class="note">{{ setting.why }}</td>
          </tr>
        </tbody>
      </table>
    </section>
    <section v-if="charging">
      <h3>charging and keeping</h3>
      <p class="headline">
        <b class="figure">{{ shownText("current", charging.current_a) }}</b> to
        <b class="figure">{{ shownText("voltage", charging.charger_v) }}</b>,
        {{ figures(charging.hours, 2) }} h from empty; a charger of
        {{ shownText("power", charging.charger_w) }} for {{ charging.cells }} cells<template
          v-if="charging.balance_wires !== null"
          >, balance lead of {{ charging.balance_wires }} wires</template
        >.
        <span v-if="!charging.rated" class="note"
          >Usual for its kind: the pack lists no charging current.</span
        >
      </p>
      <table data-marks>
        <thead>
          <tr>
            <td></td>
            <th class="right">a cell</th>
            <th class="right">a pack</th>
            <th class="right">left, at rest</th>
            <th class="right">left, at work</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="mark in charging.marks" :key="mark.name">
            <td>{{ mark.name }}</td>
            <td class="figure right">{{ shownText("voltage", mark.cell_v) }}</td>
            <td class="figure right">{{ shownText("voltage", mark.pack_v) }}</td>
            <td class="figure right">{{ left(mark.charge_at_rest) }}</td>
            <td class="figure right">{{ left(mark.charge_under_load) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-for="words in charging.words" :key="words" class="caution note">{{ words }}</p>
      <p v-if="charging.transport" class="note">{{ charging.transport }}</p>
    </section>
  </template>
</template>

<style scoped>
section {
  margin-bottom: var(--space-9);
}

h3 {
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.1875rem;
}

.headline {
  padding: var(--space-3) 0;
}

.headline b {
  font-size: var(--size-entry);
}

.value {
  white-space: nowrap;
  font-weight: 600;
}

.right {
  text-align: right;
}

.wrong {
  color: var(--fail);
}

.caution {
  margin: var(--space-2) 0;
}
</style>
