import { Flex, Text } from "@chakra-ui/react";
import { Choice } from "../parts/Choice";
import { GroupHead } from "../parts/Columns";
import { Segment } from "../parts/Segment";

export interface Wiring {
  phases_exchanged: boolean;
  phase_open: boolean;
  channels_exchanged: boolean | null;
  index_exchanged: boolean | null;
  hall_order: number | null;
  brake_unwired: boolean | null;
  uncoupled: boolean;
}

const LABELS: Record<Exclude<keyof Wiring, "hall_order">, string> = {
  phases_exchanged: "Motor phases V and W exchanged",
  phase_open: "Motor phase U not connected",
  channels_exchanged: "Encoder channels A and B exchanged",
  index_exchanged: "Index and channel A exchanged",
  brake_unwired: "Brake not wired",
  uncoupled: "Load not coupled",
};

/** Which sensor arrives on A, B and C. */
const HALL_ORDERS = ["A B C, as it should", "B C A", "C A B", "B A C", "A C B", "C B A"];

/** Mistakes that can be made at the machine, to see how they show. */
export function WiringFaults({ wiring, onSet }: { wiring: Wiring; onSet: (changes: Record<string, boolean | number>) => void }) {
  const keys = (Object.keys(LABELS) as (keyof typeof LABELS)[]).filter((key) => wiring[key] !== null);
  return (
    <>
      <GroupHead>Wiring faults</GroupHead>
      {keys.map((key) => (
        <Flex key={key} justify="space-between" align="center" gap="2" py="1" borderBottomWidth="1px" borderColor="line">
          <Text color={wiring[key] ? "fault" : undefined}>{LABELS[key]}</Text>
          <Segment type="button" aria-pressed={wiring[key] === true} aria-label={`${LABELS[key]}: ${wiring[key] ? "made" : "make"}`} onClick={() => onSet({ [key]: !wiring[key] })}>
            {wiring[key] ? "made" : "make"}
          </Segment>
        </Flex>
      ))}
      {wiring.hall_order !== null && (
        <Flex justify="space-between" align="center" gap="2" py="1" borderBottomWidth="1px" borderColor="line">
          <Text color={wiring.hall_order ? "fault" : undefined}>Halls on A, B, C</Text>
          <Choice label="Halls on A, B, C" width="44" value={String(wiring.hall_order)} options={HALL_ORDERS.map((title, id) => ({ id: String(id), title }))} onChange={(order) => onSet({ hall_order: Number(order) })} />
        </Flex>
      )}
    </>
  );
}
