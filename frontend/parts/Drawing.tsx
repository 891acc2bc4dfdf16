import { Box, Flex, Text } from "@chakra-ui/react";
import { type PointerEvent, useState } from "react";
import type { Chart } from "../api/types";
import { ticks } from "./ticks";

const WIDTH = 400;
const HEIGHT = 186;
const PLOT = { left: 46, right: 10, top: 12, bottom: 30 };
const LOOKS = {
  main: { stroke: "var(--chakra-colors-bay)", strokeWidth: 2 },
  second: { stroke: "var(--chakra-colors-ok-text)", strokeWidth: 2 },
  weak: { stroke: "var(--chakra-colors-bay)", strokeWidth: 1.4, strokeDasharray: "5 4" },
  third: { stroke: "var(--chakra-colors-muted)", strokeWidth: 1.6 },
  fourth: { stroke: "var(--chakra-colors-muted)", strokeWidth: 1.4, strokeDasharray: "2 3" },
} as const;
const TONES = {
  plain: "var(--chakra-colors-muted)",
  good: "var(--chakra-colors-ok-text)",
  bad: "var(--chakra-colors-stop)",
} as const;

const linear = (right: number) => ({
  share: (x: number) => x / (right || 1),
  at: (share: number) => share * right,
  ticks: ticks(0, right, 6),
});

/** 1, 2 and 5 of each decade. */
const logarithmic = (left: number, right: number) => {
  const decades = Array.from({ length: 12 }, (_, n) => 10 ** (n - 3));
  return {
    share: (x: number) => Math.log(x / left) / Math.log(right / left),
    at: (share: number) => left * (right / left) ** share,
    ticks: decades.flatMap((ten) => [ten, 2 * ten, 5 * ten]).filter((x) => x >= left && x <= right),
  };
};

interface Props {
  chart: Chart;
  /** as wide as there is room, and flatter */
  wide?: boolean;
  /** where the uprights of a drawing may be dragged: which one, and to where */
  onDrag?: (label: string, at: number) => void;
}

/** Curves that follow from facts, with the levels they are held against. */
export function Drawing({ chart, wide = false, onDrag }: Props) {
  const [width, height] = wide ? [640, 178] : [WIDTH, HEIGHT];
  const [dragged, setDragged] = useState<{ label: string; at: number }>();
  const xs = [
    ...chart.curves.flatMap(({ points }) => points.map(([x]) => x)),
    ...chart.marks.filter((mark) => mark.across === "x" || mark.height !== null).map(({ at }) => at),
  ];
  const ys = [
    ...chart.curves.flatMap(({ points }) => points.map(([, y]) => y)),
    ...chart.marks.flatMap((mark) => (mark.height !== null ? [mark.height] : mark.across === "y" ? [mark.at] : [])),
  ];
  const right = Math.max(...xs);
  const axis = chart.x.scale === "log" ? logarithmic(Math.min(...xs), right) : linear(right);
  // A drawing of voltages or of decibels does not begin at zero: what matters lies close together.
  const low = ["V", "dB", "°"].includes(chart.y.unit)
    ? Math.min(...ys) - 0.06 * (Math.max(...ys) - Math.min(...ys))
    : Math.min(0, ...ys);
  const high = Math.max(...ys) + 0.08 * (Math.max(...ys) - low || 1);
  const across = (x: number) => PLOT.left + axis.share(x) * (width - PLOT.left - PLOT.right);
  const up = (y: number) => height - PLOT.bottom - ((y - low) / (high - low || 1)) * (height - PLOT.top - PLOT.bottom);
  const where = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const x = ((event.clientX - box.left) / box.width) * width;
    return axis.at(Math.min(Math.max((x - PLOT.left) / (width - PLOT.left - PLOT.right), 0), 1));
  };
  const path = (points: [number, number][]) =>
    points.map(([x, y], index) => `${index ? "L" : "M"}${across(x).toFixed(1)} ${up(y).toFixed(1)}`).join("");
  return (
    <Box
      borderWidth="1px"
      borderColor="line"
      borderRadius="card"
      bg="surface"
      px="2"
      py="1.5"
      my="2"
      data-chart={chart.id}
    >
      <Flex justify="space-between" gap="3" wrap="wrap">
        <Text fontWeight="semibold">{chart.title}</Text>
        <Flex gap="3" color="muted" fontSize="tiny" align="center" wrap="wrap">
          {chart.curves.map((curve) => (
            <Flex key={curve.name} gap="1" align="center">
              <svg width="18" height="6" aria-hidden="true">
                <path d="M0 3h18" {...LOOKS[curve.role]} />
              </svg>
              {curve.name}
            </Flex>
          ))}
        </Flex>
      </Flex>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        width="100%"
        style={{ maxWidth: wide ? undefined : 440, touchAction: dragged ? "none" : undefined }}
        onPointerMove={(event) => dragged && setDragged({ ...dragged, at: where(event) })}
        onPointerUp={() => {
          if (dragged && onDrag) onDrag(dragged.label, dragged.at);
          setDragged(undefined);
        }}
        role="img"
        aria-label={`${chart.title}: ${chart.curves.map(({ name }) => name).join(", ")}`}
        fontFamily="var(--chakra-fonts-mono)"
        fontSize="10"
      >
        {ticks(low, high, 5).map((y) => (
          <g key={y}>
            <path d={`M${PLOT.left} ${up(y)}H${width - PLOT.right}`} stroke="var(--chakra-colors-line)" />
            <text x={PLOT.left - 5} y={up(y) + 3} textAnchor="end" fill="var(--chakra-colors-muted)">
              {y}
            </text>
          </g>
        ))}
        {axis.ticks.map((x) => (
          <text
            key={x}
            x={across(x)}
            y={height - PLOT.bottom + 12}
            textAnchor={across(x) > width - 24 ? "end" : "middle"}
            fill="var(--chakra-colors-muted)"
          >
            {x}
          </text>
        ))}
        <text x={2} y={9} fill="var(--chakra-colors-muted)">
          {chart.y.unit}
        </text>
        <text x={width - PLOT.right} y={height - 5} textAnchor="end" fill="var(--chakra-colors-muted)">
          {chart.x.label}, {chart.x.unit}
        </text>
        {chart.curves.map((curve) => (
          <path key={curve.name} d={path(curve.points)} fill="none" {...LOOKS[curve.role]} />
        ))}
        {chart.marks.map((mark) => (
          <MarkShape
            key={mark.label}
            mark={dragged?.label === mark.label ? { ...mark, at: dragged.at } : mark}
            across={across}
            up={up}
            size={{ width, height }}
            onGrab={onDrag && mark.across === "x" ? () => setDragged({ label: mark.label, at: mark.at }) : undefined}
          />
        ))}
      </svg>
    </Box>
  );
}

