import { Box } from "@chakra-ui/react";
import { useEffect, useMemo, useRef } from "react";
import uPlot, { type AlignedData, type Options } from "uplot";
import type { Palette } from "../parts/canvasPalette";
import { DASHES, drawAbove, pointerOn, X_AXIS } from "./paneParts";
import { type Lane, tableOf } from "./panes";
import type { TimeWindow } from "./window";

export const LANE = 20;
const HIGH = 0.62;

interface Props {
  lanes: readonly Lane[];
  window: TimeWindow;
  palette: Palette;
  last: boolean;
  onChart: (id: string, chart: uPlot | null) => void;
}

/** Bits over time, a lane each. */
export function LanePane({ lanes, window, palette, last, onChart }: Props) {
  const host = useRef<HTMLDivElement>(null);
  const data = useMemo(() => stacked(lanes), [lanes]);
  const height = lanes.length * LANE + (last ? 30 : 12);

  useEffect(() => {
    const element = host.current;
    if (!element) return undefined;
    const chart = new uPlot(
      { ...options(lanes, palette, last, window), width: element.clientWidth, height },
      data,
      element,
    );
    const fit = () => chart.setScale("x", { min: window.view.from, max: window.view.to });
    fit();
    const leaves = [window.onDraw(fit), pointerOn(chart, window)];
    const observer = new ResizeObserver(() => chart.setSize({ width: element.clientWidth, height }));
    observer.observe(element);
    onChart("lanes", chart);
    return () => {
      onChart("lanes", null);
      observer.disconnect();
      for (const leave of leaves) leave();
      chart.destroy();
    };
  }, [lanes, data, palette, last, height, window, onChart]);

  return (
    <Box
      ref={host}
      data-pane="lanes"
      role="img"
      aria-label={`${lanes.map(({ label }) => label).join(", ")} over time`}
    />
  );
}

/** Each lane on its own level, the first at the top. */
function stacked(lanes: readonly Lane[]): AlignedData {
  const levels = lanes.map((lane, n) => ({
    ...lane,
    samples: Float64Array.from(lane.samples, (word) => lanes.length - 1 - n + 0.15 + HIGH * ((word >>> lane.bit) & 1)),
  }));
  return tableOf(levels);
}

function options(
  lanes: readonly Lane[],
  palette: Palette,
  last: boolean,
  window: TimeWindow,
): Omit<Options, "width" | "height"> {
  const stepped = uPlot.paths.stepped?.({ align: 1 });
  return {
    padding: [4, 8, last ? 0 : 4, 0],
    legend: { show: false },
    cursor: { drag: { x: false, y: false }, points: { show: false }, y: false, sync: { key: "recorder" } },
    scales: {
      x: { time: false, range: () => [window.view.from, window.view.to] },
      y: { range: () => [0, lanes.length] },
    },
    series: [
      {},
      ...lanes.map(({ label, dash }) => ({
        label,
        stroke: palette.ink,
        width: 1.3,
        alpha: dash === 0 ? 1 : 0.7,
        dash: DASHES[dash % DASHES.length] ?? [],
        points: { show: false },
        spanGaps: true,
        ...(stepped && { paths: stepped }),
      })),
    ],
    axes: [
      X_AXIS(palette, last),
      { stroke: palette.muted, grid: { show: false }, ticks: { show: false }, size: 62 + 14, values: () => [] },
    ],
    hooks: {
      draw: [
        (chart) => {
          drawAbove(chart, window, palette, false);
          names(chart, lanes, palette);
        },
      ],
    },
  };
}

function names(chart: uPlot, lanes: readonly Lane[], palette: Palette) {
  const { ctx, bbox } = chart;
  ctx.save();
  ctx.fillStyle = palette.muted;
  ctx.font = '11px "Archivo Variable"';
  ctx.textAlign = "right";
  lanes.forEach(({ label }, n) => {
    const y = chart.valToPos(lanes.length - 1 - n + 0.35, "y", true);
    ctx.fillText(label, bbox.left - 6, y, bbox.left - 8);
  });
  ctx.restore();
}
