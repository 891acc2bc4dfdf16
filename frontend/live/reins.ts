import { cable } from "./cable";
import { tab } from "./tab";

/** ms between signs of life; the server lets the dead-man fall after five of them are missing. */
const BEAT = 80;

/**
 * Gives the server signs of life from the moment this tab first asks for reins. The server knows whether the tab holds any; of another
 * tab they mean nothing, so they simply go on. They pause while the page is hidden and end with it: who does not see the page does not
 * hold the reins, and a motor that it moved stops.
 */
class Heart {
  #beating = false;

  /** Begins before the reins are taken, so that the first sign of life is never late. */
  start() {
    if (this.#beating) return;
    this.#beating = true;
    const subscription = cable.subscriptions.create({ channel: "ReinsChannel", tab });
    window.setInterval(() => {
      if (document.visibilityState === "visible") subscription.perform("beat");
    }, BEAT);
  }
}

export const heart = new Heart();
