import { Box } from "@chakra-ui/react";
import type { Stage } from "../api/types";

const WHOLE = "M5 18C3 14.5 3 10.5 4 8 5.5 4.5 7.5 3 10 3s4.500 1.500 6 5c1 2.500 1 6.500-1 10";
const HALF = "M5 18C3 14.5 3 10.5 4 8 5.5 4.5 7.5 3 10 3";

const WORDS: Record<Stage["state"], string> = {
  todo: "to do",
  findings: "has findings",
  settled: "settled",
  proven: "proven",
  stale: "stale",
};

/** How a stage stands, as a horseshoe: thin = to do, half = findings, whole = settled, heavy = proven, dashed = stale. */
export function Horseshoe({ state }: { state: Stage["state"] }) {
  return (
    <Box
      as="span"
      display="inline-flex"
      color={{ todo: "todo", findings: "caution", settled: "ok", proven: "ok", stale: "bay" }[state]}
    >
      <svg
        width="20"
        height="21"
        viewBox="0 0 20 21"
        role="img"
        aria-label={WORDS[state]}
        fill="none"
        stroke="currentColor"
        strokeLinecap="round"
      >
        {state === "todo" && <path d={WHOLE} strokeWidth="1.6" />}
        {state === "settled" && <path d={WHOLE} strokeWidth="2" />}
        {state === "proven" && <path d={WHOLE} strokeWidth="3.6" />}
        {state === "stale" && <path d={WHOLE} strokeWidth="2.4" strokeDasharray="3 3.6" />}
        {state === "findings" && (
          <>
            <path d={WHOLE} strokeWidth="1.2" opacity="0.6" />
            <path d={HALF} strokeWidth="3.2" />
          </>
        )}
      </svg>
    </Box>
  );
}
