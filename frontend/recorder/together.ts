import type { Trace } from "../api/types";
import type { Shown } from "./panes";

/** s beside each other within which triggers of two drives count as of one occasion. */
const TOGETHER = 60;

/** By how much a trace comes later than another drive's. */
export function onClock(trace: Trace, first: Trace | undefined) {
  if (!first || trace.drive_id === first.drive_id || trace.clock === null || first.clock === null) return 0;
  const later = trace.clock - first.clock;
  return Math.abs(later) <= TOGETHER ? later : 0;
}

/** The first trace of each drive. */
export const ofEachDrive = (shown: readonly Shown[]) =>
  shown.filter(({ trace }, n) => shown.findIndex((one) => one.trace.drive_id === trace.drive_id) === n);
