import { useEffect, useRef } from "react";
import type { RecorderView, TraceSummary } from "../api/types";
import { MOST_SHOWN } from "./TraceList";

/** Traces that have just come are shown, with the references of the drive beside them. */
export function useNewest(
  view: RecorderView | undefined,
  traces: readonly TraceSummary[] | undefined,
  driveId: number,
  onIds: (ids: number[]) => void,
) {
  const before = useRef<string | undefined>(undefined);
  const { trace_id: newest = null, together = [] } = view?.recording ?? {};
  const known = view !== undefined;
  const fresh = newest === null ? "" : [newest, ...together].join();
  useEffect(() => {
    if (!known) return;
    if (before.current === undefined || fresh === "" || fresh === before.current) {
      before.current = fresh;
      return;
    }
    const ids = fresh.split(",").map(Number);
    if (!ids.every((id) => traces?.some((trace) => trace.id === id))) return;
    before.current = fresh;
    const references = (traces ?? []).filter(
      ({ id, pinned, drive_id: of }) => pinned && of === driveId && !ids.includes(id),
    );
    onIds([...ids, ...references.map(({ id }) => id)].slice(0, MOST_SHOWN));
  }, [fresh, known, traces, driveId, onIds]);
}
