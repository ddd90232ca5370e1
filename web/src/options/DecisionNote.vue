<script setup lang="ts">
// The choice and why; when it was made, on which figures, and what has changed since.
import { computed } from "vue";
import { useBench } from "../workbench/bench";
import { shownText, figures } from "../units/quantity";

const bench = useBench();
const chosen = computed(() => bench.document?.chosen ?? null);
const decided = computed(() => bench.document?.decided ?? null);
const review = computed(() => bench.figures?.review ?? null);
const day = (time: string) =>
  new Date(time).toLocaleDateString([], { year: "numeric", month: "long", day: "numeric" });

function decide(text: string): void {
  if ((bench.document?.decision ?? "") !== text) bench.set("/decision", text);
}

const emit = defineEmits<{ again: [] }>();
</script>

<template>
  <section class="decision" data-review>
    <template v-if="decided && decided.option === chosen">
      <h3>Decided on {{ day(decided.at) }}: {{ decided.option }}</h3>
      <p v-if="review && review.stands && review.changes.length === 0" class="note">
        Nothing it was based on has changed.
      </p>
      <p v-else-if="review && review.stands" class="note">It stands. Since then:</p>
      <p v-else-if="review" class="overturned" role="status" data-overturned>
        ■ What it was based on no longer holds.
      </p>
      <ul v-if="review">
        <li v-for="change in review.changes" :key="change.text" :class="{ overturns: change.overturns }">
          {{ change.text }}
        </li>
      </ul>
      <button
        v-if="review && review.changes.length > 0"
        type="button"
        class="boxed"
        data-decide-again
        @click="emit('again')"
      >
        Decide again on the figures of now
      </button>
      <details class="note">
        <summary>the figures it was based on</summary>
        <table>
          <thead>
            <tr>
              <th>option</th>
              <th>fails</th>
              <th>weakest link</th>
              <th class="number">price</th>
              <th class="number">weigh</th>
              <th class="number">runs</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="option in decided.options" :key="option.name">
              <td>{{ option.name }}</td>
              <td class="figure">{{ option.failing }}</td>
              <td>
                {{ option.weakest?.toLowerCase() ?? "–" }}
                {{
                  option.worst_utilisation == null ? "" : `${figures(100 * option.worst_utilisation, 3)} %`
                }}
              </td>
              <td class="figure number">{{ option.price == null ? "–" : figures(option.price, 4) }}</td>
              <td class="figure number">{{ shownText("mass", option.mass_kg) }}</td>
              <td class="figure number">{{ shownText("minutes", option.runtime_min) }}</td>
            </tr>
          </tbody>
        </table>
      </details>
    </template>
    <label class="why">
      <span class="note">{{
        chosen ? `why ${chosen}` : "why one of them; “choose it” keeps date and figures"
      }}</span>
      <textarea
        rows="3"
        maxlength="20000"
        data-decision
        :value="bench.document?.decision ?? ''"
        @input="decide(($event.target as HTMLTextAreaElement).value)"
        @blur="bench.seal()"
      ></textarea>
    </label>
  </section>
</template>

<style scoped>
.decision {
  margin-top: var(--space-7);
  border-top: 1px solid var(--ink);
  padding-top: var(--space-3);
}

h3 {
  color: var(--ink);
  font-size: var(--size);
}

.overturned {
  color: var(--fail);
  font-weight: 600;
}

li {
  margin-left: var(--space-9);
  list-style: square;
}

.overturns {
  color: var(--fail);
}

.boxed {
  margin: var(--space-3) 0;
}

summary {
  cursor: pointer;
}

.number {
  text-align: right;
}

.why {
  display: grid;
  margin-top: var(--space-4);
}

textarea {
  font: inherit;
  color: inherit;
  background: transparent;
  border: 1px solid var(--box);
  resize: vertical;
}
</style>
