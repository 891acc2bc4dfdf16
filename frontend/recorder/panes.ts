import uPlot, { type AlignedData } from "uplot";
import type { Trace } from "../api/types";
import type { Samples } from "./samples";

/** A trace that is shown: moved by so many seconds against the first. */
export interface Shown {
  trace: Trace;
  samples: Samples;
  shift: number;
}

/** One line in a pane. */
export interface Curve {
  id: string;
  trace: number;
  key: string;
  label: string;
  unit: string;
  /** of the signal among all that are shown; the same in each trace */
  colour: number;
  /** of the trace among all that are shown: told apart without colour */
  dash: number;
  at: Float64Array;
  samples: ArrayLike<number>;
}

export interface Pane {
  id: string;
  unit: string;
  curves: Curve[];
}

/** A bit over time. */
export interface Lane extends Curve {
  bit: number;
}

/** Share of the largest signal of a unit below which one would be a flat line beside it. */
const SMALL = 0.15;

/** Panes by unit, in the order in which the signals come; what is small beside others has one of its own. Words of bits become lanes. */
export function panesOf(shown: readonly Shown[], hidden: ReadonlySet<string>): { panes: Pane[]; lanes: Lane[] } {
  const keys = [...new Set(shown.flatMap(({ trace }) => trace.signals.map(({ key }) => key)))];
  const small = smallOnes(shown, hidden);
  const several = new Set(shown.map(({ trace }) => trace.drive_id)).size > 1;
  const panes = new Map<string, Pane>();
  const lanes: Lane[] = [];
  shown.forEach((one, dash) => {
    for (const signal of one.trace.signals) {
      if (hidden.has(signal.key)) continue;
      const plain = curveOf(one, signal, keys.indexOf(signal.key), dash);
      const curve = several ? { ...plain, label: `${one.trace.drive_name}: ${plain.label}` } : plain;
      if (Object.keys(signal.bits).length > 0) lanes.push(...lanesOf(curve, signal.bits));
      else paneFor(panes, signal.unit, small.has(signal.key)).curves.push(curve);
    }
  });
  return { panes: [...panes.values()], lanes };
}

function paneFor(panes: Map<string, Pane>, unit: string, small: boolean) {
  const id = `${unit || "plain"}${small ? ", small" : ""}`;
  let pane = panes.get(id);
  if (!pane) {
    pane = { id, unit, curves: [] };
    panes.set(id, pane);
  }
  return pane;
}

/** Signals that move, and by far less than others of their unit; in the first trace that has them. */
function smallOnes(shown: readonly Shown[], hidden: ReadonlySet<string>): ReadonlySet<string> {
  const spans = new Map<string, { unit: string; span: number }>();
  for (const { trace, samples } of shown)
    for (const { key, unit, bits } of trace.signals)
      if (!spans.has(key) && !hidden.has(key) && Object.keys(bits).length === 0)
        spans.set(key, { unit, span: spanOf(samples.columns.get(key) ?? []) });
  const largest = new Map<string, number>();
  for (const { unit, span } of spans.values()) largest.set(unit, Math.max(span, largest.get(unit) ?? 0));
  return new Set(
    [...spans].filter(([, { unit, span }]) => span > 0 && span < SMALL * (largest.get(unit) ?? 0)).map(([key]) => key),
  );
}

function spanOf(samples: ArrayLike<number>) {
  let low = Number.POSITIVE_INFINITY;
  let high = Number.NEGATIVE_INFINITY;
  for (let n = 0; n < samples.length; n += 1) {
    const value = samples[n] ?? 0;
    if (value < low) low = value;
    if (value > high) high = value;
  }
  return high > low ? high - low : 0;
}

function curveOf(
  { trace, samples, shift }: Shown,
  signal: Trace["signals"][number],
  colour: number,
  dash: number,
): Curve {
  return {
    id: `${trace.id} ${signal.key}`,
    trace: trace.id,
    key: signal.key,
    label: signal.name,
    unit: signal.unit,
    colour,
    dash,
    at: shift === 0 ? samples.at : samples.at.map((time) => time + shift),
    samples: samples.columns.get(signal.key) ?? new Float64Array(samples.at.length),
  };
}

/** The bits of a word that change, and those that are set; with none of either the first. */
function lanesOf(word: Curve, bits: Record<string, string>): Lane[] {
  const known = Object.keys(bits).map(Number);
  let ever = 0;
  let always = -1;
  for (let n = 0; n < word.samples.length; n += 1) {
    const value = word.samples[n] ?? 0;
    ever |= value;
    always &= value;
  }
  const moving = known.filter((bit) => (((ever ^ always) >>> bit) & 1) === 1);
  const chosen = moving.length > 0 ? moving : known.filter((bit) => ((ever >>> bit) & 1) === 1);
  return (chosen.length > 0 ? chosen : known.slice(0, 1)).map((bit) => ({
    ...word,
    id: `${word.id} ${bit}`,
    label: bits[bit] ?? `bit ${bit}`,
    bit,
  }));
}

/** Curves over one column of times. Those that were taken at other times than the rest are laid between them. */
export function tableOf(curves: readonly Curve[]): AlignedData {
  const [first] = curves;
  if (!first) return [[]];
  if (curves.every(({ at }) => sameTimes(at, first.at)))
    return [first.at, ...curves.map(({ samples }) => samples)] as unknown as AlignedData;
  return uPlot.join(curves.map(({ at, samples }) => [at, samples] as unknown as AlignedData));
}

function sameTimes(one: Float64Array, other: Float64Array) {
  return (
    one === other ||
    (one.length === other.length && one[0] === other[0] && one[one.length - 1] === other[other.length - 1])
  );
}

/** First and last time of all curves. */
export function reachOf(shown: readonly Shown[]): [number, number] {
  const firsts = shown.map(({ samples: { at }, shift }) => (at[0] ?? 0) + shift);
  const lasts = shown.map(({ samples: { at }, shift }) => (at[at.length - 1] ?? 0) + shift);
  return shown.length > 0 ? [Math.min(...firsts), Math.max(...lasts)] : [0, 1];
}
