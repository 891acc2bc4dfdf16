import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { Drive } from "../../api/types";
import { useLive } from "../../live/useLive";
import { Card, Meta } from "../../parts/Card";
import { figure, withUnit } from "../../parts/format";
import { SignalFindings } from "../SignalFindings";
import { HandTurn } from "./HandTurn";

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
      <Flex gap="4" align="center" py="1" opacity={count.stale ? 0.5 : 1}>
        <Dial turns={turned} halls={halls?.value} />
        <Grid templateColumns="auto auto" columnGap="3" fontSize="small" alignItems="baseline">
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
      </Flex>
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

/** The angle as the drive knows it, with the three hall sensors where they would sit. */
function Dial({ turns, halls }: { turns: number; halls: number | undefined }) {
  return (
    <Box color="ink" flexShrink="0">
      <svg width="84" height="84" viewBox="-42 -42 84 84" role="img" aria-label="Angle as the drive knows it">
        <circle r="34" fill="none" stroke="currentColor" opacity="0.4" />
        {[0, 1, 2, 3].map((quarter) => (
          <path key={quarter} d="M0 -34v5" stroke="currentColor" opacity="0.4" transform={`rotate(${quarter * 90})`} />
        ))}
        <path
          d="M0 4V-29"
          stroke="var(--chakra-colors-bay)"
          strokeWidth="3"
          strokeLinecap="round"
          transform={`rotate(${((turns % 1) * 360).toFixed(1)})`}
        />
        {halls !== undefined &&
          [0, 1, 2].map((bit) => (
            <g key={bit} transform={`rotate(${bit * 120}) translate(0 -15)`}>
              <circle
                r="5"
                stroke="currentColor"
                fill={halls & (1 << bit) ? "var(--chakra-colors-ok-text)" : "var(--chakra-colors-surface)"}
              />
              <text
                y="3"
                fontSize="7"
                textAnchor="middle"
                fill={halls & (1 << bit) ? "var(--chakra-colors-paper)" : "currentColor"}
                transform={`rotate(${-bit * 120})`}
              >
                {"ABC"[bit]}
              </text>
            </g>
          ))}
      </svg>
    </Box>
  );
}
