// Who sits at this browser: the owner keeps what is changed, a visitor reads and tries.
import { computed, shallowRef } from "vue";
import type { Schemas } from "./client";

export const session = shallowRef<Schemas["SessionState"] | null>(null);
export const isVisitor = computed(() => session.value?.role === "visitor");
