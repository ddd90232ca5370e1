<script setup lang="ts">
// What ruled out the others: counted, how near the nearest came, and what would let some through.
import type { Schemas } from "../api/client";
import { figures } from "../units/quantity";
import type { Hit } from "./searches";

defineProps<{ fell: Schemas["Rejection"][]; considered: number }>();
const emit = defineEmits<{ look: [hit: Hit] }>();

const share = (used: number) => `${figures(100 * (used - 1), 2)} %`;
const nameOf = (hit: Hit) =>
  [
    hit.motor,
    hit.battery,
    hit.driver_teeth && hit.driven_teeth ? `${hit.driver_teeth}:${hit.driven_teeth}` : null,
  ]
    .filter(Boolean)
    .join(" · ");
</script>

<template>
  <section v-if="fell.length > 0" class="fell" data-fell>
    <h3>What ruled out the others</h3>
    <table>
      <thead>
        <tr>
          <th>fell to</th>
          <th class="number">how many</th>
          <th>what would let some through</th>
          <th>the nearest</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in fell" :key="one.code" :data-fell-code="one.code">
          <td>{{ one.title }}</td>
          <td class="figure number">{{ one.count.toLocaleString("en").replaceAll(",", " ") }}</td>
          <td>
            <span v-for="eased in one.eased" :key="eased.change" class="line">
              if {{ eased.change }}, <b>{{ eased.at_least ? "at least " : "" }}{{ eased.more }}</b> more
            </span>
            <span v-if="one.eased.length === 0" class="note">no single change</span>
          </td>
          <td>
            <template v-if="one.nearest">
              <button
                type="button"
                class="action"
                :title="one.nearest.because"
                @click="emit('look', one.nearest.hit)"
              >
                {{ nameOf(one.nearest.hit) || "this one" }}
              </button>
              <span class="note"> {{ share(one.nearest.utilisation) }} too much</span>
              <span v-if="one.nearest.also.length > 0" class="note line">
                also {{ one.nearest.also.join(", ").toLowerCase() }}
              </span>
            </template>
            <span v-else class="note">fits or does not, there is no near</span>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.fell {
  margin-top: var(--space-7);
}

h3 {
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.1875rem;
}

td {
  vertical-align: top;
}

.number {
  text-align: right;
  white-space: nowrap;
}

.line {
  display: block;
}
</style>
