import { Box, Grid, Text } from "@chakra-ui/react";
import type { Drive, Verify } from "../../api/types";
import { useDriveState, useLive } from "../../live/useLive";
import { GroupHead } from "../../parts/Columns";

/** The Statusword, decoded. */
export function StatusBits({ drive, verify }: { drive: Drive; verify: Verify }) {
  const word = useLive(drive, "control.status");
  const mode = useLive(drive, "control.mode_shown")?.value;
  const { state } = useDriveState(drive);
  const value = word?.value;
  return (
    <Box fontStyle={word?.stale ? "italic" : "normal"}>
      <GroupHead>
        Statusword{" "}
        <Text as="span" fontFamily="mono">
          {value === undefined ? "–" : `0x${value.toString(16).toUpperCase().padStart(4, "0")}`}
        </Text>{" "}
        {state}
      </GroupHead>
      <Grid templateColumns="repeat(auto-fill, minmax(11rem, 1fr))" columnGap="3" fontSize="small">
        {verify.status_bits.map(({ bit, name: always }) => {
          const name = verify.mode_bits.find((one) => one.mode === mode && one.bit === bit)?.name ?? always;
          const set = value !== undefined && (value & (1 << bit)) !== 0;
          return (
            <Text
              key={bit}
              color={set && !word?.stale ? "ink" : "muted"}
              fontWeight={set ? "semibold" : "normal"}
              truncate
              title={name}
            >
              <Text as="span" fontFamily="mono">
                {String(bit).padStart(2, " ")} {set ? "●" : "○"}
              </Text>{" "}
              {name}
            </Text>
          );
        })}
      </Grid>
    </Box>
  );
}
