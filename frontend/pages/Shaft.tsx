import { Box } from "@chakra-ui/react";

interface Props {
  turns: number;
  /** a linear motor: its moving part over the magnets */
  slides?: boolean;
  size?: number;
}

/** The end of the shaft with its keyway, seen from the front, as far turned as it is; or a moving part above its track. */
export function Shaft({ turns, slides = false, size = 72 }: Props) {
  return (
    <Box color="ink" flexShrink="0">
      <svg
        width={size}
        height={size}
        viewBox="-36 -36 72 72"
        role="img"
        aria-label={slides ? "Moving part" : "Shaft end"}
      >
        {slides ? <Track pitches={turns} /> : <End angle={(turns % 1) * 360} />}
      </svg>
    </Box>
  );
}

function End({ angle }: { angle: number }) {
  return (
    <>
      <circle r="33" fill="none" stroke="currentColor" strokeWidth="1" opacity="0.4" />
      <g transform={`rotate(${angle.toFixed(1)})`}>
        <circle r="22" fill="none" stroke="currentColor" strokeWidth="2.5" />
        <rect x="-4" y="-24" width="8" height="9" fill="currentColor" />
        <line x1="0" y1="-24" x2="0" y2="-32" stroke="currentColor" strokeWidth="2" />
      </g>
    </>
  );
}

/** The view goes along with the moving part: the magnets pass below it, one pair in 24 units. */
function Track({ pitches }: { pitches: number }) {
  const passed = -((((pitches % 1) + 1) % 1) * 24);
  return (
    <>
      <rect x="-20" y="-16" width="40" height="18" rx="2" fill="none" stroke="currentColor" strokeWidth="2.5" />
      <path d="M0 -16v6" stroke="currentColor" strokeWidth="2" />
      <svg x="-34" y="6" width="68" height="12" viewBox="-34 0 68 12">
        {[-2, -1, 0, 1, 2].map((n) => (
          <rect key={n} x={passed + n * 24} y="1" width="12" height="10" fill="currentColor" opacity="0.55" />
        ))}
        <path d="M-34 .5h68M-34 11.5h68" stroke="currentColor" />
      </svg>
    </>
  );
}
