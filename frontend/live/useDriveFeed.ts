import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { feed } from "./feed";
import { telemetryOf } from "./telemetry";

/** Which queries rest on what the server says has changed. */
const AFFECTED: Record<string, string[]> = {
  link: ["project", "verify"],
  values: ["project", "values", "snapshots", "facts", "verify"],
  tray: ["project", "tray", "facts", "verify"],
  batch: ["tray"],
  motion: ["project", "verify"],
  faults: ["faults", "verify"],
  proofs: ["project", "verify", "proofs"],
  logbook: ["logbook"],
  firmware: ["firmware", "project"],
};

/** ms in which word of changes is gathered: one act of a technician changes several things, and each page asks once. */
const GATHER = 80;
/** ms from one such question to the next, where one thing after the other changes. */
const PACE = 400;

/** Listens to the drives of a project: live figures go into the telemetry, word of changes makes queries read again. */
export function useDriveFeed(driveIds: number[]) {
  const queries = useQueryClient();
  const ids = driveIds.join(",");

  useEffect(() => {
    const gathered = new Set<string>();
    let timer: number | undefined;
    let asked = Number.NEGATIVE_INFINITY;
    const refresh = (names: string[]) => {
      for (const name of names.flatMap((what) => AFFECTED[what] ?? [])) gathered.add(name);
      timer ??= window.setTimeout(() => {
        timer = undefined;
        asked = performance.now();
        for (const name of gathered) void queries.invalidateQueries({ queryKey: [name] });
        gathered.clear();
      }, Math.max(GATHER, asked + PACE - performance.now()));
    };
    const leave = feed.listen({
      drives: ids.split(",").filter(Boolean).map(Number),
      live: ({ drive, live, state, layout }) => telemetryOf(drive).push(live, state, layout),
      changed: ({ changed }) => refresh(changed),
      connected: () => refresh(["link", "values", "tray", "motion"]),
    });
    return () => {
      window.clearTimeout(timer);
      leave();
    };
  }, [ids, queries]);
}
