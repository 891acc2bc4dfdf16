import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** A card with a head line and something at its right. */
export function Card({ title, aside, children }: { title: string; aside?: ReactNode; children?: ReactNode }) {
  return (
    <Box bg="surface" borderWidth="1px" borderColor="line" borderRadius="card" px="3" py="2.5" mt="2">
      <Flex justify="space-between" align="center" gap="3">
        <Heading as="h3" fontSize="body" fontWeight="semibold" lineHeight="short">
          {title}
        </Heading>
        {aside}
      </Flex>
      {children}
    </Box>
  );
}

/** Secondary text below something. */
export function Meta({ children }: { children: ReactNode }) {
  return (
    <Text color="muted" fontSize="small" mt="1">
      {children}
    </Text>
  );
}
