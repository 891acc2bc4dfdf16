import { Box, Text } from "@chakra-ui/react";
import { Link } from "react-router";
import { usePowerUp } from "../../api/queries";
import type { Drive } from "../../api/types";
import { GroupHead } from "../../parts/Columns";

/** What the drive will do by itself when power comes, and what of that is a hazard. */
export function PowerUpCard({ drive }: { drive: Drive }) {
  const { data: powerUp } = usePowerUp(drive.id, drive.profile !== null);
  if (!powerUp) return null;
  return (
    <Box data-power-up>
      <GroupHead>At power-up</GroupHead>
      <Text>{powerUp.sentence}</Text>
      {powerUp.draft_sentence && (
        <Text color="bay" mt="0.5">
          With the draft written and stored: {powerUp.draft_sentence}
        </Text>
      )}
      {powerUp.hazards.map((hazard) => (
        <Box key={hazard.key} borderLeftWidth="3px" borderColor="fault" pl="2" mt="1">
          <Text fontSize="small">
            <Text as="span" color="fault" fontWeight="bold">
              Hazard:
            </Text>{" "}
            <Text as="span" color="bay" textDecoration="underline" asChild>
              <Link to={`/projects/${drive.project_id}/drives/${drive.id}/values?value=${hazard.key}`}>
                {hazard.name}
              </Link>
            </Text>{" "}
            is {hazard.value}. {hazard.text}
          </Text>
        </Box>
      ))}
    </Box>
  );
}
