import { Text } from "@chakra-ui/react";
import type { Drive, Motor } from "../../api/types";
import { Card, Meta } from "../../parts/Card";
import { clock } from "../../parts/format";

/** How far the proposed values are in the drive, by what it reads back. */
export function WrittenProof({ drive, motor }: { drive: Drive; motor: Motor }) {
  const total = motor.proposals.length;
  const inDrive = motor.proposals.filter(({ state }) => state === "drive");
  const stored = inDrive.filter((proposal) => proposal.stored).length;
  const complete = total > 0 && inDrive.length === total && motor.missing.length === 0;
  return (
    <Card title="Motor data in the drive" aside={<Text color={complete ? "okText" : "muted"}>{complete ? "agrees" : total === 0 ? "nothing to compare" : "differs"}</Text>}>
      <Meta>
        {total === 0
          ? "Nothing is proposed yet."
          : `${inDrive.length} of ${total} proposed values are live, ${stored} of them stored.${drive.read_at ? ` Last read ${clock(drive.read_at)}.` : ""}`}
      </Meta>
    </Card>
  );
}
