import { Box, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** The head of a stage or page: title and one sentence. */
export function PageHead({ title, sentence, children }: { title: string; sentence: string; children?: ReactNode }) {
  return (
    <Flex align="baseline" gap="3" mb="3" wrap="wrap">
      <Heading as="h1" fontSize="title" fontWeight="bold" letterSpacing="tight" lineHeight="short">
        {title}
      </Heading>
      <Text color="muted" flex="1">
        {sentence}
      </Text>
      {children}
    </Flex>
  );
}

/** The three columns of a stage; they stack below 1100 px. */
export function Columns({ children, template = "1.05fr 1fr 1fr" }: { children: ReactNode; template?: string }) {
  return (
    <Grid templateColumns={{ base: "minmax(0, 1fr)", xl: template }} gap="3.5" alignItems="start">
      {children}
    </Grid>
  );
}

/** One column with its ruled head. */
export function Column({ title, note, children }: { title: string; note?: string; children: ReactNode }) {
  return (
    <Box as="section" minW="0" aria-label={title}>
      <Heading
        as="h2"
        fontSize="small"
        fontWeight="bold"
        pb="1.5"
        mb="1"
        borderBottomWidth="2px"
        borderColor="ink"
        display="flex"
        gap="2"
        lineHeight="short"
      >
        {title}
        {note && (
          <Text as="span" color="muted" fontWeight="normal">
            {note}
          </Text>
        )}
      </Heading>
      {children}
    </Box>
  );
}

/** A small heading over a group of rows. */
export function GroupHead({ children }: { children: ReactNode }) {
  return (
    <Heading as="h3" fontSize="tiny" fontWeight="bold" color="bay" pt="2.5" pb="1" lineHeight="short">
      {children}
    </Heading>
  );
}
