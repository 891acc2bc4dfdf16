import { Box, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { FactStage } from "../../api/types";

const LINE = { fill: "none", stroke: "currentColor", strokeWidth: 1.6, strokeLinecap: "round" } as const;

/** Motor, gear, mechanism and load as a drawing, with the figures that were given and those that follow. */
export function MechanismSketch({ given }: { given: FactStage }) {
  const text = (key: string) => given.fields.find((field) => field.key === key);
  const typed = (key: string) => {
    const field = text(key);
    return field && field.text !== ""
      ? `${field.text}${field.unit && !/[a-zµ°%]/i.test(field.text) ? ` ${field.unit}` : ""}`
      : null;
  };
  const follows = (id: string) => given.consequences.find((consequence) => consequence.id === id)?.text ?? null;
  const mechanism = text("mechanism")?.text ?? "";
  if (text("mechanism") === undefined)
    return <Slide load={typed("load_mass")} slope={typed("slope")} force={follows("peak_torque")} />;
  if (mechanism === "")
    return (
      <Text color="muted" py="2">
        Choose the mechanism; what else is asked depends on it.
      </Text>
    );
  const gear =
    typed("gear_motor") && typed("gear_output") ? `${typed("gear_motor")} to ${typed("gear_output")}` : "1 to 1";
  const load = typed("load_mass") ?? typed("load_inertia");
  const path =
    typed("lead") ??
    typed("diameter") ??
    (typed("teeth") && typed("pitch") ? `${typed("teeth")} teeth, ${typed("pitch")}` : null);
  return (
    <Box
      color="ink"
      borderWidth="1px"
      borderColor="line"
      borderRadius="card"
      bg="surface"
      p="1"
      my="1"
      data-sketch={mechanism}
    >
      <svg
        viewBox="0 0 400 132"
        width="100%"
        style={{ maxWidth: 440 }}
        role="img"
        aria-label={`Motor, gear ${gear}, ${mechanism}${load ? `, load ${load}` : ""}`}
      >
        <Part x={8} label={follows("motor_speed")} below="motor">
          <rect x="0" y="34" width="58" height="40" rx="4" {...LINE} />
          <path d="M58 54h16" {...LINE} strokeWidth={3} />
        </Part>
        <Part x={82} label={gear} below="gear">
          <circle cx="24" cy="62" r="12" {...LINE} />
          <circle cx="46" cy="46" r="10" {...LINE} />
          <path d="M58 54h16" {...LINE} strokeWidth={3} />
        </Part>
        <Part x={160} middle={75} label={path} below={mechanism}>
          {SHAPES[mechanism] ?? SHAPES.direct}
        </Part>
        <Part x={312} label={load} below="load">
          {mechanism === "winder" && <circle cx="34" cy="54" r="9" {...LINE} />}
          {["direct", "table", "winder"].includes(mechanism) ? (
            <circle cx="34" cy="54" r="22" {...LINE} />
          ) : (
            <rect x="6" y="32" width="56" height="42" {...LINE} />
          )}
        </Part>
      </svg>
    </Box>
  );
}

/** A load on the moving part of a linear motor, above its magnets. */
function Slide({ load, slope, force }: { load: string | null; slope: string | null; force: string | null }) {
  return (
    <Box
      color="ink"
      borderWidth="1px"
      borderColor="line"
      borderRadius="card"
      bg="surface"
      p="1"
      my="1"
      data-sketch="slide"
    >
      <svg
        viewBox="0 0 400 132"
        width="100%"
        style={{ maxWidth: 440 }}
        role="img"
        aria-label={`Moving part on its track${load ? `, load ${load}` : ""}`}
      >
        <Part x={40} middle={150} label={null} below="magnet track">
          <path d="M0 74h320M0 88h320" {...LINE} />
          {Array.from({ length: 13 }, (_, n) => (
            <rect key={n} x={4 + n * 24} y="76" width="12" height="10" fill="currentColor" opacity="0.5" />
          ))}
        </Part>
        <Part x={130} middle={60} label={load} below="">
          <rect x="14" y="22" width="92" height="20" {...LINE} />
          <rect x="0" y="42" width="120" height="26" rx="3" {...LINE} />
          <text x="60" y="59" fontSize="11" textAnchor="middle" fill="currentColor">
            moving part
          </text>
        </Part>
        <Part x={280} middle={40} label={force} below="">
          <path d="M0 46h66M54 38l12 8l-12 8" {...LINE} />
        </Part>
        {slope && (
          <text x="12" y="30" fontSize="11" fill="currentColor" fontFamily="var(--chakra-fonts-mono)">
            slope {slope}
          </text>
        )}
      </svg>
    </Box>
  );
}

function Part({
  x,
  middle = 32,
  label,
  below,
  children,
}: {
  x: number;
  middle?: number;
  label: string | null;
  below: string;
  children: ReactNode;
}) {
  return (
    <g transform={`translate(${x} 8)`}>
      {children}
      {label && (
        <text
          x={middle}
          y="16"
          fontSize="11"
          textAnchor="middle"
          fill="currentColor"
          fontFamily="var(--chakra-fonts-mono)"
        >
          {label}
        </text>
      )}
      <text x={middle} y="106" fontSize="11" textAnchor="middle" fill="currentColor" opacity="0.75">
        {below}
      </text>
    </g>
  );
}

const SHAPES: Record<string, ReactNode> = {
  direct: <path d="M0 54h150" {...LINE} strokeWidth={3} />,
  table: <path d="M0 54h60M60 40h60v28H60zM120 54h30" {...LINE} />,
  screw: (
    <path
      d="M0 54h150M10 44l10 20M28 44l10 20M46 44l10 20M64 44l10 20M82 44l10 20M100 44l10 20M118 44l10 20"
      {...LINE}
    />
  ),
  belt: <path d="M16 40h116a14 14 0 0 1 0 28H16a14 14 0 0 1 0-28M16 54h.1M132 54h.1" {...LINE} />,
  rack: <path d="M40 40a14 14 0 1 1 .1 0M0 76h10v-6h8v6h8v-6h8v6h8v-6h8v6h8v-6h8v6h8v-6h8v6h8v-6h8v6h50" {...LINE} />,
  roller: <path d="M60 30a24 24 0 1 1-.1 0M0 30h60M60 30h90" {...LINE} />,
  wheel: <path d="M60 30a24 24 0 1 1-.1 0M0 78h150M60 54h.1" {...LINE} />,
};
