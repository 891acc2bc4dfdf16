import { useState } from "react";
import { api } from "../api/client";
import type { Drive } from "../api/types";
import { useAction } from "../api/useAction";
import { Action } from "./Action";
import { ConfirmDialog } from "./ConfirmDialog";
import { OpenEnds } from "./OpenEnds";

/** Connects a drive, or disconnects it; what would be left undone is named first. */
export function LinkButton({ drive, disabled = false }: { drive: Drive; disabled?: boolean }) {
  const [asking, setAsking] = useState(false);
  const connect = useAction(() => api.post<Drive>(`/drives/${drive.id}/link`), {
    drive,
    wait: `Connecting ${drive.name}`,
  });
  const disconnect = useAction(() => api.delete<Drive>(`/drives/${drive.id}/link`), { drive });
  if (!drive.link_wanted) {
    return (
      <Action look="primary" disabled={disabled || connect.isPending} onClick={() => connect.mutate(undefined)}>
        Connect
      </Action>
    );
  }
  const leaves = drive.link.state === "online" && drive.open_ends.length > 0;
  return (
    <>
      <Action disabled={disconnect.isPending} onClick={() => (leaves ? setAsking(true) : disconnect.mutate(undefined))}>
        Disconnect
      </Action>
      <ConfirmDialog
        open={asking}
        title={`Disconnect ${drive.name} as it is?`}
        confirm="Disconnect all the same"
        onClose={() => setAsking(false)}
        onConfirm={() => disconnect.mutate(undefined)}
      >
        It is left with:
        <OpenEnds drive={drive} onGo={() => setAsking(false)} />
      </ConfirmDialog>
    </>
  );
}
