/** What of the time axis is shown, and where the two cursors stand: outside React, since it changes with every frame of a drag. */
export interface View {
  from: number;
  to: number;
}

export interface Cursors {
  a: number | null;
  b: number | null;
}

/** Share of the stretch below which zooming ends. */
const CLOSEST = 1e-5;

export class TimeWindow {
  #reach: View = { from: 0, to: 1 };
  #view: View = { from: 0, to: 1 };
  #cursors: Cursors = { a: null, b: null };
  readonly #drawn = new Set<() => void>();
  readonly #told = new Set<() => void>();
  #drawing = false;

  get view() {
    return this.#view;
  }

  get cursors() {
    return this.#cursors;
  }

  /** All there is; what is shown stays where it can. */
  reach(from: number, to: number) {
    if (this.#reach.from === from && this.#reach.to === to) return;
    const whole = this.#view.from === this.#reach.from && this.#view.to === this.#reach.to;
    const apart = this.#view.to <= from || this.#view.from >= to;
    this.#reach = { from, to };
    if (whole || apart) this.show(from, to);
  }

  show(from: number, to: number) {
    if (!(to > from)) return;
    this.#view = { from, to };
    this.#redraw();
  }

  whole() {
    this.show(this.#reach.from, this.#reach.to);
  }

  /** Closer or further by a factor, about a time that stays in its place. */
  zoom(factor: number, about: number) {
    const { from, to } = this.#view;
    const span = Math.min((to - from) * factor, this.#reach.to - this.#reach.from);
    if (span < (this.#reach.to - this.#reach.from) * CLOSEST) return;
    const share = (about - from) / (to - from);
    this.#within(about - share * span, span);
  }

  pan(by: number) {
    this.#within(this.#view.from + by, this.#view.to - this.#view.from);
  }

  set(cursor: keyof Cursors, time: number | null) {
    this.#cursors = { ...this.#cursors, [cursor]: time };
    this.#redraw();
    for (const listener of this.#told) listener();
  }

  /** Called once a frame at most, whenever something has moved. */
  onDraw(listener: () => void) {
    this.#drawn.add(listener);
    return () => void this.#drawn.delete(listener);
  }

  /** Called when a cursor has moved. */
  subscribe = (listener: () => void) => {
    this.#told.add(listener);
    return () => void this.#told.delete(listener);
  };

  #within(from: number, span: number) {
    const first = Math.min(Math.max(from, this.#reach.from), this.#reach.to - span);
    this.show(first, first + span);
  }

  #redraw() {
    if (this.#drawing) return;
    this.#drawing = true;
    requestAnimationFrame(() => {
      this.#drawing = false;
      for (const draw of this.#drawn) draw();
    });
  }
}
