import { Box, Flex, Text } from "@chakra-ui/react";
import { type ReactNode, useCallback, useEffect, useRef, useState } from "react";
import uPlot, { type AlignedData, type Axis, type Options } from "uplot";
import { type Palette, TRACES, usePalette } from "./canvasPalette";
import { figure } from "./format";

export interface Signal {
  key: string;
  label: string;
  /** signals of one unit share a scale: the first unit's is at the left, the others' are at the right */
  unit: string;
  decimals?: number;
  dashed?: boolean;
  /** what the scale shows of it at least, to either side of zero */
  least?: number;
}

interface Props {
  /** what is drawn, for those who cannot see it */
  label: string;
  signals: readonly Signal[];
  height?: number;
  /** s, then the samples of each signal; left away where somebody else hands them to the chart as they come */
  data?: AlignedData;
  /** the chart whenever there is another one: after a change of theme or of the signals */
  onChart?: (chart: uPlot | null) => void;
  /** beside the names of the signals */
  aside?: ReactNode;
}

const LEAST = 1e-3;
const HEIGHT = 300;

/** Signals over time, on a scale a unit. A drag zooms, a double click goes back, the cursor reads, a name hides. */
export function SignalChart({ label, signals, height = HEIGHT, data, onChart, aside }: Props) {
  const [hidden, setHidden] = useState<readonly string[]>([]);
  const [readings, setReadings] = useState<readonly (number | null)[]>([]);
  const palette = usePalette();
  const toggle = (key: string) =>
    setHidden((now) => (now.includes(key) ? now.filter((each) => each !== key) : [...now, key]));
  return (
    <Box>
      <Flex gap="3" align="center" py="1" wrap="wrap" fontSize="small">
        {signals.map((signal, n) => (
          <Legend
            key={signal.key}
            signal={signal}
            colour={TRACES[n % TRACES.length] ?? "trace1"}
            shown={!hidden.includes(signal.key)}
            reading={readings[n]}
            onToggle={() => toggle(signal.key)}
          />
        ))}
        {aside}
      </Flex>
      <Canvas
        key={`${palette.ink} ${signals.map(({ key, unit }) => key + unit).join()}`}
        label={label}
        signals={signals}
        height={height}
        data={data}
        palette={palette}
        hidden={hidden}
        onChart={onChart}
        onCursor={setReadings}
      />
    </Box>
  );
}

interface CanvasProps {
  label: string;
  signals: readonly Signal[];
  height: number;
  data: AlignedData | undefined;
  palette: Palette;
  hidden: readonly string[];
  onChart: ((chart: uPlot | null) => void) | undefined;
  onCursor: (readings: readonly (number | null)[]) => void;
}

/** What is drawn. Another theme or other signals make it anew: a canvas knows no CSS variables. */
function Canvas({ label, signals, height, data, palette, hidden, onChart, onCursor }: CanvasProps) {
  const host = useRef<HTMLDivElement>(null);
  const plot = useRef<uPlot | null>(null);
  const built = useRef({ signals, data, onChart });
  const keep = useCallback((chart: uPlot | null) => {
    plot.current = chart;
    built.current.onChart?.(chart);
  }, []);

  useEffect(() => {
    const element = host.current;
    if (!element) return undefined;
    const drawn = built.current;
    const empty = [[], ...drawn.signals.map(() => [])] as unknown as AlignedData;
    const size = { width: element.clientWidth, height };
    const chart = new uPlot(options(drawn.signals, palette, size, onCursor), drawn.data ?? empty, element);
    keep(chart);
    const observer = new ResizeObserver(() => chart.setSize({ width: element.clientWidth, height }));
    observer.observe(element);
    return () => {
      observer.disconnect();
      chart.destroy();
      keep(null);
    };
  }, [palette, height, keep, onCursor]);

  useEffect(() => {
    if (data) plot.current?.setData(data);
  }, [data]);

  useEffect(() => {
    signals.forEach(({ key }, n) => plot.current?.setSeries(n + 1, { show: !hidden.includes(key) }));
  }, [signals, hidden]);

  return (
    <Box
      ref={host}
      bg="surface"
      borderWidth="1px"
      borderColor="line"
      borderRadius="card"
      overflow="hidden"
      role="img"
      aria-label={label}
    />
  );
}

