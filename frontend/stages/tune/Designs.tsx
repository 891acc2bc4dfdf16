import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api } from "../../api/client";
import type { Drive, Tuning } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { REFRESH } from "./refresh";

/** Between quiet and quick: gains, notch and position gain come into the draft together. */
export function Designs({ drive, tuning }: { drive: Drive; tuning: Tuning }) {
  const [share, setShare] = useState(55);
  const design = useAction(
    (percent: number) => api.post<Tuning>(`/drives/${drive.id}/tuning/design`, { share: percent / 100 }),
    { drive, refresh: REFRESH },
  );
  if (!tuning.measured) return <SoftSet drive={drive} tuning={tuning} />;
  return (
    <Box mt="2" data-designs>
      <Text fontSize="small" color="muted">
        or designed for what was measured
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

/** Before anything was measured. */
function SoftSet({ drive, tuning }: { drive: Drive; tuning: Tuning }) {
  const soft = useAction(() => api.post<Tuning>(`/drives/${drive.id}/tuning/soft`, {}), { drive, refresh: REFRESH });
  return (
    <Flex mt="2" gap="2" align="center" justify="space-between" data-designs>
      <Text fontSize="small" color="muted">
        {`or a soft first set: gain one at ${tuning.softness.toFixed(1)} Hz`}
      </Text>
      <Action disabled={soft.isPending} onClick={() => soft.mutate(undefined)}>
        Take it
      </Action>
    </Flex>
  );
}
