<script setup lang="ts">
// Against what is pinned: the differences that matter in one line; while it is held, the figures of then.
import { computed, onBeforeUnmount, onMounted } from "vue";
import { type Difference, difference, figures } from "../units/quantity";
import { useBench } from "./bench";
import { useHeadlines } from "./headlines";
import { lettersAct } from "./layout";
import { weakestOf } from "./words";

const bench = useBench();
const headlines = useHeadlines();

/** Below this share a difference is none that anybody would choose by. */
const MATTERS = 0.02;

interface Line {
  name: string;
  text: string;
  direction: Difference["direction"] | "same";
}

const failing = (option: typeof bench.view.option) =>
  option?.checks.filter(({ verdict }) => verdict === "fail").length ?? 0;
const lines = computed<Line[]>(() => {
  const [now, then] = [bench.current.option, bench.pinnedView?.option];
  if (!now || !then) return [];
  const said: Line[] = [];
  if (failing(now) !== failing(then)) {
    said.push({ name: "fail", text: `${failing(then)} → ${failing(now)}`, direction: "same" });
  }
  const [a, b] = [weakestOf(then), weakestOf(now)];
  if (a?.utilisation != null && b?.utilisation != null) {
    const differs = a.code !== b.code || Math.abs(b.utilisation / a.utilisation - 1) > MATTERS;
    const of =
      a.code === b.code ? b.title.toLowerCase() : `${a.title.toLowerCase()} → ${b.title.toLowerCase()}`;
    if (differs) {
      said.push({
        name: of,
        text: `${figures(100 * a.utilisation, 2)} → ${figures(100 * b.utilisation, 2)} %`,
        direction: "same",
      });
    }
  }
  for (const { name, quantity, value, base } of headlines.value) {
    if (value == null || base == null || Math.abs(value - base) <= MATTERS * Math.abs(base)) continue;
    const told = difference(quantity, value, base);
    if (told) said.push({ name, text: told.text, direction: told.direction });
  }
  return said;
});

function down(event: KeyboardEvent): void {
  const typing = event.target instanceof HTMLElement && event.target.closest("input, textarea, select");
  if (event.key !== "." || typing || !lettersAct() || event.ctrlKey || event.altKey || event.metaKey) return;
  bench.blinking = true;
}
const release = () => {
  bench.blinking = false;
};
const up = (event: KeyboardEvent) => event.key === "." && release();
onMounted(() => {
  window.addEventListener("keydown", down);
  window.addEventListener("keyup", up);
  window.addEventListener("blur", release);
});
onBeforeUnmount(() => {
  release();
  window.removeEventListener("keydown", down);
  window.removeEventListener("keyup", up);
  window.removeEventListener("blur", release);
});
</script>

<template>
  <div class="pinned" :class="{ then: bench.blinking }" role="status" data-pin-strip>
    <b>{{ bench.blinking ? "as pinned" : "against what is pinned" }}</b>
    <span class="name soft">{{ bench.pinned?.name }}</span>
    <span v-for="line in lines" :key="line.name"
      ><span class="soft">{{ line.name }}</span> <span class="figure">{{ line.text }}</span></span
    >
    <span v-if="lines.length === 0" class="soft">no difference that matters</span>
    <button
      type="button"
      class="action hold"
      title="Hold it, or the key “.”"
      data-blink
      @pointerdown="bench.blinking = true"
      @pointerup="release"
      @pointerleave="release"
      @pointercancel="release"
    >
      hold: then and now
    </button>
    <button type="button" class="action" @click="bench.pin()">unpin</button>
  </div>
</template>

<style scoped>
.pinned {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--space-6);
  align-items: baseline;
  padding: var(--space-2) var(--space-10);
  background: var(--selected);
  border-bottom: 1px solid var(--line);
}

.pinned.then {
  background: var(--accent);
  color: var(--on-accent);
}

.then .soft,
.then .action {
  color: inherit;
}

.hold {
  margin-left: auto;
  touch-action: none;
  user-select: none;
}

.name {
  max-width: 22ch;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
