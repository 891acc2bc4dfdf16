import { Box, Flex, Text } from "@chakra-ui/react";
import type { Trace } from "../api/types";
import { Action } from "../parts/Action";
import { clock } from "../parts/format";
import { FigureField } from "../parts/FigureField";

interface Props {
  trace: Trace;
  first: boolean;
  shift: number;
  onShift: (shift: number) => void;
  onFirst: () => void;
  onLeave: () => void;
}

/** A trace that is shown: whether it is the solid one, and by how much it is moved. */
export function ShownChip({ trace, first, shift, onShift, onFirst, onLeave }: Props) {
  return (
    <Flex
      align="center"
      gap="1.5"
      bg="surface"
      borderWidth="1px"
      borderColor="line"
      borderRadius="control"
      pl="2"
      fontSize="small"
      minW="0"
      data-shown={trace.id}
    >
      <Box w="5" borderTopWidth="2px" borderStyle={first ? "solid" : "dashed"} borderColor="ink" />
      <Text truncate maxW="44" title={`${trace.title}, ${trace.drive_name}`} fontWeight={first ? "semibold" : "normal"}>
        {trace.title}
      </Text>
      <Text color="muted" whiteSpace="nowrap">
        {clock(trace.taken_at)}
      </Text>
      {!first && (
        <FigureField
          label={`Moved by, ${trace.title}`}
          value={Number((shift * 1000).toFixed(3))}
          unit="ms"
          onChange={(ms) => onShift(ms / 1000)}
        />
      )}
      {!first && (
        <Action look="quiet" borderWidth="0" h="6" px="1.5" title="Show it as the first" onClick={onFirst}>
          First
        </Action>
      )}
      <Action look="quiet" borderWidth="0" h="6" px="1.5" aria-label={`Without ${trace.title}`} onClick={onLeave}>
        ✕
      </Action>
    </Flex>
  );
}
