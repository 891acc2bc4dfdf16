import { Box } from "@chakra-ui/react";
import { useSignals } from "../api/queries";
import type { Drive } from "../api/types";
import { FindingCard } from "../parts/FindingCard";

/** What the live figures of an enabled drive say about its wiring. */
export function SignalFindings({ drive }: { drive: Drive }) {
  const { data: findings } = useSignals(drive.id, drive.link.state === "online");
  if (!findings || findings.length === 0) return null;
  return (
    <Box aria-live="polite" aria-label="What the signals say" role="group" mb="2">
      {findings.map((finding) => (
        <FindingCard key={finding.id} finding={finding} />
      ))}
    </Box>
  );
}
