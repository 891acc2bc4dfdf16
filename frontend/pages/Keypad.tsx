import { Box, Flex, Grid } from "@chakra-ui/react";
import { Action } from "../parts/Action";
import { Row } from "./Row";

/** As they sit on the drive; the names are those of the hands. */
const KEYS = [
  { hand: "key_local", title: "Local" },
  { hand: "key_turn", title: "Turn round" },
  { hand: "key_less", title: "Less" },
  { hand: "key_more", title: "More" },
  { hand: "key_stop", title: "Stop" },
  { hand: "key_run", title: "Run" },
];

interface Props {
  /** two lines of sixteen characters */
  display: string[];
  onSet: (changes: Record<string, boolean>) => void;
}

/** The drive's own keys and the display above them. */
export function Keypad({ display, onSet }: Props) {
  return (
    <Row label="Keys of the drive">
      <Flex gap="3" align="center" wrap="wrap" justify="flex-end">
        <Box
          as="pre"
          fontFamily="mono"
          fontSize="small"
          lineHeight="1.3"
          px="2"
          py="1"
          bg="ink"
          color="surface"
          borderRadius="control"
          aria-label="Display"
          role="img"
          data-display
        >
          {display.join("\n")}
        </Box>
        <Grid templateColumns="repeat(2, auto)" gap="1">
          {KEYS.map(({ hand, title }) => (
            <Action key={hand} aria-label={`Key ${title}`} onClick={() => onSet({ [hand]: true })}>
              {title}
            </Action>
          ))}
        </Grid>
      </Flex>
    </Row>
  );
}
