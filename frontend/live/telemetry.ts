/**
 * Live figures of the drives, kept outside React: a column for each figure that somebody shows, over a column of times. What is shown
 * nowhere is not asked for.
 */

/** Samples kept of each drive; at 22 a second a little over a minute. */
const CAPACITY = 1500;
/** ms without a sample after which figures count as stale. */
const STALE_AFTER = 700;
/** ms for which a figure is still asked for after it has left the page: it may come back on the next one. */
const LINGER = 2000;
/** ms between two samples where a glance is enough. */
const GLANCE = 250;

/** How often a figure is wanted: with every look at the drive, or now and then. */
export type Pace = "each" | "glance";

export interface Wanted {
  layout: number;
  figures: string[];
  /** ms between two samples; 0 for every one */
  every: number;
  /** figures of which also the last minute is wanted */
  charted: string[];
}

export interface Past {
  /** ms of the server's clock */
  at: number[];
  keys: string[];
  columns: (number | null)[][];
}

type Listener = () => void;

/** Counts who wants what. */
class Wishes {
  readonly #counts = new Map<string, number>();

  get keys() {
    return [...this.#counts.keys()];
  }

  add(key: string) {
    const count = (this.#counts.get(key) ?? 0) + 1;
    this.#counts.set(key, count);
    return count === 1;
  }

  remove(key: string) {
    const count = (this.#counts.get(key) ?? 1) - 1;
    if (count > 0) this.#counts.set(key, count);
    else this.#counts.delete(key);
    return count <= 0;
  }
}

export class Telemetry {
  readonly #at = new Float64Array(CAPACITY);
  readonly #columns = new Map<string, Float64Array>();
  readonly #last = new Map<string, number>();
  readonly #listeners = new Set<Listener>();
  readonly #wishes = { each: new Wishes(), glance: new Wishes(), charted: new Wishes() };
  readonly #rewish: Listener;
  /** how many samples have come in all; the newest stands at (count - 1) modulo the capacity */
  #count = 0;
  #layout = 0;
  #figures: string[] = [];
  #state: string | undefined;
  #stale = true;
  #timer: number | undefined;
  /** ms from the server's clock to ours, by the sample that was on its way the shortest */
  #ahead = Number.POSITIVE_INFINITY;

  constructor(rewish: Listener = () => undefined) {
    this.#rewish = rewish;
  }

  get state() {
    return this.#state;
  }

  get stale() {
    return this.#stale;
  }

  /** The newest of a figure; undefined as long as none has come. */
  value(key: string) {
    return this.#last.get(key);
  }

  get wanted(): Wanted {
    const each = this.#wishes.each.keys;
    const figures = [...new Set([...each, ...this.#wishes.glance.keys, ...this.#wishes.charted.keys])];
    if (figures.join() !== this.#figures.join()) {
      this.#figures = figures;
      this.#layout += 1;
    }
    const charted = this.#wishes.charted.keys;
    return { layout: this.#layout, figures, every: each.length + charted.length > 0 ? 0 : GLANCE, charted };
  }

  /** @returns how to want it no more */
  want(key: string, pace: Pace | "charted") {
    if (this.#wishes[pace].add(key)) this.#rewish();
    return () => {
      window.setTimeout(() => this.#wishes[pace].remove(key) && this.#rewish(), LINGER);
    };
  }

  /** @param layout of `wanted`, in whose order the figures stand; those of an older one are let go */
  push(layout: number, at: number, figures: (number | null)[], state: string) {
    this.#ahead = Math.min(this.#ahead, performance.now() - at);
    if (layout === this.#layout) this.#keep(at, this.#figures, figures);
    this.#state = state;
    this.#stale = false;
    window.clearTimeout(this.#timer);
    this.#timer = window.setTimeout(() => this.#growStale(), STALE_AFTER);
    this.#notify();
  }

  /** What came before anybody looked; it takes the place of all samples. */
  recall({ at, keys, columns }: Past) {
    this.#count = 0;
    this.#columns.clear();
    at.forEach((time, n) =>
      this.#keep(
        time,
        keys,
        columns.map((column) => column[n] ?? null),
      ),
    );
    this.#notify();
  }

  /** The link to the server was lost: its clock may be another one. */
  forget() {
    this.#count = 0;
    this.#ahead = Number.POSITIVE_INFINITY;
    this.#columns.clear();
  }

  /** The last ms of some figures, oldest first, with times in ms before now. */
  recent(duration: number, keys: readonly string[]): { at: number[]; columns: (number | null)[][] } {
    const now = performance.now() - this.#ahead;
    const places: number[] = [];
    for (let n = Math.max(0, this.#count - CAPACITY); n < this.#count; n += 1)
      if (now - (this.#at[n % CAPACITY] ?? 0) <= duration) places.push(n % CAPACITY);
    const columnOf = (key: string) => {
      const column = this.#columns.get(key);
      return places.map((place) => {
        const figure = column?.[place];
        return figure === undefined || Number.isNaN(figure) ? null : figure;
      });
    };
    return { at: places.map((place) => (this.#at[place] ?? 0) - now), columns: keys.map(columnOf) };
  }

  subscribe = (listener: Listener) => {
    this.#listeners.add(listener);
    return () => {
      this.#listeners.delete(listener);
    };
  };

  #keep(at: number, keys: string[], figures: (number | null)[]) {
    if (this.#count > 0 && at <= (this.#at[(this.#count - 1) % CAPACITY] ?? 0)) return;
    const place = this.#count % CAPACITY;
    this.#at[place] = at;
    for (const column of this.#columns.values()) column[place] = Number.NaN;
    keys.forEach((key, n) => {
      const figure = figures[n];
      if (figure === null || figure === undefined) return;
      this.#column(key)[place] = figure;
      this.#last.set(key, figure);
    });
    this.#count += 1;
  }

  #column(key: string) {
    let column = this.#columns.get(key);
    if (!column) {
      column = new Float64Array(CAPACITY).fill(Number.NaN);
      this.#columns.set(key, column);
    }
    return column;
  }

  #growStale() {
    this.#stale = true;
    this.#notify();
  }

  #notify() {
    for (const listener of this.#listeners) listener();
  }
}

const byDrive = new Map<number, Telemetry>();
const wishers = new Set<Listener>();

/** Calls when something else is wanted of any drive. */
export function onWish(listener: Listener) {
  wishers.add(listener);
}

export function telemetryOf(driveId: number): Telemetry {
  let telemetry = byDrive.get(driveId);
  if (!telemetry) {
    telemetry = new Telemetry(() => wishers.forEach((wisher) => wisher()));
    byDrive.set(driveId, telemetry);
  }
  return telemetry;
}
