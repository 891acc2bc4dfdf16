import { Box, Flex, Text } from "@chakra-ui/react";
import type { Value } from "../../api/types";

const EFFECT: Record<string, string> = { at_once: "at once", when_disabled: "when the power stage is off", after_restart: "after a restart" };
const ACCESS: Record<string, string> = { ro: "read only", const: "constant", rw: "read and write", wo: "write only" };

/** Meaning, range, effect and addresses of one value, its bits with their state. */
export function ValueDetail({ value }: { value: Value }) {
  return (
    <Box py="1" whiteSpace="normal">
      <Text>{value.help}</Text>
      {value.hazard && <Text color="fault">Hazard: {value.hazard}</Text>}
      <Flex gap="4" wrap="wrap" color="muted" mt="1">
        <Text as="span" fontFamily="mono">{value.key}</Text>
        <span>index {value.address} (decimal {value.address_decimal})</span>
        <span>register {value.register}</span>
        <span>
          {value.type}, {ACCESS[value.access]}
        </span>
        {value.setting && <span>takes effect {EFFECT[value.effect]}</span>}
        {value.locked && <span>not while operation is enabled</span>}
        {value.range && <span>{value.range}</span>}
      </Flex>
      {value.choices.length > 0 && <Text color="muted">{value.choices.map(({ value: number, name }) => `${number} = ${name}`).join(", ")}</Text>}
      {value.bits.length > 0 && (
        <Flex gap="3" wrap="wrap" mt="1">
          {value.bits.map(({ bit, name, set }) => (
            <Text as="span" key={bit} fontWeight={set ? "bold" : "normal"} color={set ? "ink" : "muted"}>
              {bit}: {name} {set === null ? "" : set ? "● on" : "○ off"}
            </Text>
          ))}
        </Flex>
      )}
    </Box>
  );
}
