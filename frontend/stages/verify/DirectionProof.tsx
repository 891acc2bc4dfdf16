import { Flex } from "@chakra-ui/react";
import { api } from "../../api/client";
import { useTest } from "../../api/queries";
import type { Drive } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { Card, Meta } from "../../parts/Card";
import { LastRun } from "../tests/LastRun";
import { ProofResult } from "../tests/ProofResult";
import { Standing } from "../tests/Standing";
import { useRun } from "../tests/useRun";

const SEEN = [
  { seen: "forward", text: "It went forward", look: undefined },
  { seen: "backward", text: "Backward", look: "quiet" },
  { seen: "nothing", text: "Not at all", look: "quiet" },
] as const;

/** "Turns in the right direction": what you saw at the machine, beside what was measured while it turned. */
export function DirectionProof({ drive }: { drive: Drive }) {
  const { test } = useTest(drive, "direction");
  const { begin } = useRun(drive);
  return (
    <Card
      title={drive.slides ? "Direction of motion" : "Direction of rotation"}
      aside={<Standing proof={test?.proof ?? null} />}
    >
      <Meta>
        {drive.slides ? "Move" : "Turn"} the motor forward for a second, look at the machine, then say what it did.
      </Meta>
      <Flex gap="2" mt="2" wrap="wrap">
        {SEEN.map(({ seen, text, look }) => (
          <Action
            key={seen}
            {...(look && { look })}
            disabled={begin.isPending}
            onClick={() => begin.mutate({ test: "direction", seen })}
          >
            {text}
          </Action>
        ))}
      </Flex>
      <LastRun run={test?.run ?? null} />
      {test?.proof && <ProofResult proof={test.proof} title={test.title} />}
      {test?.proof?.standing === "failed" && test.proof.estimates.length > 0 && <Reverse drive={drive} />}
    </Card>
  );
}

const POLARITY = "limits.polarity";

/** The remedy in software: the other polarity goes into the draft. */
function Reverse({ drive }: { drive: Drive }) {
  const take = useAction(() => api.post(`/drives/${drive.id}/measured/take`, { keys: [POLARITY] }), {
    drive,
    refresh: ["drive", "tray", "values", "logbook"],
  });
  return (
    <Action disabled={take.isPending} onClick={() => take.mutate(undefined)}>
      Take the other polarity into the draft
    </Action>
  );
}
