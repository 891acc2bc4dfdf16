import { Box } from "@chakra-ui/react";
import { useState } from "react";

const WIDTH = 240;
const BAND = 16;
const LANE = 9;
/** of a turn, in which what the halls said there is remembered */
const BINS = 120;
const SENSORS = ["A", "B", "C"];

interface Props {
  /** of the motor, signed, as the drive counts */
  turns: number;
  /** electrical turns in one of the motor; 1 for a linear motor, whose turn is a pair pitch */
  pairs: number;
  /** bits of the three sensors now; undefined where there are none */
  halls: number | undefined;
}

/**
 * One turn laid out flat: its electrical turns as bands, where the shaft stands in it, and below what each hall sensor said on the way so
 * far. Nothing is drawn there that was not seen.
 */
export function TurnStrip({ turns, pairs, halls }: Props) {
  const [seen, setSeen] = useState<ReadonlyMap<number, number>>(new Map());
  const within = ((turns % 1) + 1) % 1;
  const bin = Math.min(BINS - 1, Math.floor(within * BINS));

  if (halls !== undefined && seen.get(bin) !== halls) setSeen(new Map(seen).set(bin, halls));

  const lanes = halls === undefined ? 0 : SENSORS.length;
  const height = BAND + 4 + lanes * (LANE + 3);
  return (
    <Box color="ink" maxW="xs">
      <svg width="100%" viewBox={`-14 -4 ${WIDTH + 20} ${height + 4}`} role="img" aria-label={label(within, halls)}>
        {Array.from({ length: pairs }, (_, n) => (
          <rect
            key={n}
            x={(n * WIDTH) / pairs}
            width={WIDTH / pairs}
            height={BAND}
            fill="currentColor"
            opacity={n % 2 === 0 ? 0.12 : 0.24}
          />
        ))}
        {SENSORS.slice(0, lanes).map((sensor, bit) => (
          <g key={sensor} transform={`translate(0 ${BAND + 4 + bit * (LANE + 3)})`}>
            <text x="-12" y={LANE - 1} fontSize="9" fill="currentColor">
              {sensor}
            </text>
            <path d={`M0 ${LANE}H${WIDTH}`} stroke="currentColor" opacity="0.25" />
            <path d={traceOf(seen, bit)} stroke="var(--chakra-colors-ok-text)" strokeWidth={LANE - 2} />
          </g>
        ))}
        <path d={`M${within * WIDTH} -4V${height}`} stroke="var(--chakra-colors-bay)" strokeWidth="2" />
      </svg>
    </Box>
  );
}

/** Where a sensor was seen on. */
function traceOf(seen: ReadonlyMap<number, number>, bit: number) {
  const step = WIDTH / BINS;
  return [...seen]
    .filter(([, halls]) => (halls >> bit) & 1)
    .map(([bin]) => `M${bin * step} ${LANE / 2}h${step}`)
    .join("");
}

function label(within: number, halls: number | undefined) {
  const angle = `${(within * 360).toFixed(0)} degrees of one turn`;
  return halls === undefined ? angle : `${angle}, halls ${halls.toString(2).padStart(3, "0")}`;
}
