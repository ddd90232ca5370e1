// A course that was asked for from elsewhere, by its name, until the run has taken it up.
import { ref } from "vue";

export const courseAsked = ref<string | null>(null);
