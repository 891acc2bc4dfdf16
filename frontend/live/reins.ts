import { cable } from "./cable";
import { tab } from "./tab";

/** ms between signs of life; the server lets the dead-man fall after five of them are missing. */
const BEAT = 80;

/**
 * Gives the server signs of life while this tab holds reins. They stop when the page is hidden or closed: who does not see the page does
 * not hold the reins. Nothing else keeps a motor turning.
 */
class Heart {
  #held = new Set<number>();
  #timer: number | undefined;
  #subscription: { perform: (action: string) => void } | undefined;

  holds(driveId: number, mine: boolean) {
    if (mine) this.#held.add(driveId);
    else this.#held.delete(driveId);
    if (this.#held.size > 0) this.start();
    else this.#stop();
  }

  /** Begins before the reins are taken, so that the first sign of life is never late. */
  start() {
    this.#subscription ??= cable.subscriptions.create({ channel: "ReinsChannel", tab });
    this.#timer ??= window.setInterval(() => this.#beat(), BEAT);
  }

  #beat() {
    if (document.visibilityState === "visible") this.#subscription?.perform("beat");
  }

  #stop() {
    window.clearInterval(this.#timer);
    this.#timer = undefined;
  }
}

export const heart = new Heart();
