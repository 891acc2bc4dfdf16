import { Box, Text } from "@chakra-ui/react";
import type { Finding } from "../api/types";
import { Action } from "./Action";

const LOOK = {
  blocker: { colour: "fault", word: "Blocker" },
  caution: { colour: "caution", word: "Caution" },
  note: { colour: "info", word: "Note" },
} as const;

/** What a rule noticed: headline with figures, why it matters, what to do. */
export function FindingCard({
  finding,
  onChange,
}: {
  finding: Finding;
  onChange?: (change: { fact: string; text: string }) => void;
}) {
  const look = LOOK[finding.severity];
  return (
    <Box
      borderLeftWidth="3px"
      borderColor={look.colour}
      bg="surface"
      borderRightRadius="control"
      px="2.5"
      py="1.5"
      mt="2"
      role="note"
      data-severity={finding.severity}
    >
      <Text fontWeight="bold">
        <Text as="span" color={finding.severity === "caution" ? "cautionText" : look.colour}>
          {look.word}:
        </Text>{" "}
        {finding.headline}
      </Text>
      <Text fontSize="small">{finding.because}</Text>
      {finding.so && (
        <Text fontSize="small" color="muted">
          {finding.so}
        </Text>
      )}
      {finding.change && onChange && (
        <Action mt="1" onClick={() => finding.change && onChange(finding.change)}>
          Set to {finding.change.text}
        </Action>
      )}
    </Box>
  );
}
