<script setup lang="ts">
// Parts over all machines: what broke and of which batch, what wears, what an hour of them cost.
import { shallowRef, watch } from "vue";
import { api, type Schemas } from "../api/client";
import { ask } from "../api/reach";
import { readerUnits } from "../units/reader";
import { figures, shownText } from "../units/quantity";

const emit = defineEmits<{ find: [part: string] }>();
const stories = shallowRef<Schemas["PartStory"][]>([]);
watch(
  readerUnits,
  async () => {
    const reply = await ask(() => api.GET("/api/log/parts"));
    stories.value = reply?.data ?? [];
  },
  { immediate: true },
);
</script>

<template>
  <section v-if="stories.length > 0" data-part-stories>
    <h3>parts, over all machines</h3>
    <article v-for="story in stories" :key="story.part" :data-part-story="story.part">
      <h4>
        <button type="button" class="action" @click="emit('find', story.part)">{{ story.part }}</button>
        <span class="note"
          >{{ story.builds.join(", ") }}; {{ figures(story.usage.hours, 2) }} h<template
            v-if="story.usage.km > 0"
            >, {{ shownText("way", story.usage.km * 1000, 2) }}</template
          ></span
        >
      </h4>
      <p v-if="story.failures">{{ story.failures.says }}</p>
      <p v-for="wear in story.wear" :key="wear.says">{{ wear.says }}</p>
      <p v-if="story.cost > 0" class="note">
        cost {{ figures(story.cost, 3)
        }}<template v-if="story.cost_per_hour != null"
          >, {{ figures(story.cost_per_hour, 2) }} an hour</template
        >
      </p>
    </article>
  </section>
</template>

<style scoped>
h3 {
  border-bottom: 1px solid var(--ink);
}

article {
  border-bottom: 1px solid var(--faint);
  padding: var(--space-3) 0;
}

h4 {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--space-5);
  align-items: baseline;
  font-weight: 600;
  margin: 0;
}
</style>
