import { Box as Area, Flex, Grid, Text } from "@chakra-ui/react";
import { Choice } from "../parts/Choice";
import { GroupHead } from "../parts/Columns";
import { FigureField } from "../parts/FigureField";
import { figure } from "../parts/format";
import { Segment } from "../parts/Segment";
import { Keypad } from "./Keypad";
import { Row } from "./Row";

interface Contact {
  operated: boolean;
  /** closed as long as it is not operated */
  opening: boolean;
  /** s */
  bounce: number;
  /** terminal on which its wire is; 0: on none */
  lands_on: number;
  shorted: boolean;
  conducts: boolean;
  /** whether the machine operates it just now, and whether it can */
  touched: boolean;
  by_machine: boolean;
}

interface Source {
  volts: number;
  connected: boolean;
  reversed: boolean;
  /** the pressure behind a pump on the shaft: volts is what consumers take of it */
  pumped: boolean;
  /** V, the largest */
  noise: number;
}

/** What hangs on the terminals of a stand-in. */
export interface Box {
  contacts: Contact[];
  sources: Source[];
  /** above the drive's own keys, where it has some */
  display: string[] | null;
  lamps: boolean[];
  /** V of the analog output */
  meter: number;
  /** whether the family has an encoder output, what a counter behind it shows, and what it showed at the last index */
  counter: boolean;
  counted: number | null;
  counted_at_index: number | null;
}

const BOUNCES = [0, 0.005, 0.02, 0.06];
const NOISES = [0, 0.05, 0.5];
const BURDEN = 500; // Ω
const HIGHEST = 12; // V

type Set = (changes: Record<string, boolean | number>) => void;

/** Buttons, switches, sources, lamps and a meter beside a drive, and the wires to it. */
export function OperatorsBox({ box, onSet }: { box: Box; onSet: Set }) {
  return (
    <Area mt="3" data-box role="group" aria-label="Operator's box">
      <GroupHead>Operator&apos;s box</GroupHead>
      <Grid templateColumns={{ base: "minmax(0, 1fr)", xl: "minmax(0, 3fr) minmax(0, 2fr)" }} columnGap="6">
        <Area>
          {box.contacts.map((contact, n) => (
            <ContactRow key={`contact_${n + 1}`} number={n + 1} contact={contact} onSet={onSet} />
          ))}
        </Area>
        <Area>
          {box.sources.map((source, n) => (
            <SourceRow key={`source_${n + 1}`} number={n + 1} source={source} onSet={onSet} />
          ))}
          {box.display && <Keypad display={box.display} onSet={onSet} />}
          <Row label="Lamps and relay">
            <Flex gap="3">
              {box.lamps.map((on, n) => (
                <Text key={`lamp_${n + 1}`} data-lamp={n + 1} data-on={on} color={on ? "okText" : "muted"}>
                  {`R${n + 1} ${on ? "closed" : "open"}`}
                </Text>
              ))}
            </Flex>
          </Row>
          <Row label="Meter at the analog output">
            <Text fontFamily="mono">{`${figure(box.meter, 2)} V`}</Text>
          </Row>
          {box.counter && (
            <Row label="Encoder output" state={indexWords(box)}>
              <Text fontFamily="mono">{box.counted === null ? "no signal" : `${figure(box.counted, 0)} edges`}</Text>
            </Row>
          )}
        </Area>
      </Grid>
    </Area>
  );
}

const indexWords = ({ counted_at_index }: Box) =>
  counted_at_index === null ? "no index yet" : `index at ${figure(counted_at_index, 0)}`;

function ContactRow({ number, contact, onSet }: { number: number; contact: Contact; onSet: Set }) {
  const name = `input_${number}`;
  return (
    <Row label={`Contact ${number}`} state={standing(contact)}>
      <Flex gap="1.5" align="center" wrap="wrap" justify="end">
        <Segment
          type="button"
          aria-pressed={contact.operated}
          aria-label={`Input ${number}: ${contact.operated ? "let go" : "operate"}`}
          onClick={() => onSet({ [name]: !contact.operated })}
        >
          {contact.operated ? "let go" : "operate"}
        </Segment>
        <Choice
          label={`Contact ${number}, kind`}
          width="20"
          value={String(contact.opening)}
          options={[
            { id: "false", title: "closing" },
            { id: "true", title: "opening" },
          ]}
          onChange={(opening) => onSet({ [`${name}_opening`]: opening === "true" })}
        />
        <Choice
          label={`Contact ${number}, wire`}
          width="28"
          value={contact.shorted ? "24V" : String(contact.lands_on)}
          options={[
            ...[1, 2, 3, 4, 5, 6].map((to) => ({
              id: String(to),
              title: to === number ? `on D${to}` : `wrong, on D${to}`,
            })),
            { id: "0", title: "wire off" },
            { id: "24V", title: "shorted to 24 V" },
          ]}
          onChange={(to) =>
            onSet(
              to === "24V"
                ? { [`${name}_shorted`]: true, [`${name}_lands_on`]: number }
                : { [`${name}_shorted`]: false, [`${name}_lands_on`]: Number(to) },
            )
          }
        />
        <Choice
          label={`Contact ${number}, bounce`}
          width="24"
          value={String(contact.bounce)}
          options={BOUNCES.map((time) => ({
            id: String(time),
            title: time === 0 ? "no bounce" : `${figure(time * 1000, 0)} ms`,
          }))}
          onChange={(time) => onSet({ [`${name}_bounce`]: Number(time) })}
        />
      </Flex>
    </Row>
  );
}

const standing = ({ conducts, by_machine, touched }: Contact) =>
  `${conducts ? "closed" : "open"}${by_machine ? (touched ? ", the machine is on it" : ", on the machine") : ""}`;

const wiresOf = ({ connected, reversed, pumped }: Source) =>
  connected ? (reversed ? "reversed" : pumped ? "pump" : "on") : "off";

function SourceRow({ number, source, onSet }: { number: number; source: Source; onSet: Set }) {
  const name = `analog_${number}`;
  return (
    <Row label={`Source ${number}`} state={source.pumped ? "taken" : `${figure((1000 * source.volts) / BURDEN, 1)} mA`}>
      <Flex gap="1.5" align="center" wrap="wrap" justify="end">
        <FigureField
          label={`Voltage at analog input ${number}`}
          value={source.volts}
          unit="V"
          onChange={(volts) => onSet({ [name]: Math.min(HIGHEST, Math.max(-HIGHEST, volts)) })}
        />
        <Choice
          label={`Source ${number}, wires`}
          width="24"
          value={wiresOf(source)}
          options={[
            { id: "on", title: "connected" },
            { id: "pump", title: "on a pump" },
            { id: "off", title: "wire off" },
            { id: "reversed", title: "reversed" },
          ]}
          onChange={(how) =>
            onSet({
              [`${name}_connected`]: how !== "off",
              [`${name}_reversed`]: how === "reversed",
              [`${name}_pumped`]: how === "pump",
            })
          }
        />
        <Choice
          label={`Source ${number}, noise`}
          width="24"
          value={String(source.noise)}
          options={NOISES.map((volts) => ({
            id: String(volts),
            title: volts === 0 ? "no noise" : `± ${figure(volts, 2)} V`,
          }))}
          onChange={(volts) => onSet({ [`${name}_noise`]: Number(volts) })}
        />
      </Flex>
    </Row>
  );
}
