// Parts of the page that are fetched when they are wanted, or once the first screen stands.
import { type Component, defineAsyncComponent, defineComponent, h } from "vue";

type Loader = () => Promise<{ default: Component }>;

/** Waits between two tries, ms: a server that restarts is back within some seconds. */
const PAUSES = [300, 1000, 3000, 5000];

const Waiting = defineComponent(
  () => () => h("p", { class: "note", "data-fetching": "" }, "This part is being fetched."),
);
const Missing = defineComponent(
  () => () =>
    h(
      "p",
      { class: "problem", role: "alert" },
      "This part of the page could not be fetched. Nothing typed is lost: reload the page once the server answers.",
    ),
);

const wanted: Loader[] = [];

/** A component that is fetched when it is first shown; tried again while the server does not answer. */
export function later(loader: Loader): Component {
  wanted.push(loader);
  return defineAsyncComponent({
    loader,
    delay: 250,
    loadingComponent: Waiting,
    errorComponent: Missing,
    onError: (_error, retry, fail, attempts) => {
      const pause = PAUSES[attempts - 1];
      if (pause === undefined) fail();
      else setTimeout(retry, pause);
    },
  });
}

/** Fetches what was put off, one after the other, once the browser has nothing else to do. */
export function fetchTheRest(): void {
  const next = wanted.shift();
  if (!next) return;
  const idle = window.requestIdleCallback ?? ((then: () => void) => setTimeout(then, 500));
  idle(() => void next().then(fetchTheRest, () => undefined), { timeout: 10_000 });
}
