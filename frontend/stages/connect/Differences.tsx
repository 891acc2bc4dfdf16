import { Box, Flex, Text } from "@chakra-ui/react";
import { api } from "../../api/client";
import type { Batch, Difference, Drive } from "../../api/types";
import { useAction } from "../../api/useAction";
import { useConfirmed } from "../../api/useConfirmed";
import { Action } from "../../parts/Action";
import { HazardQuestion } from "../../parts/HazardQuestion";
import { notices } from "../../parts/notices";
import { Table } from "../../parts/Table";

const REFRESH = ["drive", "values", "tray", "facts", "verify", "logbook"];
const WHY: Record<Difference["why"], string> = {
  draft: "drafted",
  elsewhere: "changed by somebody else",
  restart: "fell back at a restart",
  replacement: "another drive",
};

/** Where project and drive differ, found on connecting: settled line by line or all at once, never silently. */
export function Differences({ drive }: { drive: Drive }) {
  const { differences } = drive;
  const settle = useAction(
    ({ side, keys }: { side: "drive" | "draft"; keys?: string[] }) =>
      api.post<Drive>(`/drives/${drive.id}/differences/settle`, { side, ...(keys ? { keys } : {}) }),
    { drive, refresh: REFRESH },
  );
  const again = useConfirmed((hazards) => api.post<Batch>(`/drives/${drive.id}/differences/write_again`, { hazards }), {
    drive,
    refresh: REFRESH,
    done: ({ state, confirmed, lines }) =>
      state === "done"
        ? notices.word(`${confirmed} values written again and read back.`)
        : notices.problem(`${confirmed} of ${lines.length} values were written again. The tray tells about the rest.`),
  });
  if (differences.length === 0) return null;
  const fallen = differences.filter(({ why }) => why === "restart").length;
  return (
    <Box
      bg="surface"
      borderWidth="1px"
      borderColor="caution"
      borderRadius="card"
      px="3"
      py="2"
      mt="1"
      mb="2"
      data-differences={differences.length}
    >
      <Text fontWeight="bold">
        {differences.length} value{differences.length === 1 ? "" : "s"} of project and drive differ
      </Text>
      {fallen > 0 && (
        <Flex gap="2" align="center" justify="space-between" mt="1">
          <Text fontSize="small">
            {fallen} fell back when the drive restarted
            {drive.volatile ? "; it keeps nothing" : ", as they had not been stored"}.
          </Text>
          <Action look="primary" disabled={drive.link.state !== "online" || again.isPending} onClick={again.send}>
            {again.isPending ? "Writing" : "Write them again"}
          </Action>
          <HazardQuestion of={again.question} drive={drive.name} />
        </Flex>
      )}
      <Flex gap="2" my="1.5" wrap="wrap">
        <Action onClick={() => settle.mutate({ side: "draft" })}>Keep all of the project, as draft</Action>
        <Action onClick={() => settle.mutate({ side: "drive" })}>Take all from the drive</Action>
      </Flex>
      <Box maxH="40dvh" overflowY="auto" tabIndex={0} role="region" aria-label="Differences between project and drive">
        <Table
          aria-label="Differences between project and drive"
          tableLayout="fixed"
          css={{ "& .figure": { whiteSpace: "normal", overflowWrap: "anywhere" } }}
        >
          <colgroup>
            <Box as="col" w="34%" />
            <Box as="col" w="23%" />
            <Box as="col" w="23%" />
            <Box as="col" w="20%" />
          </colgroup>
          <thead>
            <tr>
              <th>Value</th>
              <th className="figure">Project</th>
              <th className="figure">Drive</th>
              <th>Settle</th>
            </tr>
          </thead>
          <tbody>
            {differences.map((row) => (
              <tr key={row.key} data-difference={row.key}>
                <td>
                  {row.name}
                  <Text color="muted" fontSize="tiny">
                    {WHY[row.why]}
                  </Text>
                </td>
                <td className="figure">{row.project}</td>
                <td className="figure">{row.drive}</td>
                <td className="line">
                  <Action
                    look="link"
                    aria-label={`Keep ${row.name} of the project`}
                    onClick={() => settle.mutate({ side: "draft", keys: [row.key] })}
                  >
                    Keep
                  </Action>{" "}
                  <Action
                    look="link"
                    aria-label={`Take ${row.name} from the drive`}
                    onClick={() => settle.mutate({ side: "drive", keys: [row.key] })}
                  >
                    Take
                  </Action>
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </Box>
    </Box>
  );
}
