import { Flex, Text } from "@chakra-ui/react";
import type { Drive } from "../../api/types";

/** How draft, live and stored stand to each other, in three counts. */
export function Holdings({ drive }: { drive: Drive }) {
  if (!drive.read_at) return null;
  const { drafted, unstored, waiting } = drive.tray;
  return (
    <>
      <Row label="Values read" value={String(drive.link.values || "–")} />
      <Row label="Drafted, not in the drive" value={String(drafted)} />
      <Row label="Live, not stored" value={String(unstored)} />
      <Row label="Waiting for a restart" value={String(waiting)} />
    </>
  );
}

function Row({ label, value }: { label: string; value: string }) {
  return (
    <Flex justify="space-between" gap="3" py="1" borderBottomWidth="1px" borderColor="line">
      <Text>{label}</Text>
      <Text fontFamily="mono">{value}</Text>
    </Flex>
  );
}
