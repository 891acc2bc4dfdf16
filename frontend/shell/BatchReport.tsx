import { Box, Flex, Text } from "@chakra-ui/react";
import { api } from "../api/client";
import type { Batch, Drive } from "../api/types";
import { useConfirmed } from "../api/useConfirmed";
import { Action } from "../parts/Action";
import { clock } from "../parts/format";
import { HazardQuestion } from "../parts/HazardQuestion";
import { Table } from "../parts/Table";

const REFRESH = ["drive", "tray", "values", "facts", "verify", "logbook"];
const STATE = {
  running: "is being written",
  interrupted: "was interrupted",
  done: "was written and read back",
  failed: "was written in part",
  undone: "was undone",
} as const;

/** What became of the last batch: all well in one line, otherwise line by line with the ways out. */
export function BatchReport({ drive, batch }: { drive: Drive; batch: Batch }) {
  const odd = batch.lines.filter((line) => line.state !== "confirmed" && line.state !== "undone");
  const open = batch.state === "interrupted" || batch.state === "failed";
  return (
    <Box mt="3" borderLeftWidth="3px" borderColor={open ? "caution" : "ok"} pl="2.5" data-batch={batch.state}>
      <Flex justify="space-between" align="center" gap="3" wrap="wrap">
        <Text>
          <b>The last batch {STATE[batch.state]}</b>, {clock(batch.at)}: {batch.confirmed} of {batch.lines.length}{" "}
          values confirmed. {batch.message}
        </Text>
        {open && <WaysOut drive={drive} batch={batch} />}
      </Flex>
      {odd.length > 0 && (
        <Table aria-label="Lines of the batch that are not as wanted">
          <thead>
            <tr>
              <th>Value</th>
              <th className="figure">Wanted</th>
              <th className="figure">Drive says</th>
              <th>State</th>
            </tr>
          </thead>
          <tbody>
            {odd.slice(0, 50).map((line) => (
              <tr key={line.key}>
                <td>{line.name}</td>
                <td className="figure">{line.wanted}</td>
                <td className="figure">{line.read_back}</td>
                <td>
                  {line.state} {line.message}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </Box>
  );
}

function WaysOut({ drive, batch }: { drive: Drive; batch: Batch }) {
  const path = `/drives/${drive.id}/batches/${batch.id}`;
  const resume = useConfirmed((hazards) => api.post(`${path}/resume`, { hazards }), { drive, refresh: REFRESH });
  const undo = useConfirmed((hazards) => api.post(`${path}/undo`, { hazards }), { drive, refresh: REFRESH });
  const busy = drive.link.state !== "online" || resume.isPending || undo.isPending;
  return (
    <Flex gap="2">
      <Action look="primary" disabled={busy} onClick={resume.send}>
        Resume
      </Action>
      <Action disabled={busy} onClick={undo.send}>
        Undo
      </Action>
      <HazardQuestion of={resume.question} drive={drive.name} />
      <HazardQuestion of={undo.question} drive={drive.name} />
    </Flex>
  );
}
