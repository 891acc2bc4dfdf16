import { Box, Flex, Input, Text } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import type { TraceFigures } from "../api/types";
import { digitsOf, threeDigits } from "../parts/format";
import { Table } from "../parts/Table";
import { useCursors } from "./CursorLine";
import type { Shown } from "./panes";
import { type Stretch, useFigures } from "./queries";
import { sampleAt } from "./samples";
import type { TimeWindow } from "./window";

const BAND = 2;

interface Props {
  shown: Shown;
  hidden: ReadonlySet<string>;
  onToggle: (key: string) => void;
  window: TimeWindow;
}

/** The stretch between the cursors; nothing where one is missing: all of it. */
export function useStretch(window: TimeWindow): Stretch | null {
  const { a, b } = useCursors(window);
  return useMemo(
    () => (a !== null && b !== null && a !== b ? { from: Math.min(a, b), to: Math.max(a, b) } : null),
    [a, b],
  );
}

/** Figures of each signal, at the cursors and between them, and how actual figures follow their demands. */
export function FiguresTable({ shown, hidden, onToggle, window }: Props) {
  const { trace, samples, shift } = shown;
  const { a, b } = useCursors(window);
  const stretch = useStretch(window);
  const [band, setBand] = useState(BAND);
  const own = stretch && { from: stretch.from - shift, to: stretch.to - shift };
  const { data } = useFigures(trace.id, trace.signals.length, own, band);
  const rows = new Map(data?.rows.map((row) => [row.key, row]));
  const at = (key: string, time: number | null) => {
    const column = samples.columns.get(key);
    return time === null || !column ? undefined : sampleAt(samples.at, column, time - shift);
  };
  return (
    <Box overflowX="auto">
      <Table data-figures>
        <thead>
          <tr>
            <th>{trace.drive_name}</th>
            <th className="figure">at A</th>
            <th className="figure">at B</th>
            <th className="figure">B − A</th>
            <th className="figure">slope, /s</th>
            <th className="figure">mean</th>
            <th className="figure">rms</th>
            <th className="figure">lowest</th>
            <th className="figure">highest</th>
            <th className="figure">peak to peak</th>
            <th>unit</th>
          </tr>
        </thead>
        <tbody>
          {trace.signals.map(({ key, name, unit, bits }) => {
            const row = rows.get(key);
            const [first, second] = [at(key, a), at(key, b)];
            const difference = first !== undefined && second !== undefined ? second - first : undefined;
            const apart = a !== null && b !== null ? b - a : 0;
            const word = Object.keys(bits).length > 0;
            const span = row ? row.highest - row.lowest : 0;
            const figureOf = (value: number | undefined) => digitsOf(value, span);
            const say = word ? hex : figureOf;
            return (
              <tr key={key} data-signal={key}>
                <td>
                  <Flex as="label" gap="1.5" align="center" whiteSpace="nowrap">
                    <input type="checkbox" checked={!hidden.has(key)} onChange={() => onToggle(key)} />
                    {name}
                  </Flex>
                </td>
                <td className="figure">{say(first)}</td>
                <td className="figure">{say(second)}</td>
                <td className="figure">{word ? "" : figureOf(difference)}</td>
                <td className="figure">
                  {word || difference === undefined || apart === 0 ? "" : threeDigits(difference / apart)}
                </td>
                {word ? (
                  <td colSpan={5} />
                ) : (
                  <>
                    <td className="figure">{figureOf(row?.mean)}</td>
                    <td className="figure" data-figure="rms">
                      {figureOf(row?.rms)}
                    </td>
                    <td className="figure">{figureOf(row?.lowest)}</td>
                    <td className="figure">{figureOf(row?.highest)}</td>
                    <td className="figure">{row && threeDigits(row.highest - row.lowest)}</td>
                  </>
                )}
                <td>{unit}</td>
              </tr>
            );
          })}
        </tbody>
      </Table>
      {data?.pairs.map((pair) => (
        <Following key={pair.actual} pair={pair} band={band} onBand={setBand} />
      ))}
    </Box>
  );
}

function hex(word: number | undefined) {
  return word === undefined ? "–" : `0x${(word >>> 0).toString(16).toUpperCase().padStart(4, "0")}`;
}

const ms = (time: number | null) => (time === null ? "–" : `${threeDigits(time * 1000)} ms`);

interface FollowingProps {
  pair: TraceFigures["pairs"][number];
  band: number;
  onBand: (band: number) => void;
}

/** How one figure follows its demand. */
function Following({ pair, band, onBand }: FollowingProps) {
  const parts: [string, string][] = [
    ["error, rms", `${threeDigits(pair.error_rms)} ${pair.unit}`],
    ["peak", `${threeDigits(pair.error_peak)} ${pair.unit}`],
    ["at the end", `${threeDigits(pair.steady_error)} ${pair.unit}`],
  ];
  if (pair.step !== null) {
    parts.push(
      ["step", `${threeDigits(pair.step)} ${pair.unit}`],
      ["rise", ms(pair.rise)],
      ["overshoot", `${threeDigits(pair.overshoot)} %`],
      ["settles", pair.settling === null ? "not in this stretch" : ms(pair.settling)],
      ["after the demand", ms(pair.after_demand)],
    );
  }
  return (
    <Flex gap="3" wrap="wrap" align="center" fontSize="small" py="1.5" data-following={pair.actual}>
      <Text fontWeight="semibold">{pair.name} against its demand</Text>
      {parts.map(([word, text]) => (
        <Text key={word}>
          <Text as="span" color="muted">
            {word}
          </Text>
          <Text as="span" fontFamily="mono" ml="1">
            {text}
          </Text>
        </Text>
      ))}
      {pair.step !== null && (
        <Flex as="label" align="center" gap="1" color="muted">
          within ±
          <Input
            aria-label="Band of settling in percent of the step"
            type="number"
            min={0.1}
            max={50}
            step={0.5}
            value={band}
            onChange={(event) => {
              const next = Number(event.target.value);
              if (next >= 0.1 && next <= 50) onBand(next);
            }}
            size="xs"
            h="6"
            w="14"
            px="1"
            fontFamily="mono"
            bg="surface"
            borderColor="edge"
          />
          %
        </Flex>
      )}
    </Flex>
  );
}
