import { Flex, Text } from "@chakra-ui/react";
import { api } from "../../api/client";
import type { Drive, Tuning } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { REFRESH } from "./refresh";

/** The least voltage at standstill that starts the load, for the motor that is set or was measured. */
export function Boost({ drive }: { drive: Drive }) {
  const boost = useAction(() => api.post<Tuning>(`/drives/${drive.id}/tuning/boost`, {}), { drive, refresh: REFRESH });
  return (
    <Flex mt="2" gap="2" align="center" justify="space-between" data-boost>
      <Text fontSize="small" color="muted">
        as much boost as its load needs, and no more
      </Text>
      <Action disabled={boost.isPending} onClick={() => boost.mutate(undefined)}>
        Reckon it
      </Action>
    </Flex>
  );
}
