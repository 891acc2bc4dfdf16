import { Flex } from "@chakra-ui/react";
import { Choice } from "../parts/Choice";
import { FigureField } from "../parts/FigureField";
import { firstBit, looksAt, type Signal, type Trigger, TRIGGERS, turnedTo } from "./setup";

interface Props {
  trigger: Trigger | undefined;
  signals: readonly Signal[];
  onChange: (trigger: Trigger) => void;
  second?: boolean;
}

/** One condition of a trigger: what is waited for, and of which signal. */
export function TriggerFields({ trigger, signals, onChange, second = false }: Props) {
  const kind = trigger?.kind ?? "none";
  const looks = looksAt(kind);
  const offered = signals.filter(({ bits }) => Object.keys(bits).length > 0 === (looks === "bit"));
  const signal = signals.find(({ key }) => key === trigger?.signal);
  return (
    <Flex gap="1.5" wrap="wrap" align="center" fontSize="small">
      <Choice
        label={second ? "Second trigger" : "Trigger"}
        width="44"
        value={kind}
        options={TRIGGERS.map(({ id, title }) => ({ id, title: second && id === "none" ? "nothing else" : title }))}
        onChange={(next) => onChange(turnedTo(trigger, next, signals))}
      />
      {trigger && looks && (
        <Choice
          label="Signal that triggers"
          width="44"
          value={trigger.signal ?? ""}
          options={offered.map(({ key, name }) => ({ id: key, title: name }))}
          onChange={(key) =>
            onChange({
              ...trigger,
              signal: key,
              bit: looks === "bit" ? firstBit(signals.find((one) => one.key === key)) : null,
            })
          }
        />
      )}
      {trigger && looks === "level" && (
        <FigureField
          label="Level"
          value={trigger.level ?? 0}
          unit={signal?.unit ?? ""}
          onChange={(level) => onChange({ ...trigger, level })}
        />
      )}
      {trigger && looks === "bit" && (
        <Choice
          label="Bit"
          width="36"
          value={String(trigger.bit ?? 0)}
          options={Object.entries(signal?.bits ?? {}).map(([id, title]) => ({ id, title }))}
          onChange={(bit) => onChange({ ...trigger, bit: Number(bit) })}
        />
      )}
    </Flex>
  );
}
