import { useCallback, useEffect, useSyncExternalStore } from "react";
import type { Drive, LiveEntry } from "../api/types";
import { type Pace, telemetryOf } from "./telemetry";

export interface LiveFigure {
  entry: LiveEntry;
  /** undefined as long as nothing has come */
  value: number | undefined;
  stale: boolean;
}

/** One live figure of a drive; renders anew only when it changes. Undefined where the drive has no such entry. */
export function useLive(drive: Drive | undefined, key: string, pace: Pace = "each"): LiveFigure | undefined {
  const telemetry = telemetryOf(drive?.id ?? 0);
  const entry = drive?.live_entries.find((candidate) => candidate.key === key);
  const known = entry !== undefined;
  useEffect(() => (known ? telemetry.want(key, pace) : undefined), [telemetry, key, pace, known]);
  const value = useSyncExternalStore(
    telemetry.subscribe,
    useCallback(() => telemetry.value(key), [telemetry, key]),
  );
  const stale = useSyncExternalStore(
    telemetry.subscribe,
    useCallback(() => telemetry.stale, [telemetry]),
  );
  return entry ? { entry, value, stale: stale || drive?.link.state !== "online" } : undefined;
}

/** The drive's state in words as of the last poll, and whether that is old. */
export function useDriveState(drive: Drive | undefined): { state: string | undefined; stale: boolean } {
  const telemetry = telemetryOf(drive?.id ?? 0);
  const state = useSyncExternalStore(
    telemetry.subscribe,
    useCallback(() => telemetry.state, [telemetry]),
  );
  const stale = useSyncExternalStore(
    telemetry.subscribe,
    useCallback(() => telemetry.stale, [telemetry]),
  );
  return { state, stale: stale || drive?.link.state !== "online" };
}
