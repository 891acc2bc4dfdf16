import type uPlot from "uplot";
import { clock } from "../parts/format";
import type { Shown } from "./panes";

const HEAD = 18;

/** All panes as one picture, with a line that says what they show. */
export function picture(charts: ReadonlyMap<string, uPlot>, shown: readonly Shown[]): Promise<Blob | null> {
  const panes = [...charts]
    .map(([id, chart]) => ({ id, chart, canvas: chart.ctx.canvas, top: chart.root.getBoundingClientRect().top }))
    .sort((one, other) => one.top - other.top);
  const canvases = panes.map(({ canvas }) => canvas);
  const style = getComputedStyle(document.documentElement);
  const colour = (name: string) => style.getPropertyValue(`--chakra-colors-${name}`).trim();
  const ratio = window.devicePixelRatio || 1;
  const head = HEAD * ratio * shown.length;
  const all = document.createElement("canvas");
  all.width = Math.max(...canvases.map(({ width }) => width));
  all.height = canvases.reduce((height, canvas) => height + canvas.height, head);
  const ctx = all.getContext("2d");
  if (!ctx) return Promise.resolve(null);
  ctx.fillStyle = colour("surface");
  ctx.fillRect(0, 0, all.width, all.height);
  ctx.fillStyle = colour("ink");
  ctx.font = `${12 * ratio}px "Archivo Variable"`;
  shown.forEach(({ trace }, n) => {
    const signals = trace.signals.map(({ name, unit }) => (unit ? `${name} (${unit})` : name)).join(", ");
    ctx.fillText(
      `${trace.drive_name}, ${trace.title}, ${clock(trace.taken_at)}: ${signals}`,
      8,
      (n + 0.8) * HEAD * ratio,
    );
  });
  let top = head;
  for (const { id, chart, canvas } of panes) {
    ctx.drawImage(canvas, 0, top);
    if (id !== "lanes") legend(ctx, chart, top + 10 * ratio, ratio, colour("ink"));
    top += canvas.height;
  }
  return new Promise((resolve) => all.toBlob(resolve, "image/png"));
}

/** The names of the curves, each behind a piece of its line. */
function legend(ctx: CanvasRenderingContext2D, chart: uPlot, y: number, ratio: number, ink: string) {
  ctx.font = `${11 * ratio}px "Archivo Variable"`;
  let x = 70 * ratio;
  for (const { label, stroke, dash } of chart.series.slice(1)) {
    ctx.strokeStyle = typeof stroke === "function" ? String(stroke(chart, 0)) : String(stroke);
    ctx.lineWidth = 2 * ratio;
    ctx.setLineDash((dash ?? []).map((length) => length * ratio));
    ctx.beginPath();
    ctx.moveTo(x, y - 4 * ratio);
    ctx.lineTo(x + 18 * ratio, y - 4 * ratio);
    ctx.stroke();
    ctx.fillStyle = ink;
    const words = typeof label === "string" ? label : "";
    ctx.fillText(words, x + 22 * ratio, y);
    x += ctx.measureText(words).width + 40 * ratio;
  }
}
