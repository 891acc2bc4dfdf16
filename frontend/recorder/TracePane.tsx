import { Box, Flex, Text } from "@chakra-ui/react";
import { useEffect, useMemo, useRef, useState } from "react";
import uPlot, { type Options } from "uplot";
import { type Palette, TRACES } from "../parts/canvasPalette";
import { threeDigits } from "../parts/format";
import { tickText } from "../parts/SignalChart";
import { DASHES, drawAbove, pointerOn, X_AXIS } from "./paneParts";
import { type Curve, type Pane, tableOf } from "./panes";
import type { TimeWindow } from "./window";

interface Props {
  pane: Pane;
  window: TimeWindow;
  palette: Palette;
  height: number;
  /** whether the times stand below it */
  last: boolean;
  onChart: (id: string, chart: uPlot | null) => void;
}

/** Curves of one unit over time, on a scale of their own that fits what is in sight. */
export function TracePane({ pane, window, palette, height, last, onChart }: Props) {
  const host = useRef<HTMLDivElement>(null);
  const [hover, setHover] = useState<number | null>(null);
  const data = useMemo(() => tableOf(pane.curves), [pane.curves]);

  useEffect(() => {
    const element = host.current;
    if (!element) return undefined;
    const size = { width: element.clientWidth, height };
    const chart = new uPlot({ ...options(pane, palette, last, window, setHover), ...size }, data, element);
    const fit = () => chart.setScale("x", { min: window.view.from, max: window.view.to });
    fit();
    const leaves = [window.onDraw(fit), pointerOn(chart, window)];
    const observer = new ResizeObserver(() => chart.setSize({ width: element.clientWidth, height }));
    observer.observe(element);
    onChart(pane.id, chart);
    return () => {
      onChart(pane.id, null);
      observer.disconnect();
      for (const leave of leaves) leave();
      chart.destroy();
    };
  }, [pane, data, palette, height, last, window, onChart]);

  return (
    <Box data-pane={pane.id} position="relative">
      <Legend
        curves={pane.curves}
        unit={pane.unit}
        reading={(n) => (hover === null ? undefined : data[n + 1]?.[hover])}
      />
      <Box ref={host} role="img" aria-label={`${pane.curves.map(({ label }) => label).join(", ")} over time`} />
    </Box>
  );
}

interface LegendProps {
  curves: readonly Curve[];
  unit: string;
  reading: (n: number) => number | null | undefined;
}

/** The names of the curves, and what they are below the pointer. */
function Legend({ curves, unit, reading }: LegendProps) {
  return (
    <Flex
      position="absolute"
      top="0.5"
      left="16"
      right="2"
      gap="3"
      fontSize="tiny"
      zIndex="1"
      pointerEvents="none"
      wrap="wrap"
    >
      {curves.map((curve, n) => {
        const value = reading(n);
        return (
          <Flex key={curve.id} align="center" gap="1" bg="surface" px="1" borderRadius="control">
            <Box
              w="4"
              borderTopWidth="2px"
              borderStyle={curve.dash === 0 ? "solid" : "dashed"}
              borderColor={TRACES[curve.colour % TRACES.length]}
              opacity={curve.dash === 0 ? 1 : 0.7}
            />
            <Text as="span">{curve.label}</Text>
            {value !== null && value !== undefined && (
              <Text as="span" fontFamily="mono">
                {threeDigits(value)} {unit}
              </Text>
            )}
          </Flex>
        );
      })}
    </Flex>
  );
}

/** Room above and below the curves. */
const ROOM = 0.08;
const LEAST = 1e-6;

function options(
  pane: Pane,
  palette: Palette,
  last: boolean,
  window: TimeWindow,
  onHover: (place: number | null) => void,
): Omit<Options, "width" | "height"> {
  return {
    padding: [14, 8, last ? 0 : 4, 0],
    legend: { show: false },
    cursor: { drag: { x: false, y: false }, points: { show: false }, y: false, sync: { key: "recorder" } },
    scales: {
      x: { time: false, range: () => [window.view.from, window.view.to] },
      y: { range: (_: uPlot, low: number | null, high: number | null) => roomy(low ?? 0, high ?? 1) },
    },
    series: [
      {},
      ...pane.curves.map(({ label, colour, dash }) => ({
        label,
        stroke: palette.traces[colour % palette.traces.length] ?? palette.ink,
        width: dash === 0 ? 1.5 : 1.2,
        alpha: dash === 0 ? 1 : 0.75,
        spanGaps: true,
        dash: DASHES[dash % DASHES.length] ?? [],
        points: { show: false },
      })),
    ],
    axes: [
      X_AXIS(palette, last),
      {
        stroke: palette.muted,
        grid: { stroke: palette.line, width: 1 },
        ticks: { stroke: palette.line },
        font: '11px "IBM Plex Mono"',
        size: 62,
        label: pane.unit,
        labelSize: 14,
        labelFont: '11px "Archivo Variable"',
        values: (_: uPlot, ticks: number[]) => ticks.map(tickText),
      },
    ],
    hooks: {
      setCursor: [({ cursor: { idx } }) => onHover(idx ?? null)],
      draw: [(chart) => drawAbove(chart, window, palette, true)],
    },
  };
}

/** A line that does not move stands in the middle. */
function roomy(low: number, high: number): [number, number] {
  const span = high - low > LEAST * Math.abs(high) ? high - low : Math.max(Math.abs(high) * 0.1, 1);
  const middle = (high + low) / 2;
  return [middle - span * (0.5 + ROOM), middle + span * (0.5 + ROOM)];
}
