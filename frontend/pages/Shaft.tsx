import { Box } from "@chakra-ui/react";

/** The end of the shaft with its keyway, seen from the front, as far turned as it is. */
export function Shaft({ turns, size = 72 }: { turns: number; size?: number }) {
  const angle = (turns % 1) * 360;
  return (
    <Box color="ink" flexShrink="0">
      <svg width={size} height={size} viewBox="-36 -36 72 72" role="img" aria-label="Shaft end">
        <circle r="33" fill="none" stroke="currentColor" strokeWidth="1" opacity="0.4" />
        <g transform={`rotate(${angle.toFixed(1)})`}>
          <circle r="22" fill="none" stroke="currentColor" strokeWidth="2.5" />
          <rect x="-4" y="-24" width="8" height="9" fill="currentColor" />
          <line x1="0" y1="-24" x2="0" y2="-32" stroke="currentColor" strokeWidth="2" />
        </g>
      </svg>
    </Box>
  );
}
