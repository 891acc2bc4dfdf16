import { useState } from "react";
import { api } from "../../api/client";
import type { Drive } from "../../api/types";
import { useAction } from "../../api/useAction";
import { heart } from "../../live/heart";
import { Action } from "../../parts/Action";
import { ConfirmDialog } from "../../parts/ConfirmDialog";

const REFRESH = ["drive", "verify", "logbook"];

/** Who may move the motor from here. */
export function Reins({ drive }: { drive: Drive }) {
  const [asking, setAsking] = useState(false);
  const { holder, mine } = drive.reins;
  const take = useAction(
    (takeOver: boolean) => {
      heart.start();
      return api.post<Drive>(`/drives/${drive.id}/reins`, { take_over: takeOver });
    },
    { drive, refresh: REFRESH },
  );
  const release = useAction(() => api.delete<Drive>(`/drives/${drive.id}/reins`), { drive, refresh: REFRESH });
  const online = drive.link.state === "online";
  if (mine) {
    return (
      <Action mt="1" disabled={release.isPending} onClick={() => release.mutate(undefined)}>
        Let the reins go
      </Action>
    );
  }
  return (
    <>
      <Action
        look="primary"
        mt="1"
        disabled={!online || take.isPending}
        onClick={() => (holder ? setAsking(true) : take.mutate(false))}
      >
        {holder ? "Take over the reins" : "Take the reins"}
      </Action>
      <ConfirmDialog
        open={asking}
        title={`Take the reins from ${holder ?? ""}?`}
        confirm="Stop and take over"
        onClose={() => setAsking(false)}
        onConfirm={() => take.mutate(true)}
      >
        {holder} moves {drive.name} at present. The motor is stopped first, then you hold the reins.
      </ConfirmDialog>
    </>
  );
}
