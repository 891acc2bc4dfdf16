import { Box } from "@chakra-ui/react";
import type { Drive, Homing } from "../../api/types";
import { useLive } from "../../live/useLive";

const WIDTH = 400;
const LEFT = 14;
const ROWS = { limits: { text: 10, bar: 14 }, home: { text: 36, bar: 40 } } as const; // px from the top
const BAR = 7; // px high
const BEGIN = 62; // px of the first leg
const LANE = 13; // px from leg to leg
const ACROSS = (WIDTH - 2 * LEFT) / 10;
const across = (place: number) => LEFT + place * ACROSS;

const NAMES = { limit_low: "limit low", home: "home switch", limit_high: "limit high" } as const;
/** Of the live figure of the inputs, by CiA 402. */
const BITS = { limit_low: 0, limit_high: 1, home: 2 } as const;
const TEXT = { fill: "var(--chakra-colors-muted)", fontSize: 10 } as const;
const FAST = { stroke: "var(--chakra-colors-bay)", strokeWidth: 2.4 } as const;
const SLOW = { stroke: "var(--chakra-colors-ok-text)", strokeWidth: 1.6, strokeDasharray: "4 2" } as const;

/** Words of a switch: over it, and within the drawing at its ends. */
const beside = (from: number, to: number): { x: number; textAnchor: "start" | "middle" | "end" } => {
  if (from === 0) return { x: across(0), textAnchor: "start" };
  if (to === 10) return { x: across(10), textAnchor: "end" };
  return { x: across((from + to) / 2), textAnchor: "middle" };
};

/** Where each switch is on, and the way that a method takes past them from either side and from on the switch. */
export function HomingSketch({ drive, homing: { routes, switches, sentence } }: { drive: Drive; homing: Homing }) {
  const inputs = useLive(drive, "terminals.inputs");
  const home = routes[0]?.home;
  const lanes = routes.reduce<number[]>(
    (tops, { legs }) => [...tops, (tops.at(-1) ?? 0) + (legs.length + 1) * LANE],
    [0],
  );
  const height = BEGIN + (lanes.at(-1) ?? 0) + 8;
  if (home === undefined) return null;
  return (
    <Box borderWidth="1px" borderColor="line" borderRadius="card" bg="surface" p="1" mb="1" data-homing-sketch>
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        width="100%"
        style={{ maxWidth: 440 }}
        role="img"
        aria-label={`The way: ${sentence}`}
        fontFamily="var(--chakra-fonts-body)"
      >
        {switches.map(({ id, from, to, input }) => {
          const row = id === "home" ? ROWS.home : ROWS.limits;
          const on = !inputs?.stale && Boolean((inputs?.value ?? 0) & (1 << BITS[id]));
          return (
            <g key={id} data-switch={id} data-on={on}>
              <path d={`M${across(0)} ${row.bar + BAR}H${across(10)}`} stroke="var(--chakra-colors-line)" fill="none" />
              <rect
                x={across(from)}
                y={row.bar}
                width={(to - from) * ACROSS}
                height={BAR}
                fill={on ? "var(--chakra-colors-ok)" : input ? "var(--chakra-colors-muted)" : "none"}
                stroke="var(--chakra-colors-muted)"
                strokeDasharray={input ? undefined : "3 2"}
              />
              <text {...beside(from, to)} y={row.text} {...TEXT}>
                {`${NAMES[id]}, ${input ?? "no input"}${on ? ", on now" : ""}`}
              </text>
            </g>
          );
        })}
        <path
          d={`M${across(home)} ${ROWS.home.bar + BAR + 3}V${height - 14}`}
          stroke="var(--chakra-colors-ink)"
          strokeDasharray="2 2"
        />
        {routes.map(({ from, legs }, n) => (
          <g key={from} data-route={from}>
            <circle cx={across(from)} cy={BEGIN + (lanes[n] ?? 0)} r="3.2" fill="var(--chakra-colors-ink)" />
            {legs.map((leg, at) => {
              const y = BEGIN + (lanes[n] ?? 0) + at * LANE;
              return <Leg key={at} {...leg} y={y} turns={at + 1 < legs.length} />;
            })}
          </g>
        ))}
        <text x={across(home)} y={height - 3} textAnchor="middle" {...TEXT} fill="var(--chakra-colors-ink)">
          home point
        </text>
      </svg>
      <Legend />
    </Box>
  );
}

/** A leg with its arrow, and the way down to the next. */
function Leg({ from, to, fast, y, turns }: { from: number; to: number; fast: boolean; y: number; turns: boolean }) {
  const [begin, end] = [across(from), across(to)];
  const back = to > from ? -6 : 6;
  const look = fast ? FAST : SLOW;
  return (
    <g fill="none" {...look}>
      <path d={`M${begin} ${y}H${end}`} />
      <path d={`M${end + back} ${y - 3.5}L${end} ${y}L${end + back} ${y + 3.5}`} strokeDasharray="none" />
      {turns && <path d={`M${end} ${y}v${LANE}`} stroke="var(--chakra-colors-edge)" strokeWidth="1" />}
    </g>
  );
}

function Legend() {
  return (
    <Box display="flex" gap="4" px="2" pb="1" fontSize="tiny" color="muted">
      {(
        [
          ["search", FAST],
          ["slowly", SLOW],
        ] as const
      ).map(([name, look]) => (
        <Box key={name} display="flex" gap="1" alignItems="center">
          <svg width="22" height="6" aria-hidden="true">
            <path d="M0 3h22" {...look} />
          </svg>
          {name}
        </Box>
      ))}
      <span>● stands at first</span>
    </Box>
  );
}
