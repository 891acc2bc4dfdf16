import { Text } from "@chakra-ui/react";
import type { Drive, FactStage } from "../../api/types";
import { Card, Meta } from "../../parts/Card";
import { clock } from "../../parts/format";

/** How far the proposed values are in the drive, by what it reads back. */
export function WrittenProof({ drive, given }: { drive: Drive; given: FactStage }) {
  const total = given.proposals.length;
  const inDrive = given.proposals.filter(({ state }) => state === "drive" || state === "measured");
  const stored = inDrive.filter((proposal) => proposal.stored).length;
  const complete = total > 0 && inDrive.length === total && given.missing.length === 0;
  return (
    <Card
      title="In the drive"
      aside={
        <Text color={complete ? "okText" : "muted"}>
          {complete ? "agrees" : total === 0 ? "nothing to compare" : "differs"}
        </Text>
      }
    >
      <Meta>
        {total === 0
          ? "Nothing is proposed yet."
          : `${inDrive.length} of ${total} proposed values are live or measured${drive.volatile ? "; this drive stores none" : `, ${stored} of them stored`}.${drive.read_at ? ` Last read ${clock(drive.read_at)}.` : ""}`}
      </Meta>
    </Card>
  );
}
