// What the fields are for: of the one that is typed in, or of all of them in place.
import { ref } from "vue";

/** The help of the field that has the focus; null while none has. */
export const helpOfFocus = ref<{ label: string; text: string } | null>(null);

/** Whether every field shows its help under it. */
export const helpInPlace = ref(false);
