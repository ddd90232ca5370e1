<script setup lang="ts">
// What may be spent, and the room there is.
import { computed } from "vue";
import BenchField from "../shared/fields/BenchField.vue";
import { useBench } from "../workbench/bench";
import { STARTS } from "../shared/fields/starts.gen";

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
        @click="bench.set('/job/budget', budget ? undefined : STARTS.budget, null)"
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
        @click="bench.set('/job/compartment', compartment ? undefined : STARTS.compartment, null)"
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
          bench.set('/job/controller_space', controllerSpace ? undefined : STARTS.controller_space, null)
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
