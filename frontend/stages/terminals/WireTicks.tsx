import { Box, Flex, Text } from "@chakra-ui/react";
import { useTerminals } from "../../api/queries";
import type { Drive, Run } from "../../api/types";
import { Action } from "../../parts/Action";
import { figure } from "../../parts/format";
import { Table } from "../../parts/Table";
import { useRun } from "../tests/useRun";
import { choiceOf, type Terminal } from "./words";

/** Told in the place of an input: that is all. */
const ENOUGH = 0;

/** The round under way: each contact with what has arrived of it so far. */
export function WireTicks({ drive, run }: { drive: Drive; run: Run }) {
  const { data: strip } = useTerminals(drive.id);
  const { answer } = useRun(drive);
  const inputs = strip?.terminals.filter(({ kind }) => kind === "input") ?? [];
  const due = inputs.filter(({ number }) => [`function_${number}`, `at_${number}`].some((mark) => mark in run.marks));
  return (
    <Box mt="1.5" data-ticks role="group" aria-label={run.question ?? ""}>
      <Table aria-label="Contacts of the round">
        <tbody>
          {due.map((input) => (
            <Tick
              key={input.id}
              input={input}
              marks={run.marks}
              onAnnounce={() => answer.mutate({ run, input: input.number })}
            />
          ))}
        </tbody>
      </Table>
      <Flex mt="1.5" gap="2" align="center">
        <Action disabled={answer.isPending} onClick={() => answer.mutate({ run, input: ENOUGH })}>
          That is all
        </Action>
        <Text fontSize="small" color="muted">
          Announce one first where wires may be swapped.
        </Text>
      </Flex>
    </Box>
  );
}

interface TickProps {
  input: Terminal;
  marks: Run["marks"];
  onAnnounce: () => void;
}

function Tick({ input, marks, onAnnounce }: TickProps) {
  const { name, number } = input;
  const at = marks[`at_${number}`];
  const back = marks[`back_${number}`];
  const instead = marks[`instead_${number}`];
  const announced = marks.announced === number;
  const [word, colour] = said(at, back, instead);
  const job = choiceOf(input, marks[`function_${number}`]);
  return (
    <tr data-tick={name} data-state={back !== undefined ? "both" : at !== undefined ? "one" : "none"}>
      <td>
        <Text as="span" fontFamily="mono" fontWeight="bold">
          {name}
        </Text>
      </td>
      <td>{input.wire ?? job ?? "not known"}</td>
      <td>
        <Text as="span" color={announced ? "bay" : colour}>
          {announced ? "is to move now" : word}
        </Text>
      </td>
      <td style={{ textAlign: "right" }}>
        <Action look="quiet" aria-label={`${name} is next`} aria-pressed={announced} onClick={onAnnounce}>
          Next
        </Action>
      </td>
    </tr>
  );
}

function said(at: number | undefined, back: number | undefined, instead: number | undefined) {
  if (instead !== undefined) return [`D${instead} moved instead`, "fault"];
  if (at === undefined) return ["waits", "muted"];
  if (back === undefined) return [`one change, ${figure(at, 1)} s`, "cautionText"];
  return [`both, ${figure(at, 1)} to ${figure(back, 1)} s`, "okText"];
}
