import { Box, Flex, Text } from "@chakra-ui/react";
import type { Drive } from "../../api/types";

const ROWS: [key: string, label: string][] = [
  ["model", "Device"],
  ["family_name", "Family"],
  ["serial", "Serial number"],
  ["firmware", "Firmware"],
  ["vendor", "Vendor"],
  ["label", "Label in the drive"],
];

/** Who answered, by its device identification. */
export function IdentityList({ drive }: { drive: Drive }) {
  const { identity } = drive;
  if (!identity.model)
    return (
      <Text color="muted" py="2">
        No drive has been read here yet.
      </Text>
    );
  return (
    <Box>
      {ROWS.map(([key, label]) => (
        <Flex key={key} justify="space-between" gap="3" py="1" borderBottomWidth="1px" borderColor="line">
          <Text>{label}</Text>
          <Text fontFamily="mono" textAlign="right">
            {identity[key] || "–"}
          </Text>
        </Flex>
      ))}
    </Box>
  );
}
