import { Box, Flex, Text } from "@chakra-ui/react";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type uPlot from "uplot";
import { Action } from "../parts/Action";
import { save } from "../parts/save";
import { Segment } from "../parts/Segment";
import { Clocks } from "./Clocks";
import { CrossPanel } from "./CrossPanel";
import { CursorLine } from "./CursorLine";
import { DerivedForm } from "./DerivedForm";
import { Differences } from "./Differences";
import { FaultExplanation } from "./FaultExplanation";
import { FiguresTable, useStretch } from "./FiguresTable";
import { reachOf, type Shown } from "./panes";
import { picture } from "./picture";
import { useSamples, useTracesOf } from "./queries";
import { ShownChip } from "./ShownChip";
import { SpectrumPanel } from "./SpectrumPanel";
import { ofEachDrive, onClock } from "./together";
import { TracePanes } from "./TracePanes";
import { TimeWindow } from "./window";

const NOTHING_YET =
  "Choose signals and a trigger at the right, and record. " +
  "Each trace keeps the settings that it was taken with; two of them are compared by figures.";

const LOOKS = [
  { id: "time", title: "Over time" },
  { id: "spectrum", title: "Spectrum" },
  { id: "cross", title: "One over another" },
] as const;

type Look = (typeof LOOKS)[number]["id"];

interface Props {
  /** whether there are any to choose from */
  any: boolean;
  ids: readonly number[];
  onIds: (ids: number[]) => void;
  height: number;
}

/** The traces that are shown: over time, as a spectrum, or one signal over another, with their figures. */
export function Pictures({ any, ids, onIds, height }: Props) {
  const [window] = useState(() => new TimeWindow());
  const [look, setLook] = useState<Look>("time");
  const [hidden, setHidden] = useState<ReadonlySet<string>>(new Set());
  const [moved, setMoved] = useState<Record<number, number>>({});
  const charts = useRef<ReadonlyMap<string, uPlot>>(new Map());
  const keepCharts = useCallback((all: ReadonlyMap<string, uPlot>) => (charts.current = all), []);
  const chosen = useTracesOf(ids);
  // Traces of several drives that were taken together lie on the clock of their network, until they are moved by hand.
  const shifts = Object.fromEntries(chosen.map((trace) => [trace.id, moved[trace.id] ?? onClock(trace, chosen[0])]));
  const results = useSamples(chosen);
  const loaded = results.map(({ data }) => data);
  const failed = results.find(({ error }) => error)?.error;
  // Other objects only when something has changed: each makes the charts anew.
  const stamp = chosen
    .map((trace, n) => `${trace.id}:${trace.signals.length}:${loaded[n] ? 1 : 0}:${shifts[trace.id] ?? 0}`)
    .join();
  const shown = useMemo<Shown[]>(
    () =>
      chosen.flatMap((trace, n) => {
        const samples = loaded[n];
        return samples ? [{ trace, samples, shift: shifts[trace.id] ?? 0 }] : [];
      }),
    // oxlint-disable-next-line react-hooks/exhaustive-deps
    [stamp],
  );
  const stretch = useStretch(window);
  const toggle = (key: string) =>
    setHidden((now) => new Set(now.has(key) ? [...now].filter((other) => other !== key) : [...now, key]));

  useEffect(() => {
    if (shown.length > 0) window.reach(...reachOf(shown));
  }, [shown, window]);

  const [first] = shown;
  if (failed) return <Text color="fault">{failed.message}</Text>;
  if (ids.length === 0) return <Nothing any={any} height={height} />;
  if (chosen.length === 0) return <Box h={`${height}px`} aria-busy />;
  const png = () =>
    void picture(charts.current, shown).then(
      (blob) => blob && save(`${first?.trace.title ?? "trace"}.png`, "image/png", blob),
    );
  return (
    <>
      <Flex gap="2" align="center" wrap="wrap" pb="1.5">
        <Flex role="radiogroup" aria-label="Look">
          {LOOKS.map(({ id, title }) => (
            <Segment key={id} type="button" role="radio" aria-checked={look === id} onClick={() => setLook(id)}>
              {title}
            </Segment>
          ))}
        </Flex>
        {chosen.map((trace, n) => (
          <ShownChip
            key={trace.id}
            trace={trace}
            first={n === 0}
            shift={shifts[trace.id] ?? 0}
            onShift={(shift) => setMoved({ ...moved, [trace.id]: shift })}
            onFirst={() => onIds([trace.id, ...ids.filter((id) => id !== trace.id)])}
            onLeave={() => onIds(ids.filter((id) => id !== trace.id))}
          />
        ))}
      </Flex>
      {first?.trace.fault_code != null && <FaultExplanation traceId={first.trace.id} />}
      {look === "time" && (
        <TracePanes shown={shown} hidden={hidden} window={window} height={height} onCharts={keepCharts} />
      )}
      {look === "spectrum" && first && (
        <SpectrumPanel key={`spectrum ${first.trace.id}`} shown={first} stretch={stretch} height={height} />
      )}
      {look === "cross" && first && (
        <CrossPanel key={`cross ${first.trace.id}`} shown={shown} stretch={stretch} height={height} />
      )}
      <CursorLine window={window}>
        <Action look="quiet" onClick={() => window.whole()}>
          Show all
        </Action>
        {look === "time" && (
          <Action look="quiet" onClick={png}>
            PNG
          </Action>
        )}
      </CursorLine>
      {ofEachDrive(shown).map((one) => (
        <FiguresTable key={one.trace.id} shown={one} hidden={hidden} onToggle={toggle} window={window} />
      ))}
      {first && <DerivedForm key={`derived ${first.trace.id}`} trace={first.trace} />}
      {shown.length > 1 && <Differences shown={shown} stretch={stretch} />}
      {shown.length > 1 && <Clocks shown={shown} />}
    </>
  );
}

function Nothing({ any, height }: { any: boolean; height: number }) {
  return (
    <Flex
      h={`${height}px`}
      direction="column"
      align="center"
      justify="center"
      bg="surface"
      borderWidth="1px"
      borderStyle="dashed"
      borderColor="edge"
      borderRadius="card"
      textAlign="center"
      px="6"
      data-nothing
    >
      <Text fontWeight="semibold">{any ? "No trace is chosen" : "Nothing was recorded yet"}</Text>
      <Text color="muted" maxW="md">
        {any ? "Tick one or more at the right: they are laid over each other at their triggers." : NOTHING_YET}
      </Text>
    </Flex>
  );
}
