import { Box, Text } from "@chakra-ui/react";
import { useCallback, useMemo, useRef } from "react";
import type uPlot from "uplot";
import { usePalette } from "../parts/canvasPalette";
import { LANE, LanePane } from "./LanePane";
import { panesOf, type Shown } from "./panes";
import { TracePane } from "./TracePane";
import type { TimeWindow } from "./window";

const LEAST = 84;
const MOST = 320;
const AXIS = 24;

interface Props {
  shown: readonly Shown[];
  hidden: ReadonlySet<string>;
  window: TimeWindow;
  /** px for all panes together; they take more where there are many */
  height: number;
  onCharts?: (charts: ReadonlyMap<string, uPlot>) => void;
}

/** What was recorded, a pane a unit, all on one axis of time. */
export function TracePanes({ shown, hidden, window, height, onCharts }: Props) {
  const palette = usePalette();
  const charts = useRef(new Map<string, uPlot>());
  const { panes, lanes } = useMemo(() => panesOf(shown, hidden), [shown, hidden]);
  const keep = useCallback(
    (id: string, chart: uPlot | null) => {
      if (chart) charts.current.set(id, chart);
      else charts.current.delete(id);
      onCharts?.(charts.current);
    },
    [onCharts],
  );
  const left = height - (lanes.length > 0 ? lanes.length * LANE + 30 : AXIS);
  const each = Math.round(Math.min(MOST, Math.max(LEAST, left / Math.max(panes.length, 1))));
  if (panes.length + lanes.length === 0)
    return (
      <Text color="muted" p="4">
        All signals are hidden. Tick one below.
      </Text>
    );
  return (
    <Box
      bg="surface"
      borderWidth="1px"
      borderColor="line"
      borderRadius="card"
      overflow="hidden"
      onKeyDown={(event) => key(event.key, window) && event.preventDefault()}
      tabIndex={0}
      aria-label="Curves: arrow keys move along, plus and minus zoom, Home shows all"
      role="group"
      data-panes
    >
      {panes.map((pane, n) => {
        const last = lanes.length === 0 && n === panes.length - 1;
        return (
          <TracePane
            key={pane.id}
            pane={pane}
            window={window}
            palette={palette}
            height={last ? each + AXIS : each}
            last={last}
            onChart={keep}
          />
        );
      })}
      {lanes.length > 0 && <LanePane lanes={lanes} window={window} palette={palette} last onChart={keep} />}
    </Box>
  );
}

/** @returns whether the key means something here */
function key(name: string, window: TimeWindow) {
  const { from, to } = window.view;
  const middle = (from + to) / 2;
  const span = to - from;
  const does: Record<string, () => void> = {
    ArrowLeft: () => window.pan(-span / 10),
    ArrowRight: () => window.pan(span / 10),
    "+": () => window.zoom(0.8, middle),
    "-": () => window.zoom(1.25, middle),
    Home: () => window.whole(),
  };
  does[name]?.();
  return name in does;
}
