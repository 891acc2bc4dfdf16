import { Box, Flex } from "@chakra-ui/react";
import { type ComponentType, useState } from "react";
import type { Drive, Run, Test } from "../../api/types";
import { Action } from "../../parts/Action";
import { FigureField } from "../../parts/FigureField";
import { AnalogLook, PulseLook, WindowLook } from "../terminals/Looks";
import { WireTicks } from "../terminals/WireTicks";
import { useRun } from "./useRun";

type Choice = readonly [seen: string, text: string];

const DIRECTIONS: Choice[] = [
  ["clockwise", "Clockwise"],
  ["counter_clockwise", "Counter-clockwise"],
  ["not_at_all", "Not at all"],
  ["unseen", "I did not see it"],
];
const SWITCHED: Choice[] = [
  ["yes", "Yes"],
  ["nothing", "Nothing switched"],
  ["another", "Another one switched"],
];

/** Tests that look on until they are told that it is enough. */
const LOOKING: Record<string, ComponentType<{ drive: Drive; run: Run }>> = {
  wire_round: WireTicks,
  analog_sweep: AnalogLook,
  pulse_learning: PulseLook,
  window_proof: WindowLook,
};

interface Props {
  drive: Drive;
  run: Run;
  /** that are to be told; without any it is asked what was seen */
  figures: Test["answers"];
}

/** What a test asks of whoever stands at the machine. */
export function RunQuestion({ drive, run, figures }: Props) {
  const Looking = LOOKING[run.kind];
  if (Looking) return <Looking drive={drive} run={run} />;
  if (figures.length > 0) return <Figures drive={drive} run={run} figures={figures} />;
  return <Seen drive={drive} run={run} choices={run.kind === "output_round" ? SWITCHED : DIRECTIONS} />;
}

function Seen({ drive, run, choices }: { drive: Drive; run: Run; choices: Choice[] }) {
  const { answer } = useRun(drive);
  return (
    <Flex gap="2" mt="1.5" wrap="wrap" role="group" aria-label={run.question ?? ""}>
      {choices.map(([seen, text]) => (
        <Action key={seen} look="quiet" disabled={answer.isPending} onClick={() => answer.mutate({ run, seen })}>
          {text}
        </Action>
      ))}
    </Flex>
  );
}

function Figures({ drive, run, figures }: Props) {
  const { answer } = useRun(drive);
  const [told, setTold] = useState<Record<string, number>>({});
  return (
    <Flex gap="2" mt="1.5" wrap="wrap" align="center" fontSize="small" role="group" aria-label={run.question ?? ""}>
      {figures.map(({ name, label, unit }) => (
        <Flex key={name} gap="2" align="center">
          <Box>{label}</Box>
          <FigureField
            label={label}
            value={told[name] ?? 0}
            unit={unit}
            width="24"
            onChange={(figure) => setTold({ ...told, [name]: figure })}
          />
        </Flex>
      ))}
      <Action
        disabled={figures.some(({ name }) => !told[name]) || answer.isPending}
        onClick={() => answer.mutate({ run, ...told })}
      >
        Measured
      </Action>
    </Flex>
  );
}
