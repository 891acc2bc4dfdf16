import { useCallback, useSyncExternalStore } from "react";
import type { Drive, LiveEntry } from "../api/types";
import { telemetryOf } from "./telemetry";

export interface LiveFigure {
  entry: LiveEntry;
  /** undefined as long as nothing has come */
  value: number | undefined;
  stale: boolean;
}

/** One live figure of a drive; renders anew only when it changes. Undefined where the drive has no such entry. */
export function useLive(drive: Drive | undefined, key: string): LiveFigure | undefined {
  const telemetry = telemetryOf(drive?.id ?? 0);
  const index = drive?.live_entries.findIndex((entry) => entry.key === key) ?? -1;
  const read = useCallback(() => telemetry.last?.figures[index], [telemetry, index]);
  const value = useSyncExternalStore(telemetry.subscribe, read);
  const stale = useSyncExternalStore(
    telemetry.subscribe,
    useCallback(() => telemetry.stale, [telemetry]),
  );
  const entry = drive?.live_entries[index];
  return entry ? { entry, value, stale: stale || drive?.link.state !== "online" } : undefined;
}

/** The drive's state in words as of the last poll, and whether that is old. */
export function useDriveState(drive: Drive | undefined): { state: string | undefined; stale: boolean } {
  const telemetry = telemetryOf(drive?.id ?? 0);
  const state = useSyncExternalStore(
    telemetry.subscribe,
    useCallback(() => telemetry.last?.state, [telemetry]),
  );
  const stale = useSyncExternalStore(
    telemetry.subscribe,
    useCallback(() => telemetry.stale, [telemetry]),
  );
  return { state, stale: stale || drive?.link.state !== "online" };
}
