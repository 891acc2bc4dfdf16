import { type Beginning, HIDDEN, WORD } from "./pulse";
import { tab } from "./tab";

/** ms between words of the page to its worker */
const INTERVAL = 80;

/**
 * Gives the server signs of life from the moment this tab first asks for reins. The server knows whether the tab holds any; of another
 * tab they mean nothing, so they simply go on. A worker sends them over a socket of its own, so that a page that draws does not hold them
 * up; but it sends them only as long as the page itself has a word for it. They pause while the page is hidden, hangs, or has ended: who
 * does not see the page does not hold the reins, and a motor that it moved stops.
 */
class Heart {
  #worker: Worker | undefined;

  /** Begins before the reins are taken, so that the first sign of life is never late. */
  start() {
    if (this.#worker) return;
    const worker = new Worker(new URL("./heart.worker.ts", import.meta.url), { type: "module" });
    const socket = new URL("/heart", window.location.href);
    socket.protocol = socket.protocol.replace("http", "ws");
    // oxlint-disable-next-line unicorn/require-post-message-target-origin -- a worker has no origin to be told
    const tell = (message: Beginning | typeof WORD | typeof HIDDEN) => worker.postMessage(message);
    tell({ tab, socket: socket.href });
    window.setInterval(() => {
      if (document.visibilityState === "visible") tell(WORD);
    }, INTERVAL);
    document.addEventListener("visibilitychange", () => tell(document.visibilityState === "visible" ? WORD : HIDDEN));
    this.#worker = worker;
  }
}

export const heart = new Heart();
