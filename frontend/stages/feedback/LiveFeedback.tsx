import { Box, Grid, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { Drive } from "../../api/types";
import { useLive } from "../../live/useLive";
import { Card, Meta } from "../../parts/Card";
import { figure, withUnit } from "../../parts/format";
import { SignalFindings } from "../SignalFindings";
import { HandTurn } from "./HandTurn";
import { TurnStrip } from "./TurnStrip";

/** What comes from the device at this moment, and what a turn by hand makes of it. */
export function LiveFeedback({ drive }: { drive: Drive }) {
  const position = useLive(drive, "position.actual");
  const counted = useLive(drive, "feedback.count");
  const count = position ?? counted;
  const hallState = useLive(drive, "feedback.halls");
  const halls = drive.halls ? hallState : undefined;
  const index = useLive(drive, "feedback.index_count");
  const distance = useLive(drive, "feedback.index_distance");
  if (!count) return null;
  if (drive.counts_per_turn === null) return <BackEmf drive={drive} />;
  const perTurn = drive.counts_per_turn ?? 0;
  const turned = count.value !== undefined && perTurn > 0 ? count.value / perTurn : 0;
  return (
    <Card
      title="Live"
      aside={
        <Text color={count.stale ? "fault" : "muted"}>{count.stale ? "no figures come" : "22 looks a second"}</Text>
      }
    >
      <Box py="1" opacity={count.stale ? 0.5 : 1}>
        <TurnStrip turns={turned} pairs={drive.pole_pairs ?? 1} halls={halls?.value} />
        <Grid templateColumns="minmax(0, 1fr) auto" columnGap="3" fontSize="small" alignItems="baseline" mt="1">
          <Line label="Count">{count.value === undefined ? "–" : figure(count.value)}</Line>
          <Line label={drive.slides ? "Field angle" : "Within the turn"}>
            {perTurn > 0 ? `${(Math.floor((((turned % 1) + 1) % 1) * 3600) / 10).toFixed(1)} °` : "–"}
          </Line>
          {halls && halls.value !== undefined && (
            <Line label="Halls C B A">{halls.value.toString(2).padStart(3, "0")}</Line>
          )}
          {index && <Line label="Index pulses">{index.value ?? "–"}</Line>}
          {distance && <Line label="Between two of them">{distance.value ?? "–"}</Line>}
        </Grid>
      </Box>
      <SignalFindings drive={drive} />
      {drive.link.state === "online" ? (
        <HandTurn drive={drive} count={count.value} />
      ) : (
        <Meta>Connect the drive to see its signals.</Meta>
      )}
    </Card>
  );
}

/** Without a device, where the motor has brushes: what its back-EMF says while it is turned. */
function BackEmf({ drive }: { drive: Drive }) {
  const speed = useLive(drive, "speed.actual");
  const voltage = useLive(drive, "motor.voltage");
  if (!voltage) return null;
  return (
    <Card
      title="Live"
      aside={
        <Text color={speed?.stale ? "fault" : "muted"}>{speed?.stale ? "no figures come" : "22 looks a second"}</Text>
      }
    >
      <Grid
        templateColumns="auto auto"
        columnGap="3"
        fontSize="small"
        alignItems="baseline"
        py="1"
        opacity={speed?.stale ? 0.5 : 1}
      >
        <Line label="Speed by the back-EMF">
          {speed?.value === undefined ? "–" : withUnit(speed.value, drive.speed_unit, 0)}
        </Line>
      </Grid>
      <Meta>
        Turn the shaft by hand: a positive speed is the motor's positive direction, and shows that its wires are where
        they belong.
      </Meta>
    </Card>
  );
}

function Line({ label, children }: { label: string; children: ReactNode }) {
  return (
    <>
      <Text color="muted">{label}</Text>
      <Text fontFamily="mono" textAlign="right" data-live-line={label}>
        {children}
      </Text>
    </>
  );
}
