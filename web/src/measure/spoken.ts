// What was taken is spoken back where that is wished, and the screen stays on meanwhile.
import { useWakeLock } from "@vueuse/core";
import { onBeforeUnmount, onMounted, ref, watch } from "vue";

const KEPT = "ypsidyne.spoken";

export function useSpoken() {
  const speaks = "speechSynthesis" in window;
  const spoken = ref(localStorage.getItem(KEPT) === "1");
  watch(spoken, (now) => localStorage.setItem(KEPT, now ? "1" : "0"));
  function say(words: string): void {
    if (spoken.value && speaks) window.speechSynthesis.speak(new SpeechSynthesisUtterance(words));
  }
  return { speaks, spoken, say };
}

/** Keeps the screen on while what asks for it is shown, where the browser can. */
export function useScreenOn() {
  const { isSupported, isActive, request, release } = useWakeLock();
  onMounted(() => void request("screen").catch(() => undefined));
  onBeforeUnmount(() => void release().catch(() => undefined));
  return { isSupported, isActive };
}
