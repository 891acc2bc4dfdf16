import { Box, Flex, Text } from "@chakra-ui/react";
import { useCallback, useEffect, useRef, useState, useSyncExternalStore } from "react";
import uPlot, { type Options } from "uplot";
import type { Drive } from "../../api/types";
import { onModeChange } from "../../app/colorMode";
import { Action } from "../../parts/Action";
import { figure } from "../../parts/format";
import { telemetryOf } from "../../live/telemetry";
import { save } from "../../parts/save";
import { SERIES, stripCsv, stripData } from "./stripData";

const SHORTEST = 5;
const LONGEST = 60;
/** ms between two drawings; the figures come 22 times a second. */
const REDRAW = 80;
const HEIGHT = 300;

const LABELS = ["Target", "Speed", "Current"] as const;
const TRACES = ["trace1", "trace2", "trace3"] as const;

/** Target, speed and current as they come. The wheel changes the time shown; frozen, a drag zooms and a double click goes back. */
export function StripChart({ drive }: { drive: Drive }) {
  const plot = useRef<uPlot | null>(null);
  const [seconds, setSeconds] = useState(20);
  const [frozen, setFrozen] = useState(false);
  const [hidden, setHidden] = useState<number[]>([]);
  const [readings, setReadings] = useState<(number | null)[]>([]);
  const palette = useSyncExternalStore(onModeChange, canvasPalette);
  const keepPlot = useCallback((chart: uPlot | null) => {
    plot.current = chart;
  }, []);

  useEffect(() => {
    const telemetry = telemetryOf(drive.id);
    const leave = SERIES.map((key) => telemetry.want(key, "charted"));
    return () => leave.forEach((one) => one());
  }, [drive.id]);

  const toggle = (n: number) => setHidden((now) => (now.includes(n) ? now.filter((each) => each !== n) : [...now, n]));
  const csv = () => save(`${drive.name} live.csv`, "text/csv", stripCsv(drive, stripData(drive, seconds)));
  const png = () =>
    plot.current?.ctx.canvas.toBlob((blob) => blob && save(`${drive.name} live.png`, "image/png", blob));

  return (
    <Box>
      <Flex gap="3" align="center" py="1" wrap="wrap" fontSize="small">
        {LABELS.map((label, n) => (
          <Legend
            key={label}
            label={label}
            colour={TRACES[n] ?? "trace1"}
            dashed={n === 0}
            shown={!hidden.includes(n + 1)}
            reading={readings[n]}
            decimals={n === 2 ? 2 : 0}
            onToggle={() => toggle(n + 1)}
          />
        ))}
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
      </Flex>
      <Plot
        key={palette}
        onPlot={keepPlot}
        palette={palette}
        drive={drive}
        seconds={seconds}
        frozen={frozen}
        hidden={hidden}
        onZoom={setSeconds}
        onCursor={setReadings}
      />
    </Box>
  );
}

interface PlotProps {
  onPlot: (chart: uPlot | null) => void;
  palette: string;
  drive: Drive;
  seconds: number;
  frozen: boolean;
  hidden: number[];
  onZoom: (change: (seconds: number) => number) => void;
  onCursor: (readings: (number | null)[]) => void;
}

/** The canvas. A change of theme makes it anew, as a canvas knows no CSS variables. */
function Plot({ onPlot, palette, drive, seconds, frozen, hidden, onZoom, onCursor }: PlotProps) {
  const host = useRef<HTMLDivElement>(null);
  const plot = useRef<uPlot | null>(null);

  useEffect(() => {
    const element = host.current;
    if (!element) return undefined;
    const chart = new uPlot(
      options(palette.split("|"), drive.speed_unit, element.clientWidth, onCursor),
      [[], [], [], []],
      element,
    );
    plot.current = chart;
    onPlot(chart);
    const observer = new ResizeObserver(() => chart.setSize({ width: element.clientWidth, height: HEIGHT }));
    observer.observe(element);
    return () => {
      observer.disconnect();
      chart.destroy();
      plot.current = null;
      onPlot(null);
    };
  }, [palette, drive.speed_unit, onPlot, onCursor]);

  useEffect(() => {
    SERIES.forEach((_, n) => plot.current?.setSeries(n + 1, { show: !hidden.includes(n + 1) }));
  }, [hidden]);

  useEffect(() => {
    if (frozen) return undefined;
    const draw = () => {
      plot.current?.setData(stripData(drive, seconds), false);
      plot.current?.setScale("x", { min: -seconds, max: 0 });
    };
    draw();
    const timer = window.setInterval(draw, REDRAW);
    return () => window.clearInterval(timer);
  }, [drive, seconds, frozen]);

  useEffect(() => {
    const element = host.current;
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      onZoom((now) => Math.min(LONGEST, Math.max(SHORTEST, Math.round(now * (event.deltaY > 0 ? 1.25 : 0.8)))));
    };
    element?.addEventListener("wheel", wheel, { passive: false });
    return () => element?.removeEventListener("wheel", wheel);
  }, [onZoom]);

  return (
    <Box
      ref={host}
      bg="surface"
      borderWidth="1px"
      borderColor="line"
      borderRadius="card"
      overflow="hidden"
      role="img"
      aria-label={`Target speed, speed and current of ${drive.name} over the last ${seconds} seconds`}
    />
  );
}

