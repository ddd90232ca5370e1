<script setup lang="ts">
// A sum shown whole: what is asked, the formula, the numbers put in and where each came from, the result, the source.
import Dialog from "primevue/dialog";
import ChoiceSelect from "../shared/fields/ChoiceSelect.vue";
import { useToast } from "primevue/usetoast";
import { computed } from "vue";
import { type Sum, useSums } from "./sums";
import FormulaText from "../shared/figures/FormulaText.vue";
import { figures } from "../units/quantity";

const sums = useSums();
const toast = useToast();

const shown = computed({
  get: () => sums.id !== null,
  set: (open) => {
    if (!open) sums.close();
  },
});
const key = (sum: Sum) => `${sum.id} ${sum.drive ?? ""}`;
const choices = computed(() =>
  sums.all.map((sum) => ({ key: key(sum), said: sum.drive ? `${sum.what} · ${sum.drive}` : sum.what })),
);
const result = (sum: Sum) => `${figures(sum.result, 5)} ${sum.unit}`.trim();

function choose(wanted: string): void {
  const sum = sums.all.find((candidate) => key(candidate) === wanted);
  if (sum) sums.open(sum.id, sum.drive);
}

function asText(sum: Sum): string {
  const inputs = sum.inputs.map(
    (input) =>
      `  ${input.symbol} = ${figures(input.value, 6)} ${input.unit}`.trimEnd() +
      `  ${input.what} (${input.from})`,
  );
  return [
    sum.drive ? `${sum.what} · ${sum.drive}` : sum.what,
    sum.asks,
    sum.formula,
    ...inputs,
    `  = ${sum.put_in}`,
    `  = ${result(sum)}`,
    `Source: ${sum.source}`,
    "",
  ].join("\n");
}

async function copy(sum: Sum): Promise<void> {
  const text = asText(sum);
  // Away from this machine, without https, browsers keep the clipboard shut: the text is then marked instead.
  const copied = await navigator.clipboard?.writeText(text).then(
    () => true,
    () => false,
  );
  toast.add({
    severity: copied ? "secondary" : "error",
    summary: copied ? "The sum is copied as text." : "The browser does not let it copy; print it instead.",
    life: 4000,
  });
}

function print(): void {
  document.documentElement.classList.add("printing-sum");
  window.addEventListener("afterprint", () => document.documentElement.classList.remove("printing-sum"), {
    once: true,
  });
  window.print();
}
</script>

<template>
  <Dialog
    v-model:visible="shown"
    modal
    dismissable-mask
    header="The sum"
    class="sum-sheet"
    :style="{ width: '600px', maxWidth: '94vw' }"
  >
    <p v-if="sums.problem" class="problem" role="alert">{{ sums.problem }}</p>
    <ChoiceSelect
      :model-value="sums.sum ? key(sums.sum) : null"
      :options="choices"
      option-label="said"
      option-value="key"
      aria-label="Which figure"
      class="which"
      @update:model-value="choose"
    />
    <article v-if="sums.sum" data-sum-shown>
      <p class="asks">{{ sums.sum.asks }}</p>
      <p class="formula"><FormulaText :formula="sums.sum.formula" /></p>
      <table>
        <thead>
          <tr>
            <td></td>
            <th class="right">put in</th>
            <th>what</th>
            <th>from</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="input in sums.sum.inputs" :key="input.symbol">
            <td class="figure"><FormulaText :formula="input.symbol" /></td>
            <td class="figure right">
              {{ figures(input.value, 5) }}<span class="unit">{{ input.unit }}</span>
            </td>
            <td>{{ input.what }}</td>
            <td class="note">
              <button
                v-if="input.sum && sums.find(input.sum, sums.sum.drive)"
                type="button"
                class="action"
                @click="sums.open(input.sum, sums.sum?.drive ?? null)"
              >
                its own sum
              </button>
              <template v-else>{{ input.from }}</template>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="put figure">= {{ sums.sum.put_in }}</p>
      <p class="result">
        = <b class="figure">{{ figures(sums.sum.result, 5) }}</b>
        <span class="unit">{{ sums.sum.unit }}</span>
      </p>
      <p class="note">
        Source: {{ sums.sum.source }} ·
        <router-link :to="{ name: 'model', hash: `#${sums.sum.section}` }" target="_blank" data-model>
          all of it, and what is left out
        </router-link>
      </p>
    </article>
    <p v-else-if="!sums.problem && sums.all.length > 0">
      There is no such sum here: the chain has no number for it now.
    </p>
    <template #footer>
      <button type="button" class="boxed" :disabled="!sums.sum" @click="sums.sum && copy(sums.sum)">
        Copy as text
      </button>
      <button type="button" class="boxed" :disabled="!sums.sum" @click="print">Print</button>
    </template>
  </Dialog>
</template>

<style>
/* Printed, the sum alone is on the paper. */
@media print {
  .printing-sum #app {
    display: none;
  }

  .printing-sum .p-dialog-mask,
  .printing-sum .p-dialog {
    position: static;
    background: none;
    border: 0;
    box-shadow: none;
    max-height: none;
  }

  .printing-sum .p-dialog-footer,
  .printing-sum .p-dialog-header-actions,
  .printing-sum .choose,
  .printing-sum .p-toast {
    display: none;
  }
}
</style>

<style scoped>
.which {
  width: 100%;
  margin-bottom: var(--space-5);
}

.asks {
  font-size: var(--size-title);
}

.formula {
  font: 500 var(--size-entry)/1.5 var(--mono);
  margin: var(--space-3) 0 var(--space-5);
  overflow-wrap: anywhere;
}

.right {
  text-align: right;
}

.put {
  white-space: normal;
  overflow-wrap: anywhere;
  margin-top: var(--space-5);
}

.result {
  font-size: var(--size-big);
  margin: var(--space-1) 0 var(--space-3);
}

.result b {
  font-weight: 600;
}

.problem {
  color: var(--fail);
}
</style>
