import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { invalidate } from "../api/invalidate";
import { feed } from "./feed";

/** Which queries rest on what the server says has changed. */
const AFFECTED: Record<string, string[]> = {
  link: ["drive", "before_power", "verify", "tests", "tuning"],
  values: [
    "drive",
    "values",
    "comparison",
    "snapshots",
    "facts",
    "before_power",
    "verify",
    "tests",
    "tuning",
    "terminals",
    "homing",
  ],
  tray: ["drive", "tray", "facts", "verify", "tuning", "terminals", "homing"],
  terminals: ["terminals", "drive"],
  batch: ["tray"],
  motion: ["drive", "verify", "tests", "recorder", "tuning"],
  faults: ["faults", "verify"],
  run: ["drive", "verify", "tests"],
  proofs: ["drive", "tests", "tuning"],
  looked: ["before_power", "verify", "tests"],
  logbook: ["logbook"],
  firmware: ["firmware", "drive"],
  recorder: ["recorder"],
  traces: ["traces", "trace-of", "recorder"],
};

/** What may have changed while nobody listened; the project brings its drives. */
const MISSED = [
  "project",
  ...["values", "tray", "motion", "traces"].flatMap((what) => AFFECTED[what] ?? []).filter((name) => name !== "drive"),
];

/** ms in which word of changes is gathered: one act of a technician changes several things, and each page asks once. */
const GATHER = 80;
/** ms from one such question to the next, where one thing after the other changes. */
const PACE = 400;

/** Listens to the drives of a project: word of changes makes queries read again. */
export function useDriveFeed(driveIds: number[]) {
  const queries = useQueryClient();
  const ids = driveIds.join(",");

  useEffect(() => {
    const gathered = new Map<number, Set<string>>();
    let timer: number | undefined;
    let asked = Number.NEGATIVE_INFINITY;
    const refresh = (drive: number, changed: string[]) => {
      const names = gathered.get(drive) ?? new Set();
      for (const name of changed.flatMap((what) => AFFECTED[what] ?? [])) names.add(name);
      gathered.set(drive, names);
      timer ??= window.setTimeout(
        () => {
          timer = undefined;
          asked = performance.now();
          for (const [id, affected] of gathered) invalidate(queries, affected, id);
          gathered.clear();
        },
        Math.max(GATHER, asked + PACE - performance.now()),
      );
    };
    const leave = feed.listen({
      drives: ids.split(",").filter(Boolean).map(Number),
      changed: ({ drive, changed }) => refresh(drive, changed),
      announced: (what) => what === "projects" && invalidate(queries, ["project", "projects"]),
      connected: () => invalidate(queries, MISSED),
    });
    return () => {
      window.clearTimeout(timer);
      leave();
    };
  }, [ids, queries]);
}
