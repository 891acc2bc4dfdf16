import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { api } from "../api/client";
import { useAction } from "../api/useAction";
import { Action } from "../parts/Action";
import { Card } from "../parts/Card";
import { GroupHead } from "../parts/Columns";
import { withUnit } from "../parts/format";
import { LoadField } from "./LoadField";
import { OperatorsBox, type Box as BoxOfTerminals } from "./OperatorsBox";
import { Row } from "./Row";
import { Shaft } from "./Shaft";
import { Transmitter } from "./Transmitter";
import { WiringFaults, type Wiring } from "./WiringFaults";

/** A stand-in as the paddock's panel describes it. */
export interface PanelDrive {
  name: string;
  family: string;
  port: number;
  state: "off" | "booting" | "loader" | "running";
  mains: boolean;
  cable: boolean;
  /** Whether all three lines are there; null where a lost one would not be felt. */
  mains_line: boolean | null;
  torque_off_a: boolean;
  torque_off_b: boolean;
  encoder_power: boolean | null;
  /** by which it goes together with others */
  team_line: boolean | null;
  load_torque: number;
  hand_torque: number;
  shaft_speed: number;
  shaft_turns: number;
  /** how far it went, and whether along a line */
  way: number;
  slides: boolean;
  motor_wires: number;
  battery: boolean;
  pulse_width: number | null;
  units: { speed: string; torque: string; way: string };
  bus_voltage: number;
  winding_temperature: number;
  turning_by_hand: boolean;
  held_by_hand: boolean;
  /** null where the rig has no such part */
  wiring: Wiring;
  brake: { open: boolean; powered: boolean; lifted: boolean } | null;
  terminals: boolean;
  box: BoxOfTerminals;
  /** whether the ends of the travel are there; null where the machine has none */
  ends: boolean | null;
  nameplate: Record<string, string>;
}

export const STATE = {
  off: "without power",
  booting: "starting",
  loader: "in its loader",
  running: "running",
} as const;
/** What a hand pushes with: N·m on a shaft, N on a moving part. */
const push = (slides: boolean) => (slides ? 60 : 0.4);

export function PaddockDrive({ drive }: { drive: PanelDrive }) {
  const set = useAction(
    (changes: Record<string, boolean | number>) =>
      api.post(`/paddock/drives/${encodeURIComponent(drive.name)}`, changes),
    { refresh: ["paddock"] },
  );
  return (
    <Card
      title={drive.name}
      aside={<Text color="muted">{`${drive.family}, port ${drive.port}, ${STATE[drive.state]}`}</Text>}
    >
      <Grid
        templateColumns={{ base: "minmax(0, 1fr)", md: "1fr 1fr", xl: "minmax(0, 1fr) minmax(0, 1fr) 15rem" }}
        gap="4"
        mt="1"
        data-paddock={drive.name}
      >
        <Box>
          <Flex gap="4" align="center" py="2">
            <Shaft turns={drive.shaft_turns} slides={drive.slides} />
            <Box>
              <Text fontFamily="mono" fontSize="live" data-shaft-speed>
                {withUnit(drive.shaft_speed, drive.units.speed, 1)}
              </Text>
              <Text color="muted">{withUnit(drive.way, drive.units.way, 2)}</Text>
              <Text color="muted">Winding {withUnit(drive.winding_temperature, "°C", 1)}</Text>
              <Text color="muted">DC bus {withUnit(drive.bus_voltage, "V", 0)}</Text>
            </Box>
          </Flex>
          <GroupHead>Switches and cables</GroupHead>
          <Throw
            label={drive.battery ? "Battery" : "Mains"}
            on={drive.mains}
            words={["Switch off", "Switch on"]}
            states={["on", "off"]}
            onThrow={(mains) => set.mutate({ mains })}
          />
          {drive.mains_line !== null && (
            <Throw
              label="Mains, third line"
              on={drive.mains_line}
              words={["Pull the fuse", "Put it in"]}
              states={["on", "off"]}
              onThrow={(line) => set.mutate({ mains_line: line })}
            />
          )}
          <Throw
            label="Network cable"
            on={drive.cable}
            words={["Pull", "Plug in"]}
            states={["plugged in", "pulled"]}
            onThrow={(cable) => set.mutate({ cable })}
          />
          <Throw
            label="Torque-off input A"
            on={drive.torque_off_a}
            words={["Open", "Close"]}
            states={["closed", "open"]}
            onThrow={(closed) => set.mutate({ torque_off_a: closed })}
          />
          <Throw
            label="Torque-off input B"
            on={drive.torque_off_b}
            words={["Open", "Close"]}
            states={["closed", "open"]}
            onThrow={(closed) => set.mutate({ torque_off_b: closed })}
          />
          {drive.encoder_power !== null && (
            <Throw
              label="Encoder cable"
              on={drive.encoder_power}
              words={["Pull", "Plug in"]}
              states={["plugged in", "pulled"]}
              onThrow={(power) => set.mutate({ encoder_power: power })}
            />
          )}
          {drive.team_line !== null && (
            <Throw
              label="Line to the other drives"
              on={drive.team_line}
              words={["Pull", "Plug in"]}
              states={["plugged in", "pulled"]}
              onThrow={(line) => set.mutate({ team_line: line })}
            />
          )}
          {drive.pulse_width !== null && (
            <Transmitter width={drive.pulse_width} onSet={(width) => set.mutate({ pulse_width: width })} />
          )}
        </Box>
        <Box>
          <GroupHead>Load and hands</GroupHead>
          <LoadField
            slides={drive.slides}
            torque={drive.load_torque}
            onSet={(torque) => set.mutate({ load_torque: torque })}
          />
          <Hand
            slides={drive.slides}
            torque={drive.hand_torque}
            held={drive.held_by_hand}
            onPush={(torque) => set.mutate({ hand_torque: torque })}
          />
          <Row
            label={drive.slides ? "By hand, pole pair pitches" : "Turn by hand"}
            state={drive.turning_by_hand ? (drive.slides ? "moving" : "turning") : ""}
          >
            <Flex gap="1">
              <Action onClick={() => set.mutate({ hand_turn: -1 })}>1 back</Action>
              <Action onClick={() => set.mutate({ hand_turn: 1 })}>1 forward</Action>
              <Action onClick={() => set.mutate({ hand_turn: 3 })}>3 forward</Action>
            </Flex>
          </Row>
          {drive.brake && (
            <Throw
              label={`Holding brake, ${drive.brake.open ? "open" : "closed"}`}
              on={!drive.brake.lifted}
              words={["Lift by hand", "Let go"]}
              states={[drive.brake.powered ? "has current" : "no current", "lifted by hand"]}
              onThrow={(held) => set.mutate({ brake_lifted: !held })}
            />
          )}
          {drive.ends !== null && (
            <Row label="Ends of the travel" state={drive.ends ? "in place, machine in the middle" : "taken away"}>
              <Action onClick={() => set.mutate({ ends: !drive.ends })}>
                {drive.ends ? "Take away" : "Put in place"}
              </Action>
            </Row>
          )}
          <WiringFaults wiring={drive.wiring} wires={drive.motor_wires} onSet={(changes) => set.mutate(changes)} />
        </Box>
        <Nameplate lines={drive.nameplate} />
      </Grid>
      {drive.terminals && <OperatorsBox box={drive.box} onSet={(changes) => set.mutate(changes)} />}
    </Card>
  );
}

