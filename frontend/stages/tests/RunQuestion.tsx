import { Box, Flex } from "@chakra-ui/react";
import { useState } from "react";
import type { Drive, Run, Test } from "../../api/types";
import { Action } from "../../parts/Action";
import { FigureField } from "../../parts/FigureField";
import { useRun } from "./useRun";

const SEEN = [
  ["clockwise", "Clockwise"],
  ["counter_clockwise", "Counter-clockwise"],
  ["not_at_all", "Not at all"],
  ["unseen", "I did not see it"],
] as const;

interface Props {
  drive: Drive;
  run: Run;
  /** that are to be told; without any it is asked what was seen */
  figures: Test["answers"];
}

/** What a test asks of whoever stands at the machine. */
export function RunQuestion({ drive, run, figures }: Props) {
  if (figures.length > 0) return <Figures drive={drive} run={run} figures={figures} />;
  return <Directions drive={drive} run={run} />;
}

function Directions({ drive, run }: { drive: Drive; run: Run }) {
  const { answer } = useRun(drive);
  return (
    <Flex gap="2" mt="1.5" wrap="wrap" role="group" aria-label={run.question ?? ""}>
      {SEEN.map(([seen, text]) => (
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
