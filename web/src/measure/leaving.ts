// Nobody walks away from an output that is on: leaving a sheet switches it off, and says so.
import { useToast } from "primevue/usetoast";
import { onBeforeRouteLeave, onBeforeRouteUpdate } from "vue-router";
import { useInstruments } from "./instruments";

export function useOffOnLeaving(): void {
  const instruments = useInstruments();
  const toast = useToast();
  function off(): void {
    if (instruments.supply?.on !== true && !instruments.running && instruments.mayBeOn.length === 0) return;
    void instruments.stop();
    toast.add({
      severity: "secondary",
      summary: "The sheet was left: the output is switched off.",
      life: 8000,
    });
  }
  onBeforeRouteLeave(off);
  onBeforeRouteUpdate((to, from) => {
    if (to.params.id !== from.params.id) off();
  });
}
