// Parts of the page that are fetched when they are wanted, or once the first screen stands.
import { type Component, defineAsyncComponent, defineComponent, h } from "vue";

type Loader = () => Promise<{ default: Component }>;

/** Waits between two tries, ms; the last one again and again: a server that restarts is back within some seconds. */
const PAUSES = [300, 1000, 2000];

/** Fetches a part, and tries again until it comes: the page says itself that the server does not answer. */
export async function patiently<T>(loader: () => Promise<T>): Promise<T> {
  for (let tries = 0; ; tries += 1) {
    try {
      return await loader();
    } catch {
      const pause = PAUSES[Math.min(tries, PAUSES.length - 1)];
      await new Promise((then) => setTimeout(then, pause));
    }
  }
}

const Waiting = defineComponent(
  () => () => h("p", { class: "note", "data-fetching": "" }, "This part is being fetched."),
);

const wanted: Loader[] = [];

/** Notes what is fetched once there is nothing else to do. */
export function afterwards(loader: Loader): Loader {
  wanted.push(loader);
  return () => patiently(loader);
}

/** A component that is fetched when it is first shown. */
export const later = (loader: Loader): Component =>
  defineAsyncComponent({ loader: afterwards(loader), delay: 250, loadingComponent: Waiting });

/** The same, with its room kept, px, so that nothing below it moves when it comes. */
export function laterInRoom<T extends Component>(loader: () => Promise<{ default: T }>, height: number): T {
  const room = defineComponent(
    () => () => h("div", { style: { height: `${height}px` }, "data-fetching": "" }),
  );
  return defineAsyncComponent({ loader: afterwards(loader), delay: 0, loadingComponent: room }) as T;
}

/** Does something once the browser has nothing else to do. */
export function whenIdle(run: () => void): void {
  if (window.requestIdleCallback) window.requestIdleCallback(run, { timeout: 10_000 });
  else setTimeout(run, 500);
}

/** Fetches what was put off, one after the other, once the browser has nothing else to do. */
export function fetchTheRest(): void {
  const next = wanted.shift();
  if (!next) return;
  // What does not come now comes when it is wanted.
  whenIdle(() => void next().then(fetchTheRest, () => undefined));
}
