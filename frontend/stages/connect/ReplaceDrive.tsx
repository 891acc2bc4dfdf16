import { Box, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api } from "../../api/client";
import type { Drive, Replacement } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { GroupHead } from "../../parts/Columns";
import { ConfirmDialog } from "../../parts/ConfirmDialog";
import { notices } from "../../parts/notices";
import { Table } from "../../parts/Table";
import { TextField } from "../../parts/TextField";

const COLOUR = { fine: undefined, caution: "cautionText", blocker: "fault" } as const;

/** Another device in the place of a broken one: facts, proofs and settings go on with it. */
export function ReplaceDrive({ drive }: { drive: Drive }) {
  const [host, setHost] = useState(drive.host);
  const [port, setPort] = useState(String(drive.port));
  const [found, setFound] = useState<Replacement | null>(null);
  const look = useAction(() => api.post<Replacement>(`/drives/${drive.id}/replacement/preview`, { host, port }), {
    refresh: [],
    quiet: true,
    done: setFound,
  });
  const replace = useAction(() => api.post<Drive>(`/drives/${drive.id}/replacement`, { host, port }), {
    drive,
    refresh: ["drive", "values", "tray", "logbook", "firmware"],
    done: () => notices.word("Replaced. What differs is listed under Proof."),
  });
  if (!drive.identity.serial) return null;
  return (
    <Box data-replace>
      <GroupHead>Replace a broken drive</GroupHead>
      <TextField
        label="Address of the new device"
        value={host}
        onChange={setHost}
        mono
        problem={look.error?.message ?? null}
      />
      <TextField label="Port of the new device" value={port} onChange={setPort} mono />
      <Action disabled={look.isPending} onClick={() => look.mutate(undefined)}>
        Look who is there
      </Action>
      <ConfirmDialog
        open={found !== null}
        title={`Go on with this device as ${drive.name}?`}
        confirm={found?.possible ? "Replace" : "It does not fit"}
        onClose={() => setFound(null)}
        onConfirm={() => found?.possible && replace.mutate(undefined)}
      >
        {found && <Look found={found} />}
      </ConfirmDialog>
    </Box>
  );
}

function Look({ found }: { found: Replacement }) {
  return (
    <>
      <Table aria-label="Both devices">
        <thead>
          <tr>
            <th>What</th>
            <th>Until now</th>
            <th>New</th>
          </tr>
        </thead>
        <tbody>
          {found.points.map((point) => (
            <tr key={point.name}>
              <td>{point.name}</td>
              <td>{point.before}</td>
              <td>
                <Text
                  as="span"
                  color={COLOUR[point.severity]}
                  fontWeight={point.severity === "fine" ? undefined : "bold"}
                >
                  {point.after}
                  {point.severity === "caution" ? " (other)" : point.severity === "blocker" ? " (does not fit)" : ""}
                </Text>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <Text mt="2">
        {found.differences.length === 0
          ? "Its settings are those of the project."
          : `${found.differences.length} settings differ; they are listed for settling, and nothing is written before you say so.`}
        {found.missing.length > 0
          ? ` ${found.missing.length} settings of the project it does not have: ${found.missing.slice(0, 6).join(", ")}.`
          : ""}
      </Text>
    </>
  );
}
