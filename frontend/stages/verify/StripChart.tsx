import { Box, Flex, Text } from "@chakra-ui/react";
import { useEffect, useMemo, useRef, useState } from "react";
import type uPlot from "uplot";
import type { Drive } from "../../api/types";
import { telemetryOf } from "../../live/telemetry";
import { Action } from "../../parts/Action";
import { save } from "../../parts/save";
import { SignalChart, type Signal } from "../../parts/SignalChart";
import { SERIES, stripCsv, stripData } from "./stripData";

const SHORTEST = 5;
const LONGEST = 60;
/** ms between two drawings; the figures come 22 times a second. */
const REDRAW = 80;

/** Target, speed and current as they come. The wheel changes the time shown; frozen, a drag zooms and a double click goes back. */
export function StripChart({ drive }: { drive: Drive }) {
  const host = useRef<HTMLDivElement>(null);
  const [chart, setChart] = useState<uPlot | null>(null);
  const [seconds, setSeconds] = useState(20);
  const [frozen, setFrozen] = useState(false);
  const signals = useMemo<Signal[]>(
    () => [
      { key: SERIES[0], label: "Target", unit: drive.speed_unit, dashed: true, least: 10 },
      { key: SERIES[1], label: "Speed", unit: drive.speed_unit, least: 10 },
      { key: SERIES[2], label: "Current", unit: "A", decimals: 2, least: 0.5 },
    ],
    [drive.speed_unit],
  );

  useEffect(() => {
    const telemetry = telemetryOf(drive.id);
    const leave = SERIES.map((key) => telemetry.want(key, "charted"));
    return () => leave.forEach((one) => one());
  }, [drive.id]);

  useEffect(() => {
    if (frozen || !chart) return undefined;
    const draw = () => {
      chart.setData(stripData(drive, seconds), false);
      chart.setScale("x", { min: -seconds, max: 0 });
    };
    draw();
    const timer = window.setInterval(draw, REDRAW);
    return () => window.clearInterval(timer);
  }, [chart, drive, seconds, frozen]);

  useEffect(() => {
    const element = host.current;
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      setSeconds((now) => Math.min(LONGEST, Math.max(SHORTEST, Math.round(now * (event.deltaY > 0 ? 1.25 : 0.8)))));
    };
    element?.addEventListener("wheel", wheel, { passive: false });
    return () => element?.removeEventListener("wheel", wheel);
  }, []);

  const csv = () => save(`${drive.name} live.csv`, "text/csv", stripCsv(drive, stripData(drive, seconds)));
  const png = () => chart?.ctx.canvas.toBlob((blob) => blob && save(`${drive.name} live.png`, "image/png", blob));

  return (
    <Box ref={host}>
      <SignalChart
        label={`Target speed, speed and current of ${drive.name} over the last ${seconds} seconds`}
        signals={signals}
        onChart={setChart}
        aside={
          <Flex gap="1.5" ml="auto">
            <Text color="muted" alignSelf="center">
              {seconds} s
            </Text>
            <Action look="quiet" aria-pressed={frozen} onClick={() => setFrozen(!frozen)}>
              {frozen ? "Go on" : "Freeze"}
            </Action>
            <Action look="quiet" onClick={csv}>
              CSV
            </Action>
            <Action look="quiet" onClick={png}>
              PNG
            </Action>
          </Flex>
        }
      />
    </Box>
  );
}
