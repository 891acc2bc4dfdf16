import { Text } from "@chakra-ui/react";
import type { Run } from "../../api/types";
import { clock } from "../../parts/format";

const WORDS = {
  undecided: "It could not be told",
  aborted: "It was ended before its end",
  interrupted: "It was interrupted",
};

/** Why the last attempt has no result. */
export function LastRun({ run }: { run: Run | null }) {
  if (!run || run.state === "running" || run.state === "done") return null;
  return (
    <Text fontSize="small" color="cautionText" mt="1.5" data-run={run.state}>
      {WORDS[run.state]}, {clock(run.at)}: {run.message}
    </Text>
  );
}
