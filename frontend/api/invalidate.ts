import type { QueryClient } from "@tanstack/react-query";

/** Queries of one drive: their keys are [name, id of the drive, …]. */
const OF_A_DRIVE = new Set([
  "drive",
  "values",
  "tray",
  "facts",
  "verify",
  "tests",
  "faults",
  "snapshots",
  "imports",
  "firmware",
  "signals",
  "recorder",
  "tuning",
  "terminals",
  "homing",
  "before_power",
  "twin",
]);

/** Has the named queries read again; with a drive, of those that belong to one only that drive's. */
export function invalidate(queries: QueryClient, names: Iterable<string>, driveId?: number) {
  for (const name of names) {
    const ofDrive = driveId !== undefined && OF_A_DRIVE.has(name);
    void queries.invalidateQueries({ queryKey: ofDrive ? [name, driveId] : [name] });
  }
}
