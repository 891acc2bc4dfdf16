import { Box, Flex, Text } from "@chakra-ui/react";
import type { Tuning } from "../../api/types";
import { Column } from "../../parts/Columns";

const TONES = { good: "ok", plain: "caution", bad: "fault" } as const;

/** What the draft comes to, before it is written, and whether it holds if the mechanism is not quite as measured. */
export function Follows({ tuning }: { tuning: Tuning }) {
  const { follows, verdict, changed } = tuning;
  return (
    <Column title="Follows" note={changed ? "with the draft, before writing" : "as it is live"}>
      {follows.map(({ label, text }) => (
        <Flex
          key={label}
          justify="space-between"
          py="1"
          borderBottomWidth="1px"
          borderColor="line"
          data-follows={label}
        >
          <Text fontSize="small">{label}</Text>
          <Text fontFamily="mono">{text}</Text>
        </Flex>
      ))}
      <Box
        borderLeftWidth="3px"
        borderColor={TONES[verdict.tone]}
        bg="surface"
        borderRightRadius="control"
        px="2.5"
        py="1.5"
        mt="2"
        role="status"
        data-verdict={verdict.tone}
      >
        <Text fontWeight="bold">{verdict.headline}</Text>
        <Text fontSize="small">{verdict.detail}</Text>
      </Box>
    </Column>
  );
}
