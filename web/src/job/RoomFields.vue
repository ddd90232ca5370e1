<script setup lang="ts">
// What may be spent, and the room there is.
import { computed } from "vue";
import BenchField from "../shared/fields/BenchField.vue";
import { useBench } from "../workbench/bench";

const bench = useBench();
const budget = computed(() => bench.document?.job.budget ?? null);
const compartment = computed(() => bench.document?.job.compartment ?? null);

const controllerSpace = computed(() => bench.document?.job.controller_space ?? null);
</script>

<template>
  <section class="group">
    <h3 class="rule">
      budget
      <button
        type="button"
        class="action"
        @click="bench.set('/job/budget', budget ? undefined : { amount: 300, currency: 'EUR' }, null)"
      >
        {{ budget ? "no budget" : "set one" }}
      </button>
    </h3>
    <template v-if="budget">
      <BenchField at="/job/budget" record="Budget" name="amount" />
      <BenchField at="/job/budget" record="Budget" name="currency" />
    </template>
    <h3 class="rule">
      room for the battery
      <button
        type="button"
        class="action"
        @click="
          bench.set(
            '/job/compartment',
            compartment ? undefined : { length_mm: 300, width_mm: 150, height_mm: 100 },
            null,
          )
        "
      >
        {{ compartment ? "not fixed" : "give it" }}
      </button>
    </h3>
    <template v-if="compartment">
      <BenchField
        v-for="name in ['length_mm', 'width_mm', 'height_mm', 'above_ground_mm', 'ground_clearance_mm']"
        :key="name"
        at="/job/compartment"
        record="Compartment"
        :name="name"
      />
    </template>
    <h3 class="rule">
      room for the controllers
      <button
        type="button"
        class="action"
        @click="
          bench.set(
            '/job/controller_space',
            controllerSpace ? undefined : { length_mm: 120, width_mm: 80, height_mm: 40 },
            null,
          )
        "
      >
        {{ controllerSpace ? "not fixed" : "give it" }}
      </button>
    </h3>
    <template v-if="controllerSpace">
      <BenchField
        v-for="name in ['length_mm', 'width_mm', 'height_mm']"
        :key="name"
        at="/job/controller_space"
        record="ControllerSpace"
        :name="name"
      />
    </template>
  </section>
</template>
