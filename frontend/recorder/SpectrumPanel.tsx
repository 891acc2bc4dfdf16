import { Box, Flex, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import uPlot, { type AlignedData } from "uplot";
import { type Palette, usePalette } from "../parts/canvasPalette";
import { Choice } from "../parts/Choice";
import { threeDigits } from "../parts/format";
import { tickText } from "../parts/SignalChart";
import type { Shown } from "./panes";
import { type Stretch, useSpectrum } from "./queries";

/** Amplitudes of one signal over frequency, between the cursors or of all, with the lines that stand out. */
export function SpectrumPanel({ shown, stretch, height }: { shown: Shown; stretch: Stretch | null; height: number }) {
  const signals = shown.trace.signals.filter(({ bits }) => Object.keys(bits).length === 0);
  const [key, setKey] = useState(signals.at(-1)?.key ?? "");
  const signal = signals.find((one) => one.key === key) ?? signals[0];
  const own = stretch && { from: stretch.from - shown.shift, to: stretch.to - shown.shift };
  const { data, error } = useSpectrum(shown.trace.id, signal?.key ?? "", own);
  return (
    <Box data-spectrum>
      <Flex gap="3" align="center" pb="1.5" wrap="wrap" fontSize="small">
        <Choice
          label="Signal of the spectrum"
          value={signal?.key ?? ""}
          options={signals.map(({ key: id, name }) => ({ id, title: name }))}
          onChange={setKey}
          width="52"
        />
        <Text color="muted">
          {stretch ? "between A and B" : "of the whole trace"}; amplitude of each frequency, its mean left out
        </Text>
      </Flex>
      {error && <Text color="cautionText">{error.message}</Text>}
      {data && !error && (
        <>
          <Amplitudes data={[data.frequencies, data.amplitudes]} unit={signal?.unit ?? ""} height={height - 70} />
          <Flex gap="4" pt="1.5" wrap="wrap" fontSize="small" role="list" aria-label="Lines that stand out">
            {data.lines.length === 0 && <Text color="muted">No line stands out.</Text>}
            {data.lines.map((line) => (
              <Text key={line.frequency} role="listitem" fontFamily="mono">
                {threeDigits(line.frequency)} Hz{" "}
                <Text as="span" color="muted">
                  {threeDigits(line.amplitude)} {signal?.unit}
                </Text>
              </Text>
            ))}
          </Flex>
        </>
      )}
    </Box>
  );
}

function Amplitudes({ data, unit, height }: { data: [number[], number[]]; unit: string; height: number }) {
  const host = useRef<HTMLDivElement>(null);
  const palette = usePalette();
  useEffect(() => {
    const element = host.current;
    if (!element) return undefined;
    const chart = new uPlot(
      { ...options(unit, palette), width: element.clientWidth, height },
      data as unknown as AlignedData,
      element,
    );
    const observer = new ResizeObserver(() => chart.setSize({ width: element.clientWidth, height }));
    observer.observe(element);
    return () => {
      observer.disconnect();
      chart.destroy();
    };
  }, [data, unit, height, palette]);
  return (
    <Box
      ref={host}
      bg="surface"
      borderWidth="1px"
      borderColor="line"
      borderRadius="card"
      overflow="hidden"
      role="img"
      aria-label="Amplitude over frequency"
    />
  );
}

const values = (_: uPlot, ticks: number[]) => ticks.map((tick) => tickText(Number(tick.toPrecision(6))));

const options = (unit: string, { traces, muted, line }: Palette): Omit<uPlot.Options, "width" | "height"> => {
  const axis = {
    stroke: muted,
    grid: { stroke: line, width: 1 },
    ticks: { stroke: line },
    font: '11px "IBM Plex Mono"',
  };
  return {
    padding: [10, 8, 0, 0],
    legend: { show: false },
    cursor: { drag: { x: true, y: false } },
    scales: { x: { time: false }, y: { range: (_: uPlot, _low: number, high: number) => [0, (high || 1) * 1.08] } },
    series: [{}, { stroke: traces[0] ?? muted, width: 1.4, points: { show: false } }],
    axes: [
      { ...axis, values, label: "Hz", labelSize: 14, labelFont: '11px "Archivo Variable"', size: 30 },
      { ...axis, values, label: unit, labelSize: 14, labelFont: '11px "Archivo Variable"', size: 62 },
    ],
  };
};
