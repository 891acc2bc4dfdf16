import { Box, Flex, Text } from "@chakra-ui/react";
import { type ReactNode, useState } from "react";
import { useVerify } from "../../api/queries";
import type { Drive, Run } from "../../api/types";
import { useLive } from "../../live/useLive";
import { Action } from "../../parts/Action";
import { figure } from "../../parts/format";
import { useRun } from "../tests/useRun";

interface Props {
  drive: Drive;
  run: Run;
}

/** The sweep under way: where each signal is, and how far it has been. */
export function AnalogLook({ drive, run }: Props) {
  return (
    <Looking drive={drive} run={run} done="From end to end, done">
      {[1, 2].map((number) => (
        <Signal
          key={number}
          drive={drive}
          name={`A${number}`}
          of={`terminals.analog_${number}`}
          span={[0, 10]}
          unit="V"
          decimals={2}
        />
      ))}
    </Looking>
  );
}

/** The stick of the transmitter, and how far it has been. */
export function PulseLook({ drive, run }: Props) {
  return (
    <Looking drive={drive} run={run} done="Both ends, and off: done">
      <Signal drive={drive} name="Pulse" of="pulse.width" span={[800, 2200]} unit="µs" decimals={0} />
    </Looking>
  );
}

/** What is asked for, and what the motor does, between rest and the speed limit. */
export function WindowLook({ drive, run }: Props) {
  const limit = useVerify(drive.id).data?.limit ?? 1;
  return (
    <Looking drive={drive} run={run} done="Both ends were steady: done">
      {[
        ["Asked for", "references.asked"],
        ["Motor", "speed.actual"],
      ].map(([name = "", of = ""]) => (
        <Signal
          key={of}
          drive={drive}
          name={name}
          of={of}
          span={[0, limit]}
          unit={drive.speed_unit ?? ""}
          decimals={0}
        />
      ))}
    </Looking>
  );
}

function Looking({ drive, run, done, children }: Props & { done: string; children: ReactNode }) {
  const { answer } = useRun(drive);
  return (
    <Box mt="1.5" role="group" aria-label={run.question ?? ""}>
      {children}
      <Action mt="1.5" disabled={answer.isPending} onClick={() => answer.mutate({ run, done: "done" })}>
        {done}
      </Action>
    </Box>
  );
}

interface SignalProps {
  drive: Drive;
  name: string;
  /** the live figure */
  of: string;
  span: [low: number, high: number];
  unit: string;
  decimals: number;
}

function Signal({ drive, name, of, span, unit, decimals }: SignalProps) {
  const value = useLive(drive, of)?.value;
  const [seen, setSeen] = useState<[low: number, high: number]>();
  const within = value !== undefined && value >= span[0];
  if (within && (!seen || value < seen[0] || value > seen[1]))
    setSeen(seen ? [Math.min(value, seen[0]), Math.max(value, seen[1])] : [value, value]);
  const place = (at: number) => Math.min(100, Math.max(0, ((at - span[0]) / (span[1] - span[0])) * 100));
  const [low, high] = (seen ?? [span[0], span[0]]).map(place) as [number, number];
  return (
    <Flex align="center" gap="2" fontSize="small" py="0.5" data-signal={name}>
      <Text fontFamily="mono" fontWeight="bold" minW="6">
        {name}
      </Text>
      <Box position="relative" flex="1" h="2" bg="line" borderRadius="control" aria-hidden="true">
        <Box position="absolute" h="full" bg="baySoft" style={{ left: `${low}%`, width: `${high - low}%` }} />
        {within && <Box position="absolute" h="full" w="2px" bg="bay" style={{ left: `${place(value)}%` }} />}
      </Box>
      <Text fontFamily="mono" minW="16" textAlign="right">
        {value === undefined ? "–" : `${figure(value, decimals)} ${unit}`}
      </Text>
    </Flex>
  );
}
