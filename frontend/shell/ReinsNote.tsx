import { Text } from "@chakra-ui/react";
import type { Drive } from "../api/types";

/** Who holds the reins of the selected drive. */
export function ReinsNote({ drive }: { drive: Drive }) {
  const { holder, mine } = drive.reins;
  const text = mine ? "You hold the reins" : holder ? `${holder} holds the reins` : "Reins free";
  return (
    <Text
      fontSize="small"
      color={mine ? "mark" : "mutedOnTack"}
      whiteSpace="nowrap"
      flexShrink="0"
      maxW="48"
      truncate
      title={text}
    >
      {text}
    </Text>
  );
}
