// Which slot of the browser's store is this window's: a reload finds its own again, a neighbour never takes it.

const KEY = "ypsidyne.slot";
const channel = new BroadcastChannel("ypsidyne.slots");
/** How long a neighbour has to say that a slot is its own. */
const ANSWER_MS = 150;

/** This window's slot. While the window stands, the entry is away, so that a window copied from this one gets its own. */
export const slot = sessionStorage.getItem(KEY) ?? fresh();
sessionStorage.removeItem(KEY);
window.addEventListener("pagehide", () => sessionStorage.setItem(KEY, slot));
window.addEventListener("pageshow", () => sessionStorage.removeItem(KEY));

type Word = { ask: string } | { mine: string };

channel.addEventListener("message", (message: MessageEvent<Word>) => {
  if ("ask" in message.data && message.data.ask === slot) channel.postMessage({ mine: slot } satisfies Word);
});

function fresh(): string {
  return Array.from(crypto.getRandomValues(new Uint8Array(6)), (byte) => byte.toString(36)).join("");
}

/** Whether another window has this slot. */
export function isTaken(other: string): Promise<boolean> {
  return new Promise((resolve) => {
    const end = (taken: boolean) => {
      clearTimeout(timer);
      channel.removeEventListener("message", listen);
      resolve(taken);
    };
    const listen = (message: MessageEvent<Word>) => {
      if ("mine" in message.data && message.data.mine === other) end(true);
    };
    const timer = setTimeout(() => end(false), ANSWER_MS);
    channel.addEventListener("message", listen);
    channel.postMessage({ ask: other } satisfies Word);
  });
}