/** Words of an upright: to its left, or to its right where it is what must not be. */
const beside = (x: number, tone: keyof typeof TONES, width: number): { x: number; textAnchor: "start" | "end" } =>
  (tone === "bad" && x < width - 90) || x < 120 ? { x: x + 4, textAnchor: "start" } : { x: x - 4, textAnchor: "end" };

function MarkShape({
  mark,
  across,
  up,
  size: { width, height },
  onGrab,
}: {
  mark: Chart["marks"][number];
  across: (x: number) => number;
  up: (y: number) => number;
  size: { width: number; height: number };
  onGrab?: (() => void) | undefined;
}) {
  const colour = TONES[mark.tone];
  if (mark.height !== null) {
    const x = across(mark.at);
    return (
      <g>
        <circle cx={x} cy={up(mark.height)} r="4" fill={colour} />
        <text
          x={x > width - 70 ? x - 8 : x + 8}
          y={up(mark.height) + 3}
          textAnchor={x > width - 70 ? "end" : "start"}
          fill={colour}
        >
          {mark.label}
        </text>
      </g>
    );
  }
  if (mark.across === "x") {
    return (
      <g>
        <path d={`M${across(mark.at)} ${PLOT.top}V${height - PLOT.bottom}`} stroke={colour} strokeDasharray="3 3" />
        {onGrab && (
          <rect
            x={across(mark.at) - 6}
            y={PLOT.top}
            width="12"
            height={height - PLOT.bottom - PLOT.top}
            fill="transparent"
            cursor="ew-resize"
            data-handle={mark.label}
            onPointerDown={(event) => {
              event.preventDefault();
              onGrab();
            }}
          />
        )}
        <text {...beside(across(mark.at), mark.tone, width)} y={PLOT.top + 8} fill={colour}>
          {mark.label}
        </text>
      </g>
    );
  }
  return (
    <g>
      <path d={`M${PLOT.left} ${up(mark.at)}H${width - PLOT.right}`} stroke={colour} strokeDasharray="3 3" />
      <text x={width - PLOT.right - 2} y={up(mark.at) - 3} textAnchor="end" fill={colour}>
        {mark.label}
      </text>
    </g>
  );
}
