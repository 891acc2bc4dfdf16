import { Box, Flex, Grid, Text, VisuallyHidden } from "@chakra-ui/react";
import type { Drive } from "../../api/types";
import { useLive } from "../../live/useLive";
import { figure } from "../../parts/format";
import { answers, FIRST_INPUT_BIT, isClosed, roleOf, type Terminal } from "./words";

interface Props {
  drive: Drive;
  terminals: Terminal[];
  /** codes of what the speed comes from */
  sources: number[];
  chosen: string;
  /** only those that answer to it are bright */
  word: string;
  onChoose: (id: string) => void;
}

/** Each terminal in the order in which it stands on the device, with what it does and how it stands now. */
export function Strip({ drive, terminals, sources, chosen, word, onChoose }: Props) {
  const inputs = useLive(drive, "terminals.inputs")?.value;
  const outputs = useLive(drive, "terminals.outputs")?.value;
  const analogs = [useLive(drive, "terminals.analog_1")?.value, useLive(drive, "terminals.analog_2")?.value];
  const stateOf = ({ kind, number }: Terminal) => {
    if (kind === "analog") return analogs[number - 1];
    const bits = kind === "input" ? inputs : outputs;
    return bits === undefined ? undefined : (bits >> (number - 1 + (kind === "input" ? FIRST_INPUT_BIT : 0))) & 1;
  };
  return (
    <Grid
      as="ul"
      aria-label="Terminals"
      listStyleType="none"
      templateColumns={{ base: "repeat(6, minmax(0, 1fr))", xl: `repeat(${terminals.length}, minmax(0, 1fr))` }}
      gap="1"
      mb="3.5"
    >
      {terminals.map((terminal) => (
        <Box as="li" key={terminal.id} minW="0">
          <Tile
            terminal={terminal}
            role={roleOf(terminal, sources)}
            state={stateOf(terminal)}
            chosen={terminal.id === chosen}
            faint={!answers(terminal, word)}
            onChoose={() => onChoose(terminal.id)}
          />
        </Box>
      ))}
    </Grid>
  );
}

interface TileProps {
  terminal: Terminal;
  role: string;
  /** a bit, or volts; undefined where nothing is known */
  state: number | undefined;
  chosen: boolean;
  faint: boolean;
  onChoose: () => void;
}

function Tile({ terminal, role, state, chosen, faint, onChoose }: TileProps) {
  const conflict = terminal.findings.length > 0;
  return (
    <Box
      as="button"
      aria-pressed={chosen}
      data-terminal={terminal.name}
      data-on={state}
      onClick={onChoose}
      w="full"
      h="full"
      textAlign="left"
      cursor="pointer"
      bg="surface"
      borderWidth="1px"
      borderColor={chosen ? "ink" : "line"}
      borderTopWidth="4px"
      borderTopColor={conflict ? "caution" : chosen ? "ink" : "edge"}
      borderBottomRadius="control"
      opacity={faint ? 0.35 : 1}
      px="2"
      pt="1.5"
      pb="2"
    >
      <Flex justify="space-between" align="center">
        <Text fontFamily="mono" fontWeight="bold">
          {terminal.name}
          {terminal.draft !== null && (
            <Text as="span" color="bay" fontFamily="body" fontSize="tiny" fontWeight="normal">
              {" draft"}
            </Text>
          )}
        </Text>
        {terminal.kind === "analog" ? (
          <Text fontFamily="mono" fontSize="small">
            {state === undefined ? "–" : `${figure(state, 2)} V`}
          </Text>
        ) : (
          <Contact on={state} closed={isClosed(terminal, state)} output={terminal.kind === "output"} />
        )}
      </Flex>
      <Text fontSize="small" lineHeight="short" mt="1" lineClamp={2} minH="2.3em">
        {role}
        <VisuallyHidden>{stateWord(terminal, state)}</VisuallyHidden>
      </Text>
      <Text fontSize="tiny" color="muted" truncate mt="0.5" title={terminal.wire ?? undefined}>
        {terminal.wire ?? "–"}
      </Text>
    </Box>
  );
}

interface ContactProps {
  on: number | undefined;
  closed: boolean;
  output: boolean;
}

/** A contact that is made or broken, green where it counts as on; or a lamp of an output. */
function Contact({ on, closed, output }: ContactProps) {
  const colour = on ? "var(--chakra-colors-ok)" : "var(--chakra-colors-muted)";
  if (output)
    return (
      <svg width="22" height="14" viewBox="0 0 22 14" aria-hidden="true">
        <circle cx="15" cy="7" r="5.5" fill={on ? colour : "none"} stroke={colour} strokeWidth="1.5" />
      </svg>
    );
  return (
    <svg width="30" height="14" viewBox="0 0 30 14" aria-hidden="true">
      <path d={closed ? "M1 10 H29" : "M1 10 H9 L21 3 M21 10 H29"} stroke={colour} strokeWidth="2" fill="none" />
      <circle cx="9" cy="10" r="1.8" fill={colour} />
      <circle cx="21" cy="10" r="1.8" fill={colour} />
    </svg>
  );
}

function stateWord(terminal: Terminal, state: number | undefined) {
  if (state === undefined) return "";
  return terminal.kind === "analog" ? "" : state ? ", on" : ", off";
}
