import { Box, Flex, Text } from "@chakra-ui/react";
import type { TraceSetup } from "../api/types";
import { Choice } from "../parts/Choice";
import { GroupHead } from "../parts/Columns";
import { ChosenNames } from "./ChosenNames";
import { FigureField } from "../parts/FigureField";
import { DIVIDERS, LENGTHS, MOST_SIGNALS, type Signal, spoken, type Trigger } from "./setup";
import { TriggerFields } from "./TriggerFields";

interface Props {
  setup: TraceSetup;
  signals: readonly Signal[];
  /** Hz of the fastest loop */
  rate: number;
  repeated: boolean;
  onChange: (setup: TraceSetup) => void;
  onRepeated: (repeated: boolean) => void;
}

/** Signals, times and trigger of the next trace. */
export function SetupForm({ setup, signals, rate, repeated, onChange, onRepeated }: Props) {
  const set = (changes: Partial<TraceSetup>) => onChange({ ...setup, ...changes });
  const interval = setup.divider / rate;
  const trigger = (n: number, next: Trigger) => {
    const all = [...setup.triggers];
    all[n] = next;
    set({ triggers: all.filter(({ kind }) => kind !== "none") });
  };
  return (
    <Box data-setup>
      <GroupHead>Signals</GroupHead>
      <ChosenNames
        label="Signals that are recorded"
        add="Add a signal"
        offered={signals}
        chosen={setup.signals}
        most={MOST_SIGNALS}
        full="Eight signals are what the memory takes."
        onChange={(chosen) => set({ signals: chosen })}
      />
      <GroupHead>Time</GroupHead>
      <Flex gap="2" wrap="wrap" align="center" fontSize="small">
        <Choice
          label="Time from one sample to the next"
          width="28"
          value={String(setup.divider)}
          options={known(DIVIDERS, setup.divider).map((divider) => ({
            id: String(divider),
            title: `every ${spoken(divider / rate)}`,
          }))}
          onChange={(divider) => set({ divider: Number(divider) })}
        />
        <Choice
          label="How long"
          width="32"
          value={String(setup.length)}
          options={known(LENGTHS, setup.length).map((length) => ({
            id: String(length),
            title: `for ${spoken(length * interval)}`,
          }))}
          onChange={(length) => set({ length: Number(length) })}
        />
        <FigureField
          label="Share before the trigger in percent"
          value={setup.pre}
          unit="% before"
          onChange={(pre) => set({ pre: Math.round(Math.min(100, Math.max(0, pre))) })}
        />
      </Flex>
      <GroupHead>Trigger</GroupHead>
      <TriggerFields trigger={setup.triggers[0]} signals={signals} onChange={(next) => trigger(0, next)} />
      {setup.triggers[0] && (
        <>
          <Text fontSize="small" color="muted" pt="1">
            and at the same time
          </Text>
          <TriggerFields trigger={setup.triggers[1]} signals={signals} onChange={(next) => trigger(1, next)} second />
          <Flex as="label" gap="1.5" align="center" pt="1.5" fontSize="small">
            <input type="checkbox" checked={repeated} onChange={(event) => onRepeated(event.target.checked)} />
            Arm again after each trace
          </Flex>
        </>
      )}
    </Box>
  );
}

const known = (offered: readonly number[], chosen: number) =>
  [...new Set([...offered, chosen])].sort((one, other) => one - other);
