// Parts that are marked to be compared, a few at once.
import { ref } from "vue";
import type { PartLine } from "./kinds";

const MOST = 4;

export function useCompared() {
  const compared = ref<PartLine[]>([]);
  const isCompared = (line: PartLine) => compared.value.some(({ id }) => id === line.id);
  /** Whether another one can be marked. */
  const hasRoom = () => compared.value.length < MOST;
  function compare(line: PartLine): void {
    if (isCompared(line)) compared.value = compared.value.filter(({ id }) => id !== line.id);
    else if (hasRoom()) compared.value = [...compared.value, line];
  }
  return { compared, isCompared, hasRoom, compare };
}
