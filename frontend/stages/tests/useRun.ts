import { api } from "../../api/client";
import type { Drive, Run } from "../../api/types";
import { useAction } from "../../api/useAction";

const REFRESH = ["drive", "tests", "logbook"];

/** What can be done with a test on a drive. */
export function useRun(drive: Drive) {
  const path = `/drives/${drive.id}/runs`;
  const options = { drive, refresh: REFRESH };
  const begin = useAction(
    (told: { test: string; seen?: string; eyes?: string[]; [figure: string]: unknown }) => api.post<Run>(path, told),
    options,
  );
  const answer = useAction(({ run, ...said }: { run: Run; seen?: string; [figure: string]: unknown }) => {
    return api.post<Run>(`${path}/${run.id}/answer`, said);
  }, options);
  const abort = useAction((run: Run) => api.post<Run>(`${path}/${run.id}/abort`, {}), options);
  const putBack = useAction((run: Run) => api.post<Run>(`${path}/${run.id}/put_back`, {}), options);
  return { begin, answer, abort, putBack };
}
