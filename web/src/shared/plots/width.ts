// The width of an element, kept up to date.
import { onBeforeUnmount, onMounted, ref, type Ref } from "vue";

export function useElementWidth(element: Ref<HTMLElement | undefined>): Ref<number> {
  const width = ref(1000);
  let observer: ResizeObserver | undefined;
  onMounted(() => {
    if (!element.value) return;
    width.value = element.value.clientWidth;
    observer = new ResizeObserver(([entry]) => {
      if (entry) width.value = entry.contentRect.width;
    });
    observer.observe(element.value);
  });
  onBeforeUnmount(() => observer?.disconnect());
  return width;
}
