import { Box, Flex, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { type Palette, usePalette } from "../parts/canvasPalette";
import { Choice } from "../parts/Choice";
import { ticks } from "../parts/ticks";
import { tickText } from "../parts/SignalChart";
import type { Curve, Shown } from "./panes";
import type { Stretch } from "./queries";
import { placeOf } from "./samples";

/** One signal over another instead of over time. */
export function CrossPanel({
  shown,
  stretch,
  height,
}: {
  shown: readonly Shown[];
  stretch: Stretch | null;
  height: number;
}) {
  const signals = (shown[0]?.trace.signals ?? []).filter(({ bits }) => Object.keys(bits).length === 0);
  const [across, setAcross] = useState(signals[0]?.key ?? "");
  const [up, setUp] = useState(signals[1]?.key ?? signals[0]?.key ?? "");
  const named = (key: string) => signals.find((one) => one.key === key) ?? signals[0];
  const choices = signals.map(({ key: id, name }) => ({ id, title: name }));
  return (
    <Box data-cross>
      <Flex gap="2" align="center" pb="1.5" wrap="wrap" fontSize="small">
        <Choice label="Signal upward" value={named(up)?.key ?? ""} options={choices} onChange={setUp} width="52" />
        <Text>over</Text>
        <Choice
          label="Signal across"
          value={named(across)?.key ?? ""}
          options={choices}
          onChange={setAcross}
          width="52"
        />
        <Text color="muted">{stretch ? "between A and B" : "of the whole trace"}</Text>
      </Flex>
      <Plane
        paths={shown.map((one) => pathOf(one, named(across)?.key ?? "", named(up)?.key ?? "", stretch))}
        words={[axisWord(named(across)), axisWord(named(up))]}
        height={height - 40}
      />
    </Box>
  );
}

const axisWord = (signal: { name: string; unit: string } | undefined) =>
  signal ? [signal.name, signal.unit].filter(Boolean).join(", ") : "";

type Path = readonly [x: Curve["samples"], y: Curve["samples"], from: number, to: number];

function pathOf({ samples, shift }: Shown, across: string, up: string, stretch: Stretch | null): Path {
  const none = new Float64Array(0);
  const x = samples.columns.get(across) ?? none;
  const from = stretch ? placeOf(samples.at, stretch.from - shift) : 0;
  const to = stretch ? placeOf(samples.at, stretch.to - shift) : samples.at.length;
  return [x, samples.columns.get(up) ?? none, from, Math.min(to, x.length)];
}

const EDGE = { left: 70, right: 12, top: 10, bottom: 38 };

function Plane({ paths, words, height }: { paths: readonly Path[]; words: readonly [string, string]; height: number }) {
  const host = useRef<HTMLCanvasElement>(null);
  const palette = usePalette();
  useEffect(() => {
    const canvas = host.current;
    if (!canvas) return undefined;
    const draw = () => paint(canvas, paths, words, palette, height);
    draw();
    const observer = new ResizeObserver(draw);
    observer.observe(canvas);
    return () => observer.disconnect();
  }, [paths, words, palette, height]);
  return (
    <Box bg="surface" borderWidth="1px" borderColor="line" borderRadius="card" overflow="hidden">
      <canvas
        ref={host}
        style={{ width: "100%", height, display: "block" }}
        role="img"
        aria-label={`${words[1]} over ${words[0]}`}
      />
    </Box>
  );
}

function paint(
  canvas: HTMLCanvasElement,
  paths: readonly Path[],
  [acrossWord, upWord]: readonly [string, string],
  palette: Palette,
  height: number,
) {
  const ratio = window.devicePixelRatio || 1;
  const width = canvas.clientWidth;
  canvas.width = width * ratio;
  canvas.height = height * ratio;
  const ctx = canvas.getContext("2d");
  if (!ctx) return;
  ctx.scale(ratio, ratio);
  const [left, right] = reach(paths, 0);
  const [low, high] = reach(paths, 1);
  const x = (value: number) => EDGE.left + ((value - left) / (right - left)) * (width - EDGE.left - EDGE.right);
  const y = (value: number) =>
    height - EDGE.bottom - ((value - low) / (high - low)) * (height - EDGE.top - EDGE.bottom);
  ctx.font = '11px "IBM Plex Mono"';
  ctx.strokeStyle = palette.line;
  ctx.fillStyle = palette.muted;
  ctx.textAlign = "center";
  for (const tick of ticks(left, right, 8)) {
    segment(ctx, x(tick), EDGE.top, x(tick), height - EDGE.bottom);
    ctx.fillText(tickText(tick), x(tick), height - EDGE.bottom + 14);
  }
  ctx.textAlign = "right";
  for (const tick of ticks(low, high, 6)) {
    segment(ctx, EDGE.left, y(tick), width - EDGE.right, y(tick));
    ctx.fillText(tickText(tick), EDGE.left - 6, y(tick) + 4);
  }
  ctx.font = '11px "Archivo Variable"';
  ctx.textAlign = "center";
  ctx.fillText(acrossWord, (EDGE.left + width) / 2, height - 6);
  ctx.save();
  ctx.translate(12, height / 2);
  ctx.rotate(-Math.PI / 2);
  ctx.fillText(upWord, 0, 0);
  ctx.restore();
  paths.forEach(([xs, ys, from, to], n) => {
    ctx.strokeStyle = palette.traces[n % palette.traces.length] ?? palette.ink;
    ctx.lineWidth = 1.3;
    ctx.setLineDash(n === 0 ? [] : [5, 3]);
    ctx.beginPath();
    for (let place = from; place < to; place += 1) ctx.lineTo(x(xs[place] ?? 0), y(ys[place] ?? 0));
    ctx.stroke();
  });
}

function segment(ctx: CanvasRenderingContext2D, x1: number, y1: number, x2: number, y2: number) {
  ctx.beginPath();
  ctx.moveTo(x1, y1);
  ctx.lineTo(x2, y2);
  ctx.stroke();
}

/** Lowest and highest of one of the two, with some room. */
function reach(paths: readonly Path[], which: 0 | 1): [number, number] {
  let low = Number.POSITIVE_INFINITY;
  let high = Number.NEGATIVE_INFINITY;
  for (const path of paths) {
    const column = path[which];
    for (let place = path[2]; place < path[3]; place += 1) {
      const value = column[place] ?? 0;
      if (value < low) low = value;
      if (value > high) high = value;
    }
  }
  if (!(high >= low)) return [0, 1];
  const room = Math.max((high - low) * 0.05, Math.abs(high) * 1e-4, 1e-6);
  return [low - room, high + room];
}
