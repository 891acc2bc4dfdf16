import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { cable } from "./cable";
import { telemetryOf } from "./telemetry";

type Message = { live: number[]; state: string } | { changed: string[] };

/** Which queries rest on what the server says has changed. */
const AFFECTED: Record<string, string[]> = {
  link: ["project", "verify"],
  values: ["project", "values", "motor", "verify"],
  tray: ["project", "tray", "motor", "verify"],
  batch: ["tray"],
  motion: ["project", "verify"],
  faults: ["faults", "verify"],
  proofs: ["project", "verify"],
  logbook: ["logbook"],
};

/** Listens to the drives of a project: live figures go into the telemetry, word of changes makes queries read again. */
export function useDriveFeed(driveIds: number[]) {
  const queries = useQueryClient();
  const ids = driveIds.join(",");

  useEffect(() => {
    const refresh = (names: string[]) => {
      for (const name of new Set(names.flatMap((what) => AFFECTED[what] ?? []))) void queries.invalidateQueries({ queryKey: [name] });
    };
    const subscriptions = ids
      .split(",")
      .filter(Boolean)
      .map((id) =>
        cable.subscriptions.create(
          { channel: "DriveChannel", drive_id: Number(id) },
          {
            received(message: Message) {
              if ("live" in message) telemetryOf(Number(id)).push(message.live, message.state);
              else refresh(message.changed);
            },
            connected() {
              refresh(["link", "values", "tray", "motion"]);
            },
          },
        ),
      );
    return () => subscriptions.forEach((subscription) => subscription.unsubscribe());
  }, [ids, queries]);
}
