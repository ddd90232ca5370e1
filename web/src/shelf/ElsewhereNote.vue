<script setup lang="ts">
// A search that finds nothing of one kind says how many parts of the other kinds it finds, and leads to them.
import { useAnswer } from "../api/answer";
import { api } from "../api/client";
import { type Kind, KINDS } from "./kinds";

const props = defineProps<{ kind: Kind; text: string }>();
const emit = defineEmits<{ go: [kind: Kind] }>();

const { value: found } = useAnswer<{ kind: Kind; said: string }[]>(
  () => [props.kind, props.text],
  async (signal) => {
    const others = KINDS.filter(({ kind }) => kind !== props.kind);
    const replies = await Promise.all(
      others.map(({ kind }) =>
        api.POST("/api/parts/search", { body: { kind, text: props.text, limit: 1 }, signal }),
      ),
    );
    const failed = replies.find(({ data }) => data === undefined);
    if (failed) return { ...failed, data: undefined };
    const data = others
      .map(({ kind, one, many }, place) => ({ kind, one, many, total: replies[place]?.data?.total ?? 0 }))
      .filter(({ total }) => total > 0)
      .map(({ kind, one, many, total }) => ({
        kind,
        said: `${total} ${total === 1 ? one : many.toLowerCase()}`,
      }));
    return { data, response: replies[0]?.response ?? new Response() };
  },
);
</script>

<template>
  <p v-if="found && found.length > 0" class="note elsewhere" role="status" data-elsewhere>
    Of that name the shelf has
    <template v-for="(other, place) in found" :key="other.kind">
      <template v-if="place > 0">, </template>
      <button type="button" class="action" :data-elsewhere-kind="other.kind" @click="emit('go', other.kind)">
        {{ other.said }}
      </button></template
    >.
  </p>
</template>

<style scoped>
.elsewhere {
  padding: var(--space-4) 0;
}
</style>
