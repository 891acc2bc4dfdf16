import { Box, Text } from "@chakra-ui/react";
import { useRef } from "react";
import type { Drive, Test } from "../../api/types";
import { useLive } from "../../live/useLive";

const WIDTH = 400;
const HEIGHT = 34;
const LINE = 15;
const BESIDE = 0.25; // of the room, that is shown to each side

interface Props {
  drive: Drive;
  travel: NonNullable<Test["travel"]>;
  room: number;
  unit: string;
  onRoom: (room: number) => void;
}

/** The travel with its ends, where the motor stands in it, and how far a test may go from there: that can be dragged. */
export function TravelBar({ drive, travel, room, unit, onRoom }: Props) {
  const bar = useRef<SVGSVGElement>(null);
  const position = useLive(drive, "position.actual");
  if (position?.value === undefined) return null;
  const here = position.value / travel.counts;
  const end = here + room;
  const low = travel.low ?? here - BESIDE * room;
  const high = travel.high ?? end + BESIDE * room;
  const from = Math.min(low, here) - 0.05 * room;
  const to = Math.max(high, end) + 0.05 * room;
  const x = (place: number) => ((place - from) / (to - from)) * WIDTH;
  const beyond = travel.high !== null && end > travel.high;
  const drag = (event: React.PointerEvent) => {
    const box = bar.current?.getBoundingClientRect();
    if (event.buttons !== 1 || !box) return;
    const place = from + ((event.clientX - box.left) / box.width) * (to - from);
    onRoom(Math.max(Number((place - here).toPrecision(3)), 0.1));
  };
  return (
    <Box mt="1.5" maxW="28rem" data-travel={beyond ? "beyond" : "within"}>
      <svg
        ref={bar}
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width="100%"
        role="img"
        aria-label={`From ${say(here)} to ${say(end)} ${unit}`}
      >
        <line x1={x(low)} x2={x(high)} y1={LINE} y2={LINE} stroke="var(--chakra-colors-edge)" strokeWidth="2" />
        {travel.low !== null && <End at={x(travel.low)} />}
        {travel.high !== null && <End at={x(travel.high)} />}
        <line
          x1={x(here)}
          x2={x(end)}
          y1={LINE}
          y2={LINE}
          stroke={beyond ? "var(--chakra-colors-fault)" : "var(--chakra-colors-bay)"}
          strokeWidth="5"
        />
        <path d={`M${x(here)},${LINE} l-5,-9 h10 z`} fill="var(--chakra-colors-ink)" />
        <circle
          cx={x(end)}
          cy={LINE}
          r="7"
          fill="var(--chakra-colors-surface)"
          stroke="var(--chakra-colors-bay)"
          strokeWidth="2"
          style={{ cursor: "ew-resize", touchAction: "none" }}
          data-handle="end of the travel"
          onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
          onPointerMove={drag}
        />
        <text x={x(here)} y={HEIGHT - 2} fontSize="10" textAnchor="middle" fill="var(--chakra-colors-muted)">
          {`here, ${say(here)}`}
        </text>
        <text x={x(end)} y={HEIGHT - 2} fontSize="10" textAnchor="end" fill="var(--chakra-colors-muted)">
          {`${say(end)} ${unit}`}
        </text>
      </svg>
      {beyond && (
        <Text fontSize="small" color="fault">
          {`That is ${say(end - (travel.high ?? 0))} ${unit} beyond the travel limit of the drive.`}
        </Text>
      )}
    </Box>
  );
}

/** An end by the limits of the drive. */
const End = ({ at }: { at: number }) => (
  <line x1={at} x2={at} y1={LINE - 8} y2={LINE + 8} stroke="var(--chakra-colors-ink)" strokeWidth="2" />
);

const say = (place: number) => place.toFixed(Math.abs(place) < 10 ? 2 : 1);
