import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api } from "../../api/client";
import { useRestores } from "../../api/queries";
import type { Drive, Restore } from "../../api/types";
import { useConfirmed } from "../../api/useConfirmed";
import { Action } from "../../parts/Action";
import { Choice } from "../../parts/Choice";
import { GroupHead } from "../../parts/Columns";
import { ConfirmDialog } from "../../parts/ConfirmDialog";
import { HazardQuestion } from "../../parts/HazardQuestion";
import { notices } from "../../parts/notices";
import { Table } from "../../parts/Table";

/** Factory values by groups, each with the list of what changes before it is done. */
export function FactoryReset({ drive }: { drive: Drive }) {
  const { data: restores = [] } = useRestores(drive.id, drive.profile !== null);
  const [key, setKey] = useState("");
  const [asked, setAsked] = useState(false);
  const chosen = restores.find((restore) => restore.key === key) ?? restores[0];
  const restore = useConfirmed(
    (hazards) => api.post<Drive>(`/drives/${drive.id}/restores`, { key: chosen?.key, hazards }),
    {
      drive,
      refresh: ["drive", "values", "tray", "logbook"],
      wait: `${drive.name} gets factory values, restarts and is read again`,
      done: () => notices.word("Restored, restarted and read again."),
    },
  );
  if (!chosen) return null;
  return (
    <Box>
      <GroupHead>Factory values</GroupHead>
      <Flex gap="2" align="center" wrap="wrap">
        <Choice
          label="Group of settings"
          width="56"
          value={chosen.key}
          options={restores.map(({ key: id, title }) => ({ id, title }))}
          onChange={setKey}
        />
        <Action disabled={drive.link.state !== "online" || restore.isPending} onClick={() => setAsked(true)}>
          {restore.isPending ? "Restoring" : "Reset"}
        </Action>
      </Flex>
      <Text color="muted" fontSize="small" mt="1">
        {chosen.changes.length === 0
          ? `All ${chosen.settings} settings of this group are at their factory values.`
          : `${chosen.changes.length} of ${chosen.settings} settings would change.`}
      </Text>
      <ConfirmDialog
        open={asked}
        title={`Put back ${chosen.title.toLowerCase()} of ${drive.name}?`}
        confirm={`Reset ${chosen.changes.length} and restart`}
        onClose={() => setAsked(false)}
        onConfirm={restore.send}
      >
        <Changes restore={chosen} />
      </ConfirmDialog>
      <HazardQuestion of={restore.question} drive={drive.name} />
    </Box>
  );
}

function Changes({ restore }: { restore: Restore }) {
  return (
    <>
      <Text mb="1">
        The stored memory gets factory values, and the drive restarts. What is live and not stored is lost with that. A
        snapshot brings it all back.
      </Text>
      <Box maxH="50dvh" overflowY="auto" tabIndex={0} role="region" aria-label="What changes">
        <Table aria-label="What changes">
          <thead>
            <tr>
              <th>Value</th>
              <th className="figure">Now</th>
              <th className="figure">Factory</th>
            </tr>
          </thead>
          <tbody>
            {restore.changes.map((row) => (
              <tr key={row.key}>
                <td>{row.name}</td>
                <td className="figure">{row.live}</td>
                <td className="figure">{row.factory}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </Box>
    </>
  );
}
