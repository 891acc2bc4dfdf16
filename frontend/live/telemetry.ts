/** Live figures of the drives, kept outside React: arrays in the order of the drive's live entries. */

/** Samples kept of each drive; at 22 a second a little over a minute. */
const CAPACITY = 1500;
/** ms without a sample after which figures count as stale. */
const STALE_AFTER = 700;

export interface Sample {
  /** ms, monotonic, when it arrived */
  at: number;
  figures: number[];
  /** of the drive's state machine, in words */
  state: string;
}

type Listener = () => void;

export class Telemetry {
  readonly #samples: Sample[] = [];
  readonly #listeners = new Set<Listener>();
  #layout = "";
  #stale = true;
  #timer: number | undefined;

  get last(): Sample | undefined {
    return this.#samples[this.#samples.length - 1];
  }

  get stale() {
    return this.#stale;
  }

  /** Oldest first. */
  get samples(): readonly Sample[] {
    return this.#samples;
  }

  /** @param layout which figures stand where; those of another are not kept beside them */
  push(figures: number[], state: string, layout = "") {
    if (layout !== this.#layout) this.#samples.length = 0;
    this.#layout = layout;
    this.#samples.push({ at: performance.now(), figures, state });
    if (this.#samples.length > CAPACITY) this.#samples.splice(0, this.#samples.length - CAPACITY);
    this.#stale = false;
    window.clearTimeout(this.#timer);
    this.#timer = window.setTimeout(() => this.#growStale(), STALE_AFTER);
    this.#notify();
  }

  subscribe = (listener: Listener) => {
    this.#listeners.add(listener);
    return () => {
      this.#listeners.delete(listener);
    };
  };

  #growStale() {
    this.#stale = true;
    this.#notify();
  }

  #notify() {
    for (const listener of this.#listeners) listener();
  }
}

const byDrive = new Map<number, Telemetry>();

export function telemetryOf(driveId: number): Telemetry {
  let telemetry = byDrive.get(driveId);
  if (!telemetry) {
    telemetry = new Telemetry();
    byDrive.set(driveId, telemetry);
  }
  return telemetry;
}
