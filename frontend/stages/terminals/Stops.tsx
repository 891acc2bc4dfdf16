import { Box, Flex, Text } from "@chakra-ui/react";
import type { TerminalStrip } from "../../api/types";
import { valueOf } from "../../parts/setting";

/** What each way to stop takes on this machine; the one that is drafted stands out. */
export function Stops({ strip }: { strip: TerminalStrip }) {
  const setting = strip.start.find(({ key }) => key === "terminals.stop_by");
  if (!setting || !strip.stops) return null;
  return (
    <Box data-stops mt="2" fontSize="small">
      <Text fontWeight="medium">{`A stop from ${strip.stops.from}`}</Text>
      {strip.stops.ways.map(({ code, title, text, note }) => {
        const chosen = code === valueOf(setting);
        return (
          <Box key={code} py="1" borderBottomWidth="1px" borderColor="line" color={chosen ? "ink" : "muted"}>
            <Flex justify="space-between" gap="3">
              <Text fontWeight={chosen ? "medium" : "normal"}>{title}</Text>
              <Text fontFamily="mono">{text}</Text>
            </Flex>
            <Text color="muted">{note}</Text>
          </Box>
        );
      })}
    </Box>
  );
}
