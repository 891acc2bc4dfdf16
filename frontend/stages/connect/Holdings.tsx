import { Flex, Text } from "@chakra-ui/react";
import { Link } from "react-router";
import type { Drive } from "../../api/types";

/** How draft, live and stored stand to each other, in counts that lead on. */
export function Holdings({ drive }: { drive: Drive }) {
  if (!drive.read_at) return <Text color="muted">Nothing has been read yet.</Text>;
  const { drafted, unstored, waiting } = drive.tray;
  const base = `/projects/${drive.project_id}/drives/${drive.id}`;
  return (
    <>
      <Row label="Values read" value={String(drive.link.values || "–")} to={`${base}/values`} word="all values" />
      <Row
        label="Drafted, not in the drive"
        value={String(drafted)}
        to={`${base}/compare?left=live&right=draft`}
        word="compare"
      />
      {drive.volatile ? (
        <Text py="1" color="cautionText" borderBottomWidth="1px" borderColor="line">
          This drive keeps nothing when power goes; the project keeps its set.
        </Text>
      ) : (
        <Row
          label="Live, not stored"
          value={String(unstored)}
          to={`${base}/compare?left=stored&right=live`}
          word="compare"
        />
      )}
      <Row label="Waiting for a restart" value={String(waiting)} />
    </>
  );
}

function Row({ label, value, to, word }: { label: string; value: string; to?: string; word?: string }) {
  return (
    <Flex justify="space-between" gap="3" py="1" borderBottomWidth="1px" borderColor="line">
      <Text flex="1">{label}</Text>
      {to && (
        <Text color="bay" textDecoration="underline" fontSize="small" asChild>
          <Link to={to} aria-label={`${label}: ${word}`}>
            {word}
          </Link>
        </Text>
      )}
      <Text fontFamily="mono" minW="8" textAlign="right">
        {value}
      </Text>
    </Flex>
  );
}
