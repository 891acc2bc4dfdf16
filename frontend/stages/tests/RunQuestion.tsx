import { Flex } from "@chakra-ui/react";
import type { Drive, Run } from "../../api/types";
import { Action } from "../../parts/Action";
import { useRun } from "./useRun";

const SEEN = [
  ["clockwise", "Clockwise"],
  ["counter_clockwise", "Counter-clockwise"],
  ["not_at_all", "Not at all"],
  ["unseen", "I did not see it"],
] as const;

/** What a test asks of whoever has watched the shaft. */
export function RunQuestion({ drive, run }: { drive: Drive; run: Run }) {
  const { answer } = useRun(drive);
  return (
    <Flex gap="2" mt="1.5" wrap="wrap" role="group" aria-label={run.question ?? ""}>
      {SEEN.map(([seen, text]) => (
        <Action key={seen} look="quiet" disabled={answer.isPending} onClick={() => answer.mutate({ run, seen })}>
          {text}
        </Action>
      ))}
    </Flex>
  );
}
