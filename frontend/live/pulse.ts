/** What the page tells its worker first. */
export interface Beginning {
  /** the secret of this tab */
  tab: string;
  /** address of the server's end */
  socket: string;
}

/** What the page says to its worker as long as it lives and is seen. */
export const WORD = "alive";
/** What it says when it is no longer seen. */
export const HIDDEN = "hidden";

/** ms that the page may be busy drawing before it counts as hanging; the server then waits for its own time (docs/decisions/dead-man.md). */
export const PATIENCE = 400;

/** Whether the page behind a worker lives, by its last word. */
export class Pulse {
  #word = Number.NEGATIVE_INFINITY;

  /** @param now ms, monotonic */
  hear(now: number) {
    this.#word = now;
  }

  /** Rests until the next word. */
  rest() {
    this.#word = Number.NEGATIVE_INFINITY;
  }

  beats(now: number) {
    return now - this.#word <= PATIENCE;
  }
}
