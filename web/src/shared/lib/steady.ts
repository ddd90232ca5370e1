// Keeping what was pressed under the finger while the page around it changes.

const HOLD_MS = 800;

/** The nearest ancestor that scrolls. */
function scrollerOf(element: HTMLElement): HTMLElement {
  for (let outer = element.parentElement; outer; outer = outer.parentElement) {
    const { overflowY } = getComputedStyle(outer);
    if (/auto|scroll/.test(overflowY) && outer.scrollHeight > outer.clientHeight) return outer;
  }
  return document.documentElement;
}

/** Holds an element where it is in the window for a moment; a reader who scrolls is let go. */
export function holdInPlace(element: HTMLElement, box: HTMLElement): void {
  const [top, started] = [element.getBoundingClientRect().top, performance.now()];
  const outer = scrollerOf(box);
  let free = false;
  const letGo = () => {
    free = true;
  };
  for (const moves of ["wheel", "touchmove", "keydown"])
    addEventListener(moves, letGo, { once: true, passive: true });
  const hold = () => {
    if (free || !element.isConnected || performance.now() - started > HOLD_MS) return;
    const moved = element.getBoundingClientRect().top - top;
    if (Math.abs(moved) >= 1) outer.scrollTop += moved;
    requestAnimationFrame(hold);
  };
  requestAnimationFrame(hold);
}
