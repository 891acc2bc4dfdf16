import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api } from "../../api/client";
import type { Drive, Tuning } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { REFRESH } from "./TuneStage";

/** Between quiet and quick: gains, notch and position gain come into the draft together. */
export function Designs({ drive, tuning }: { drive: Drive; tuning: Tuning }) {
  const [share, setShare] = useState(55);
  const design = useAction(
    (percent: number) => api.post<Tuning>(`/drives/${drive.id}/tuning/design`, { share: percent / 100 }),
    { drive, refresh: REFRESH },
  );
  return (
    <Box mt="2" data-designs>
      <Text fontSize="small" color="muted">
        or designed for what was {tuning.measured ? "measured" : "set of the inertia"}
      </Text>
      <Flex align="center" gap="2" mt="1" fontSize="small">
        quiet
        <input
          type="range"
          min="0"
          max="100"
          step="5"
          value={share}
          aria-label="Between quiet and quick"
          onChange={(event) => setShare(Number(event.target.value))}
          style={{ flex: 1, minWidth: 0, accentColor: "var(--chakra-colors-bay)" }}
        />
        quick
        <Action disabled={design.isPending} onClick={() => design.mutate(share)}>
          Design
        </Action>
      </Flex>
    </Box>
  );
}
