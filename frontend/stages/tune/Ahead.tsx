import { Flex, Text } from "@chakra-ui/react";
import { api } from "../../api/client";
import type { Drive, Tuning } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { REFRESH } from "./refresh";

/** Inertia, friction and gravity as they were measured, ahead of the loops: the chart shows what that leaves. */
export function Ahead({ drive, tuning }: { drive: Drive; tuning: Tuning }) {
  const ahead = useAction(() => api.post<Tuning>(`/drives/${drive.id}/tuning/ahead?loop=${tuning.loop}`, {}), {
    drive,
    refresh: REFRESH,
  });
  if (!tuning.measured) return null;
  return (
    <Flex mt="2" gap="2" align="center" justify="space-between" data-ahead>
      <Text fontSize="small" color="muted">
        inertia, friction and gravity as measured
      </Text>
      <Action disabled={ahead.isPending} onClick={() => ahead.mutate(undefined)}>
        Give ahead
      </Action>
    </Flex>
  );
}
