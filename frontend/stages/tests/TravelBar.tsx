import { Box, Text } from "@chakra-ui/react";
import { useRef } from "react";
import { type Ends, type Room, say, type Travel } from "./ends";

const WIDTH = 400;
const HEIGHT = 46;
const ROW = 12;
const LINE = 15;
const LABEL = 80; // that a text needs
const BESIDE = 0.25; // of the room, that is shown to each side

interface Props {
  travel: Travel;
  here: number;
  room: Room;
  unit: string;
  problem: string | null;
  onEnds: (ends: Ends) => void;
}

/** The travel with its limits, where the motor stands, and the part that a test may use: its ends can be dragged. */
export function TravelBar({ travel, here, room, unit, problem, onEnds }: Props) {
  const bar = useRef<SVGSVGElement>(null);
  const end = here + room.room;
  const begin = here - room.behind;
  const beside = BESIDE * Math.max(end - begin, travel.least);
  const low = travel.low ?? Math.min(begin, here) - beside;
  const high = travel.high ?? Math.max(end, here) + beside;
  const from = Math.min(low, here, begin) - 0.2 * beside;
  const to = Math.max(high, here, end) + 0.2 * beside;
  const x = (place: number) => ((place - from) / (to - from)) * WIDTH;
  const at = (event: React.PointerEvent) => {
    const box = bar.current?.getBoundingClientRect();
    return event.buttons === 1 && box ? from + ((event.clientX - box.left) / box.width) * (to - from) : undefined;
  };
  const drag = (side: "low" | "high") => (event: React.PointerEvent) => {
    const place = at(event);
    if (place !== undefined) onEnds({ [side]: side === "high" ? Math.max(place, here) : Math.min(place, here) });
  };
  return (
    <Box mt="1.5" maxW="28rem" data-travel={problem ? "beyond" : "within"}>
      <svg
        ref={bar}
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width="100%"
        role="img"
        aria-label={`From ${say(begin)} to ${say(end)} ${unit}`}
      >
        <line x1={x(low)} x2={x(high)} y1={LINE} y2={LINE} stroke="var(--chakra-colors-edge)" strokeWidth="2" />
        {travel.low !== null && <Limit at={x(travel.low)} />}
        {travel.high !== null && <Limit at={x(travel.high)} />}
        <line
          x1={x(begin)}
          x2={x(end)}
          y1={LINE}
          y2={LINE}
          stroke={problem ? "var(--chakra-colors-fault)" : "var(--chakra-colors-bay)"}
          strokeWidth="5"
        />
        <Handle name="low end" at={x(begin)} onDrag={drag("low")} />
        <Handle name="high end" at={x(end)} onDrag={drag("high")} />
        <path d={`M${x(here)},${LINE} l-5,-9 h10 z`} fill="var(--chakra-colors-ink)" pointerEvents="none" />
        <Place
          at={Math.min(Math.max(x(here), LABEL / 2), WIDTH - LABEL / 2)}
          row={2}
          anchor="middle"
          text={`here, ${say(here)}`}
        />
        {room.behind > 0 && <Place at={x(begin)} row={1} anchor="start" text={say(begin)} />}
        <Place at={x(end)} row={1} anchor="end" text={`${say(end)} ${unit}`} />
      </svg>
      {problem && (
        <Text fontSize="small" color="fault" role="status">
          {problem}
        </Text>
      )}
    </Box>
  );
}

/** By the software travel limits of the drive. */
const Limit = ({ at }: { at: number }) => (
  <line x1={at} x2={at} y1={LINE - 8} y2={LINE + 8} stroke="var(--chakra-colors-ink)" strokeWidth="2" />
);

const Handle = ({ name, at, onDrag }: { name: string; at: number; onDrag: (event: React.PointerEvent) => void }) => (
  <circle
    cx={at}
    cy={LINE}
    r="7"
    fill="var(--chakra-colors-surface)"
    stroke="var(--chakra-colors-bay)"
    strokeWidth="2"
    style={{ cursor: "ew-resize", touchAction: "none" }}
    data-handle={name}
    onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
    onPointerMove={onDrag}
  />
);

interface PlaceProps {
  at: number;
  /** under the line */
  row: 1 | 2;
  anchor: "start" | "middle" | "end";
  text: string;
}

const Place = ({ at, row, anchor, text }: PlaceProps) => (
  <text x={at} y={LINE + 6 + row * ROW} fontSize="10" textAnchor={anchor} fill="var(--chakra-colors-muted)">
    {text}
  </text>
);
