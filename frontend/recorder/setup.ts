import type { RecorderView, TraceSetup } from "../api/types";
import { threeDigits } from "../parts/format";

export type Trigger = TraceSetup["triggers"][number];
export type Signal = RecorderView["signals"][number];

export const DIVIDERS = [1, 2, 4, 8, 16, 32, 80, 160, 320, 800, 1600, 4800, 16000];
export const LENGTHS = [256, 512, 1024, 2048, 4096, 8192];
export const MOST_SIGNALS = 8;

/** What can be waited for, in words. */
export const TRIGGERS: { id: string; title: string; looks: "level" | "bit" | null }[] = [
  { id: "none", title: "nothing: at once", looks: null },
  { id: "rises", title: "a signal rises above", looks: "level" },
  { id: "falls", title: "a signal falls below", looks: "level" },
  { id: "crosses", title: "a signal crosses", looks: "level" },
  { id: "bit_set", title: "a bit is set", looks: "bit" },
  { id: "bit_cleared", title: "a bit is cleared", looks: "bit" },
  { id: "bit_changes", title: "a bit changes", looks: "bit" },
  { id: "motion", title: "motion begins", looks: null },
  { id: "state_changes", title: "the state changes", looks: null },
  { id: "fault", title: "a fault", looks: null },
];

export const looksAt = (kind: string) => TRIGGERS.find(({ id }) => id === kind)?.looks ?? null;

/** A time as a person would say it. */
export function spoken(seconds: number): string {
  if (seconds < 1e-3) return `${threeDigits(seconds * 1e6)} µs`;
  return seconds < 1 ? `${threeDigits(seconds * 1000)} ms` : `${threeDigits(seconds)} s`;
}

/** What will be taken, in a line. */
export function summary(setup: TraceSetup, rate: number): string {
  const interval = setup.divider / rate;
  const count = setup.signals.length;
  return `${count} signal${count === 1 ? "" : "s"}, every ${spoken(interval)} for ${spoken(interval * setup.length)}, ${setup.pre} % of it before the trigger`;
}

/** A trigger of another kind: what the new one looks at stays where it fits. */
export function turnedTo(trigger: Trigger | undefined, kind: string, signals: readonly Signal[]): Trigger {
  const looks = looksAt(kind);
  const words = signals.filter(({ bits }) => Object.keys(bits).length > 0);
  const fits = looks === "bit" ? words : signals.filter(({ bits }) => Object.keys(bits).length === 0);
  const signal = looks && (fits.find(({ key }) => key === trigger?.signal) ?? fits[0])?.key;
  return {
    kind,
    signal: signal ?? null,
    level: looks === "level" ? (trigger?.level ?? 0) : null,
    bit: looks === "bit" ? (trigger?.bit ?? firstBit(fits.find(({ key }) => key === signal))) : null,
  };
}

export const firstBit = (signal: Signal | undefined) => Number(Object.keys(signal?.bits ?? {})[0] ?? 0);
