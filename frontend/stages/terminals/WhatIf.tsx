import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../../api/client";
import type { Drive } from "../../api/types";
import { Action } from "../../parts/Action";
import { GroupHead } from "../../parts/Columns";
import { FigureField } from "../../parts/FigureField";
import { Segment } from "../../parts/Segment";
import type { Terminal } from "./words";

interface Told {
  draft: { sentence: string };
  live: { sentence: string };
}

/** What is looked back upon: older steps no longer matter. */
const MOST = 498;

/** Contacts that are moved on the page: what the drive would do, told without one. */
export function WhatIf({ drive, terminals }: { drive: Drive; terminals: Terminal[] }) {
  const [steps, setSteps] = useState([0]);
  const [volts, setVolts] = useState([0, 0]);
  const inputs = terminals.filter(({ kind }) => kind === "input");
  const analogs = terminals.filter(({ kind }) => kind === "analog");
  const closed = steps[steps.length - 1] ?? 0;
  const settings = terminals.map(({ draft, live, settings: rest }) => [draft, live, rest]);
  const { data: told } = useQuery({
    queryKey: ["foreseen", drive.id, steps, volts, JSON.stringify(settings)],
    queryFn: () =>
      api.post<Told>(`/drives/${drive.id}/terminals/foresee`, { steps, volts_1: volts[0], volts_2: volts[1] }),
    placeholderData: (before) => before,
  });
  const flip = (n: number) => setSteps((before) => [...before.slice(-MOST), closed ^ (1 << n)]);
  return (
    <Box data-what-if>
      <GroupHead>What would happen</GroupHead>
      <Flex gap="0" role="group" aria-label="Contacts to try">
        {inputs.map(({ name }, n) => (
          <Segment
            key={name}
            flex="1"
            type="button"
            aria-pressed={((closed >> n) & 1) === 1}
            aria-label={`Try ${name}`}
            onClick={() => flip(n)}
          >
            {name}
          </Segment>
        ))}
      </Flex>
      <Flex gap="3" mt="1.5" align="center" wrap="wrap" fontSize="small">
        {analogs.map(({ name }, n) => (
          <Flex key={name} gap="1.5" align="center">
            {name}
            <FigureField
              label={`Try ${name}, in volts`}
              value={volts[n] ?? 0}
              unit="V"
              width="14"
              onChange={(figure) =>
                setVolts((before) => before.map((one, at) => (at === n ? Math.min(10, Math.max(-10, figure)) : one)))
              }
            />
          </Flex>
        ))}
        <Action look="quiet" onClick={() => setSteps([closed])}>
          Power off and on
        </Action>
      </Flex>
      <Text mt="1.5" role="status" data-foreseen>
        {told?.draft.sentence}
      </Text>
      {told && told.live.sentence !== told.draft.sentence && (
        <Text fontSize="small" color="muted">{`As the drive has it: ${told.live.sentence}`}</Text>
      )}
    </Box>
  );
}