interface LegendProps {
  signal: Signal;
  colour: string;
  shown: boolean;
  reading: number | null | undefined;
  onToggle: () => void;
}

function Legend({ signal, colour, shown, reading, onToggle }: LegendProps) {
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
      <Box w="5" borderTopWidth="2px" borderStyle={signal.dashed ? "dashed" : "solid"} borderColor={colour} />
      <span>{signal.label}</span>
      {reading !== null && reading !== undefined && (
        <Text as="span" fontFamily="mono">
          {figure(reading, signal.decimals ?? 0)}
        </Text>
      )}
    </Flex>
  );
}

function options(
  signals: readonly Signal[],
  { traces: colours, line, muted }: Palette,
  size: { width: number; height: number },
  onCursor: (readings: readonly (number | null)[]) => void,
): Options {
  const units = [...new Set(signals.map(({ unit }) => unit))];
  const axis = {
    stroke: muted,
    grid: { stroke: line, width: 1 },
    ticks: { stroke: line },
    font: '11px "IBM Plex Mono"',
    values: (_: uPlot, ticks: number[]) => ticks.map((tick) => tickText(tick)),
  };
  const side = (unit: string, n: number): Axis =>
    n === 0
      ? { ...axis, scale: unit, label: unit, labelSize: 16, size: 54 }
      : { ...axis, scale: unit, label: unit, labelSize: 16, size: 44, side: 1, grid: { show: false } };
  return {
    ...size,
    padding: [10, 4, 0, 0],
    cursor: { drag: { x: true, y: false } },
    legend: { show: false },
    scales: {
      x: { time: false },
      ...Object.fromEntries(
        units.map((unit) => {
          const least = Math.max(...signals.filter((one) => one.unit === unit).map((one) => one.least ?? LEAST));
          return [unit, { range: (_: uPlot, low: number, high: number) => around(low ?? 0, high ?? 0, least) }];
        }),
      ),
    },
    series: [
      {},
      ...signals.map(({ label, unit, dashed }, n) => ({
        label,
        scale: unit,
        stroke: colours[n % TRACES.length] ?? "",
        width: 1.6,
        ...(dashed && { dash: [6, 4] }),
      })),
    ],
    axes: [{ ...axis, label: "s", labelSize: 14, size: 30 }, ...units.map(side)],
    hooks: {
      setCursor: [
        ({ cursor: { idx }, data }) =>
          onCursor(signals.map((_, n) => (idx === null || idx === undefined ? null : (data[n + 1]?.[idx] ?? null)))),
      ],
      draw: [(chart) => zeroLine(chart, units[0] ?? "", muted)],
    },
  };
}

export function tickText(tick: number) {
  if (Number.isInteger(tick)) return figure(tick, 0);
  const places = Math.min(4, Math.max(1, -Math.floor(Math.log10(Math.abs(tick)))));
  return figure(tick, tick * 10 === Math.round(tick * 10) ? 1 : Math.max(places, 2));
}

/** A range that always shows zero and never collapses. */
function around(low: number, high: number, least: number): [number, number] {
  const top = Math.max(high, 0);
  const bottom = Math.min(low, 0);
  const room = Math.max((top - bottom) * 0.08, least * 0.2);
  return [bottom === 0 && top === 0 ? -least : bottom - room, top === 0 && bottom === 0 ? least : top + room];
}

function zeroLine(chart: uPlot, scale: string, colour: string) {
  const { ctx, bbox } = chart;
  const y = chart.valToPos(0, scale, true);
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
