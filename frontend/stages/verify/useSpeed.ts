import { useState } from "react";
import { api } from "../../api/client";
import type { Drive, HeldSpeed, Verify } from "../../api/types";
import { useAction } from "../../api/useAction";

const REFRESH = ["verify", "drive", "logbook"];

/** Commands to the motor, and what the gait made of the last speed. */
export function useSpeed(drive: Drive) {
  const [held, setHeld] = useState<HeldSpeed>();
  const path = `/drives/${drive.id}/motion`;
  const setPoint = useAction(
    ({ speed, passing }: { speed: number; passing: boolean }) =>
      api.post<HeldSpeed>(`${path}/set_point`, { speed, passing }),
    {
      refresh: [],
      done: setHeld,
    },
  );
  const enable = useAction(
    (yes: { align: boolean; pulse: boolean; team: boolean }) => api.post<Verify>(`${path}/enable`, yes),
    {
      drive,
      refresh: REFRESH,
    },
  );
  const halt = useAction(() => api.post<Verify>(`${path}/halt`), {
    drive,
    refresh: REFRESH,
    done: () => setHeld(undefined),
  });
  const disable = useAction(() => api.post<Verify>(`${path}/disable`), {
    drive,
    refresh: REFRESH,
    done: () => setHeld(undefined),
  });
  return { held, setPoint, enable, halt, disable };
}