interface ThrowProps {
  label: string;
  on: boolean;
  words: [off: string, on: string];
  states: [on: string, off: string];
  onThrow: (on: boolean) => void;
}

function Throw({ label, on, words, states, onThrow }: ThrowProps) {
  return (
    <Row label={label} state={on ? states[0] : states[1]} odd={!on}>
      <Action aria-label={`${label}: ${on ? words[0] : words[1]}`} onClick={() => onThrow(!on)}>
        {on ? words[0] : words[1]}
      </Action>
    </Row>
  );
}

function Hand({
  slides,
  torque,
  held,
  onPush,
}: {
  slides: boolean;
  torque: number;
  held: boolean;
  onPush: (torque: number) => void;
}) {
  return (
    <Row
      label={slides ? "Hand on the moving part" : "Hand on the shaft"}
      state={held ? "holds it" : torque === 0 ? "off" : torque > 0 ? "pushing forward" : "pushing backward"}
      odd={torque !== 0 || held}
    >
      <Flex gap="1">
        <Action aria-label="Push backward" onClick={() => onPush(-push(slides))}>
          ←
        </Action>
        <Action
          aria-label={slides ? "Let go of the moving part" : "Let go of the shaft"}
          disabled={torque === 0 && !held}
          onClick={() => onPush(0)}
        >
          Let go
        </Action>
        <Action aria-label="Push forward" onClick={() => onPush(push(slides))}>
          →
        </Action>
      </Flex>
    </Row>
  );
}

function Nameplate({ lines }: { lines: Record<string, string> }) {
  const entries = Object.entries(lines);
  if (entries.length === 0) return null;
  return (
    <Box
      borderWidth="2px"
      borderColor="edge"
      borderRadius="card"
      px="3"
      py="2"
      alignSelf="start"
      bg="rail"
      aria-label="Nameplate of the motor"
      role="group"
    >
      <Text fontWeight="bold" mb="1">
        Nameplate of the motor
      </Text>
      {entries.map(([label, printed]) => (
        <Flex key={label} justify="space-between" gap="3" py="0.5" fontSize="small">
          <Text color="muted">{label}</Text>
          <Text fontFamily="mono" textAlign="right">
            {printed}
          </Text>
        </Flex>
      ))}
    </Box>
  );
}
