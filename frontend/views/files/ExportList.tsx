import { Box, Text } from "@chakra-ui/react";
import type { Drive } from "../../api/types";

const KINDS: [kind: string, title: string, note: string][] = [
  ["dcf", "DCF", "Device configuration after CiA 306, for controllers and other tools."],
  ["csv", "CSV", "A table for spreadsheets."],
  ["json", "JSON", "For scripts."],
];

/** Settings and the dictionary as files in open formats. */
export function ExportList({ drive }: { drive: Drive }) {
  return (
    <>
      {KINDS.map(([kind, title, note]) => (
        <Box key={kind} py="1.5" borderBottomWidth="1px" borderColor="line">
          <Text fontWeight="semibold">Settings as {title}</Text>
          <Text color="muted" fontSize="small">
            {note}
          </Text>
          <Text fontSize="small">
            <Download drive={drive} kind={kind} side="draft" word="With the draft" /> ·{" "}
            <Download drive={drive} kind={kind} side="live" word="As live" />
          </Text>
        </Box>
      ))}
      <Box py="1.5">
        <Text fontWeight="semibold">Dictionary as EDS</Text>
        <Text color="muted" fontSize="small">
          Electronic data sheet after CiA 306: every object of the family.
        </Text>
        <Text fontSize="small">
          <Download drive={drive} kind="eds" side="draft" word="Download" />
        </Text>
      </Box>
    </>
  );
}

function Download({ drive, kind, side, word }: { drive: Drive; kind: string; side: string; word: string }) {
  return (
    <Text as="span" color="bay" textDecoration="underline" asChild>
      <a
        href={`/api/drives/${drive.id}/export/${kind}?side=${side}`}
        download
        aria-label={`${word}: ${kind.toUpperCase()}`}
      >
        {word}
      </a>
    </Text>
  );
}
