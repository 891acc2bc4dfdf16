import type uPlot from "uplot";
import type { Axis } from "uplot";
import type { Palette } from "../parts/canvasPalette";
import { tickText } from "../parts/SignalChart";
import type { TimeWindow } from "./window";

/** Of the traces that are shown: the first is solid. */
export const DASHES: number[][] = [[], [6, 4], [2, 3], [9, 3, 2, 3], [1, 2], [12, 4]];

const CLOSER = 0.8;
/** px that a pointer may move in a click. */
const STILL = 3;

/** Times below the last pane; the others keep their grid. */
export function X_AXIS(palette: Palette, shown: boolean): Axis {
  return {
    stroke: palette.muted,
    grid: { stroke: palette.line, width: 1 },
    ticks: { stroke: palette.line, show: shown },
    font: '11px "IBM Plex Mono"',
    size: shown ? 24 : 4,
    values: (chart, ticks) =>
      shown ? ticks.map((tick) => timeText(tick, chart.scales.x?.min, chart.scales.x?.max)) : ticks.map(() => ""),
  };
}

/** Seconds, or milliseconds where less than one is in sight. */
function timeText(tick: number, from = 0, to = 1) {
  return to - from < 0.5
    ? `${tickText(Number((tick * 1000).toPrecision(6)))} ms`
    : `${tickText(Number(tick.toPrecision(6)))} s`;
}

/** Wheel: closer, further. Drag: along. Click: cursor A, with Shift cursor B. Double click: all of it. */
export function pointerOn(chart: uPlot, window: TimeWindow): () => void {
  const { over } = chart;
  const timeAt = (event: MouseEvent) => chart.posToVal(event.clientX - over.getBoundingClientRect().left, "x");
  let from: { x: number; moved: boolean } | null = null;

  const wheel = (event: WheelEvent) => {
    event.preventDefault();
    window.zoom(event.deltaY > 0 ? 1 / CLOSER : CLOSER, timeAt(event));
  };
  const down = (event: PointerEvent) => {
    if (event.button !== 0) return;
    from = { x: event.clientX, moved: false };
    over.setPointerCapture(event.pointerId);
  };
  const move = (event: PointerEvent) => {
    if (!from) return;
    const way = event.clientX - from.x;
    if (!from.moved && Math.abs(way) < STILL) return;
    window.pan((-way / over.clientWidth) * (window.view.to - window.view.from));
    from = { x: event.clientX, moved: true };
  };
  const up = (event: PointerEvent) => {
    if (from && !from.moved) window.set(event.shiftKey ? "b" : "a", timeAt(event));
    from = null;
  };
  const double = () => window.whole();
  over.addEventListener("wheel", wheel, { passive: false });
  over.addEventListener("pointerdown", down);
  over.addEventListener("pointermove", move);
  over.addEventListener("pointerup", up);
  over.addEventListener("dblclick", double);
  return () => {
    over.removeEventListener("wheel", wheel);
    over.removeEventListener("pointerdown", down);
    over.removeEventListener("pointermove", move);
    over.removeEventListener("pointerup", up);
    over.removeEventListener("dblclick", double);
  };
}

/** The trigger, the zero line and the two cursors over the curves. */
export function drawAbove(chart: uPlot, window: TimeWindow, palette: Palette, zero: boolean) {
  const { ctx, bbox } = chart;
  ctx.save();
  ctx.beginPath();
  ctx.rect(bbox.left, bbox.top, bbox.width, bbox.height);
  ctx.clip();
  if (zero) line(chart, palette.muted, [], 0.6, "y", 0);
  line(chart, palette.muted, [3, 3], 1, "x", 0);
  const { a, b } = window.cursors;
  if (a !== null) mark(chart, palette.bay, "A", a);
  if (b !== null) mark(chart, palette.bay, "B", b);
  ctx.restore();
}

function line(chart: uPlot, colour: string, dash: number[], alpha: number, scale: "x" | "y", value: number) {
  const { ctx, bbox } = chart;
  const place = chart.valToPos(value, scale, true);
  if (!Number.isFinite(place)) return;
  ctx.globalAlpha = alpha;
  ctx.strokeStyle = colour;
  ctx.lineWidth = 1;
  ctx.setLineDash(dash);
  ctx.beginPath();
  ctx.moveTo(scale === "x" ? place : bbox.left, scale === "x" ? bbox.top : place);
  ctx.lineTo(scale === "x" ? place : bbox.left + bbox.width, scale === "x" ? bbox.top + bbox.height : place);
  ctx.stroke();
  ctx.globalAlpha = 1;
}

function mark(chart: uPlot, colour: string, name: string, time: number) {
  line(chart, colour, [], 1, "x", time);
  const { ctx, bbox } = chart;
  ctx.fillStyle = colour;
  ctx.font = '600 11px "Archivo Variable"';
  ctx.fillText(name, chart.valToPos(time, "x", true) + 3, bbox.top + bbox.height - 4);
}
