import { Flex, Text } from "@chakra-ui/react";
import { Choice } from "../parts/Choice";
import { GroupHead } from "../parts/Columns";
import { Segment } from "../parts/Segment";

export interface Wiring {
  phases_exchanged: boolean;
  phase_open: boolean;
  channels_exchanged: boolean | null;
  index_exchanged: boolean | null;
  slow_signal_off: boolean | null;
  hall_order: number | null;
  winding_sensor_off: boolean | null;
  earth_leak: boolean | null;
  brake_unwired: boolean | null;
  uncoupled: boolean;
}

const LABELS: Record<Exclude<keyof Wiring, "hall_order">, string> = {
  phases_exchanged: "Motor phases V and W exchanged",
  phase_open: "Motor phase U not connected",
  channels_exchanged: "Encoder channels A and B exchanged",
  index_exchanged: "Index and channel A exchanged",
  slow_signal_off: "Slow signal of the encoder not connected",
  winding_sensor_off: "Sensor in the winding not connected",
  earth_leak: "Motor wire U leaks to earth",
  brake_unwired: "Brake not wired",
  uncoupled: "Load not coupled",
};

/** Which sensor arrives on A, B and C. */
const HALL_ORDERS = ["A B C, as it should", "B C A", "C A B", "B A C", "A C B", "C B A"];

/** Mistakes that can be made at the machine, to see how they show. */
/** Words for a motor of two wires, which has brushes, and of two phases with four. */
const OF_OTHERS: Record<number, Partial<typeof LABELS>> = {
  2: { phases_exchanged: "The two motor wires exchanged", phase_open: "A motor wire not connected" },
  4: { phases_exchanged: "Wires of motor phase B exchanged", phase_open: "Motor phase A not connected" },
};

export function WiringFaults({
  wiring,
  wires,
  onSet,
}: {
  wiring: Wiring;
  wires: number;
  onSet: (changes: Record<string, boolean | number>) => void;
}) {
  const labels = { ...LABELS, ...OF_OTHERS[wires] };
  const keys = (Object.keys(LABELS) as (keyof typeof LABELS)[]).filter((key) => wiring[key] !== null);
  return (
    <>
      <GroupHead>Wiring faults</GroupHead>
      {keys.map((key) => (
        <Flex
          key={key}
          justify="space-between"
          align="center"
          gap="2"
          py="1"
          borderBottomWidth="1px"
          borderColor="line"
        >
          <Text color={wiring[key] ? "fault" : undefined}>{labels[key]}</Text>
          <Segment
            type="button"
            aria-pressed={wiring[key] === true}
            aria-label={`${labels[key]}: ${wiring[key] ? "made" : "make"}`}
            onClick={() => onSet({ [key]: !wiring[key] })}
          >
            {wiring[key] ? "made" : "make"}
          </Segment>
        </Flex>
      ))}
      {wiring.hall_order !== null && (
        <Flex justify="space-between" align="center" gap="2" py="1" borderBottomWidth="1px" borderColor="line">
          <Text color={wiring.hall_order ? "fault" : undefined}>Halls on A, B, C</Text>
          <Choice
            label="Halls on A, B, C"
            width="44"
            value={String(wiring.hall_order)}
            options={HALL_ORDERS.map((title, id) => ({ id: String(id), title }))}
            onChange={(order) => onSet({ hall_order: Number(order) })}
          />
        </Flex>
      )}
    </>
  );
}
