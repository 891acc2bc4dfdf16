import { Flex, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** A line of what stands at the machine: its name, how it stands, and the hands on it. */
export function Row({
  label,
  state = "",
  odd = false,
  children,
}: {
  label: string;
  state?: string;
  odd?: boolean;
  children: ReactNode;
}) {
  return (
    <Flex justify="space-between" align="center" gap="2" py="1" borderBottomWidth="1px" borderColor="line">
      <Text whiteSpace="nowrap">{label}</Text>
      <Text ml="auto" color={odd ? "fault" : "muted"}>
        {state}
      </Text>
      {children}
    </Flex>
  );
}