interface LegendProps {
  label: string;
  colour: string;
  dashed: boolean;
  shown: boolean;
  reading: number | null | undefined;
  decimals: number;
  onToggle: () => void;
}

function Legend({ label, colour, dashed, shown, reading, decimals, onToggle }: LegendProps) {
  return (
    <Flex
      as="button"
      align="center"
      gap="1.5"
      opacity={shown ? 1 : 0.45}
      cursor="pointer"
      aria-pressed={shown}
      onClick={onToggle}
    >
      <Box w="5" borderTopWidth="2px" borderStyle={dashed ? "dashed" : "solid"} borderColor={colour} />
      <span>{label}</span>
      {reading !== null && reading !== undefined && (
        <Text as="span" fontFamily="mono">
          {figure(reading, decimals)}
        </Text>
      )}
    </Flex>
  );
}

/** What the theme's colours are just now, as one text that is the same as long as they are. */
function canvasPalette() {
  const style = getComputedStyle(document.documentElement);
  return [...TRACES, "line", "muted"].map((name) => style.getPropertyValue(`--chakra-colors-${name}`).trim()).join("|");
}

function options(
  [target, speed, current, line, muted]: string[],
  unit: string,
  width: number,
  onCursor: (readings: (number | null)[]) => void,
): Options {
  const axis = {
    stroke: muted,
    grid: { stroke: line, width: 1 },
    ticks: { stroke: line },
    font: '11px "IBM Plex Mono"',
    values: (_: uPlot, ticks: number[]) => ticks.map((tick) => tickText(tick)),
  };
  return {
    width,
    height: HEIGHT,
    padding: [10, 4, 0, 0],
    cursor: { drag: { x: true, y: false } },
    legend: { show: false },
    scales: {
      x: { time: false },
      speed: { range: (_, low, high) => around(low ?? 0, high ?? 0, 10) },
      A: { range: (_, low, high) => around(Math.min(low ?? 0, 0), high ?? 0, 0.5) },
    },
    series: [
      {},
      { label: "Target", scale: "speed", stroke: target, width: 1.5, dash: [6, 4] },
      { label: "Speed", scale: "speed", stroke: speed, width: 1.75 },
      { label: "Current", scale: "A", stroke: current, width: 1.25 },
    ],
    axes: [
      { ...axis, label: "s", labelSize: 14, size: 30 },
      { ...axis, scale: "speed", label: unit, labelSize: 16, size: 54 },
      { ...axis, scale: "A", label: "A", labelSize: 16, size: 44, side: 1, grid: { show: false } },
    ],
    hooks: {
      setCursor: [
        (chart) =>
          onCursor(
            SERIES.map((_, n) => (chart.cursor.idx == null ? null : (chart.data[n + 1]?.[chart.cursor.idx] ?? null))),
          ),
      ],
      draw: [(chart) => zeroLine(chart, muted ?? "")],
    },
  };
}

function tickText(tick: number) {
  return figure(
    tick,
    Number.isInteger(tick) ? 0 : Math.abs(tick) < 0.1 ? 2 : tick * 10 === Math.round(tick * 10) ? 1 : 2,
  );
}

/** A range that always shows zero and never collapses. */
function around(low: number, high: number, least: number): [number, number] {
  const top = Math.max(high, 0);
  const bottom = Math.min(low, 0);
  const room = Math.max((top - bottom) * 0.08, least * 0.2);
  return [bottom === 0 && top === 0 ? -least : bottom - room, top === 0 && bottom === 0 ? least : top + room];
}

function zeroLine(chart: uPlot, colour: string) {
  const { ctx, bbox } = chart;
  const y = chart.valToPos(0, "speed", true);
  if (!Number.isFinite(y)) return;
  ctx.save();
  ctx.strokeStyle = colour;
  ctx.globalAlpha = 0.6;
  ctx.beginPath();
  ctx.moveTo(bbox.left, y);
  ctx.lineTo(bbox.left + bbox.width, y);
  ctx.stroke();
  ctx.restore();
}
