import { Text } from "@chakra-ui/react";
import type { Drive } from "../../api/types";

/** Enabling the first of a team moves the motors of the others. */
export function TeamWarning({ drive }: { drive: Drive }) {
  return (
    <Text fontSize="small" color="cautionText" mb="1.5" data-team>
      {drive.name} leads a team: the motors of the others start and turn with it, within its gait.
    </Text>
  );
}
