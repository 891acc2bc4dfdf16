import { Box, Flex, Text } from "@chakra-ui/react";
import type { Drive, Run } from "../../api/types";
import { Action } from "../../parts/Action";
import { useRun } from "./useRun";

/** How far a test has come, and the way to end it. */
export function RunProgress({ drive, run }: { drive: Drive; run: Run }) {
  const { abort } = useRun(drive);
  return (
    <Box mt="1.5">
      <Flex align="center" gap="3">
        <Text flex="1" fontSize="small" role="status">
          {run.step}
        </Text>
        <Action look="quiet" disabled={abort.isPending} onClick={() => abort.mutate(run)}>
          End it
        </Action>
      </Flex>
      {!run.question && <Bar share={run.progress} />}
    </Box>
  );
}

export function Bar({ share }: { share: number }) {
  return (
    <Box
      role="progressbar"
      aria-label="Progress of the test"
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={Math.round(share * 100)}
      h="1"
      minW="24"
      bg="line"
      borderRadius="control"
      overflow="hidden"
    >
      <Box h="full" bg="bay" style={{ width: `${share * 100}%` }} />
    </Box>
  );
}
