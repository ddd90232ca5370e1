// Which field shows the strip of where the build holds over its range.
import { ref } from "vue";

/** The place in the document whose strip is open; null while none is. */
export const stripOpen = ref<string | null>(null);

/** The field in hand, where it can have a strip; null elsewhere. */
export const stripOffered = ref<string | null>(null);

export function toggleStrip(pointer: string): void {
  stripOpen.value = stripOpen.value === pointer ? null : pointer;
}
