import { Box, Flex, Text } from "@chakra-ui/react";
import { api } from "../../api/client";
import type { Drive, Tuning } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { Meta } from "../../parts/Card";
import { clock } from "../../parts/format";
import { REFRESH } from "./refresh";

const WELL = 0.1;

/** What was measured, the newest first: what it came to, how well that was foreseen, and the way back to it. */
export function Tries({ drive, tuning }: { drive: Drive; tuning: Tuning }) {
  const restore = useAction((proof: number) => api.post<Tuning>(`/drives/${drive.id}/tuning/restore`, { proof }), {
    drive,
    refresh: REFRESH,
  });
  const { tries } = tuning;
  if (tries.length === 0) return <Meta>Nothing was measured yet. The first try shows how the drive came.</Meta>;
  return (
    <Box as="ol" listStyleType="none" maxH="15rem" overflowY="auto">
      {tries.map((one, index) => (
        <Box as="li" key={one.id} py="1.5" borderBottomWidth="1px" borderColor="line" data-try={one.id}>
          <Flex justify="space-between" gap="2">
            <Text fontWeight="semibold">
              {tries.length - index}
              {one.best && (
                <Text as="span" color="okText" fontWeight="normal">
                  {" best so far"}
                </Text>
              )}
            </Text>
            <Text fontFamily="mono" fontSize="small">
              {clock(one.at)}
            </Text>
          </Flex>
          <Text fontSize="small">{one.headline}</Text>
          {one.agreement !== null && (
            <Text fontSize="small" color={one.agreement <= WELL ? "okText" : "cautionText"}>
              {`${one.agreement <= WELL ? "agrees within" : "differs by"} ${Math.round(100 * one.agreement)} %`}
            </Text>
          )}
          {one.live ? (
            <Text fontSize="small" color="muted">
              as the drive is now
            </Text>
          ) : (
            <Action look="quiet" disabled={restore.isPending} onClick={() => restore.mutate(one.id)}>
              {`Back to try ${tries.length - index}`}
            </Action>
          )}
        </Box>
      ))}
    </Box>
  );
}
