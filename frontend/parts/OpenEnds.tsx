import { Box, Text } from "@chakra-ui/react";
import { Link } from "react-router";
import type { Drive } from "../api/types";
import { placePath } from "./place";

/** What would be left undone, each with the way to where it is settled. */
export function OpenEnds({ drive, onGo }: { drive: Drive; onGo?: () => void }) {
  const path = `/projects/${drive.project_id}/drives/${drive.id}`;
  return (
    <Box as="ul" pl="5" my="1.5" aria-label={`Left undone on ${drive.name}`}>
      {drive.open_ends.map(({ id, sentence, place }) => (
        <li key={id} data-open-end={id}>
          <Text as="span" color="bay" textDecoration="underline" asChild>
            <Link to={placePath(path, place)} onClick={onGo}>
              {sentence}
            </Link>
          </Text>
        </li>
      ))}
    </Box>
  );
}
