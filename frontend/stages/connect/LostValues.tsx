import { Box, Flex, Text } from "@chakra-ui/react";
import { api } from "../../api/client";
import type { Drive } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { Table } from "../../parts/Table";

/** After a restart of the drive: settings that had not been stored, with what they were and what they are. */
export function LostValues({ drive }: { drive: Drive }) {
  const take = useAction(() => api.post(`/drives/${drive.id}/lost_values/take`), { refresh: ["project", "tray", "values", "motor"] });
  const dismiss = useAction(() => api.delete(`/drives/${drive.id}/lost_values`));
  const count = drive.lost.length;
  if (count === 0) return null;
  return (
    <Box borderLeftWidth="3px" borderColor="caution" bg="surface" borderRightRadius="control" px="2.5" py="1.5" my="2" role="note" data-lost={count}>
      <Text fontWeight="bold">
        <Text as="span" color="cautionText">
          Caution:
        </Text>{" "}
        {count} value{count === 1 ? "" : "s"} fell back when the drive restarted
      </Text>
      <Text fontSize="small">They were live and had not been stored.</Text>
      <Table aria-label="Values that fell back" tableLayout="fixed">
        <colgroup>
          <Box as="col" w="44%" />
          <Box as="col" w="28%" />
          <Box as="col" w="28%" />
        </colgroup>
        <thead>
          <tr>
            <th>Value</th>
            <th className="figure">Was live</th>
            <th className="figure">Now</th>
          </tr>
        </thead>
        <tbody>
          {drive.lost.map((line) => (
            <tr key={line.key}>
              <td title={line.key}>{line.name}</td>
              <td className="figure cut">{line.was}</td>
              <td className="figure cut">{line.now}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      <Flex gap="2" mt="2">
        <Action look="primary" disabled={take.isPending} onClick={() => take.mutate(undefined)}>
          Take into the draft
        </Action>
        <Action look="quiet" disabled={dismiss.isPending} onClick={() => dismiss.mutate(undefined)}>
          Let them go
        </Action>
      </Flex>
    </Box>
  );
}
