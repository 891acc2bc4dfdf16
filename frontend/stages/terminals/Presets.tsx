import { Box, Grid, Text } from "@chakra-ui/react";
import type { Drive } from "../../api/types";
import { useLive } from "../../live/useLive";
import { SettingRow } from "../../parts/SettingRow";
import type { Setting } from "../../parts/setting";
import { functionOf, type Terminal } from "./words";

const FIRST_BIT = 8; // code of “Preset bit 1”

/** The rows that the wired inputs can choose; the one in force is marked. */
export function Presets({ drive, presets, terminals }: { drive: Drive; presets: Setting[]; terminals: Terminal[] }) {
  const inForce = useLive(drive, "references.preset")?.value;
  const bits = [0, 1, 2, 3].map((bit) =>
    terminals.find((terminal) => terminal.kind === "input" && functionOf(terminal) === FIRST_BIT + bit),
  );
  const reachable = presets
    .map((setting, n) => ({ setting, number: n + 1 }))
    .filter(({ number }) => bits.every((terminal, bit) => ((number >> bit) & 1) === 0 || terminal));
  if (reachable.length === 0)
    return (
      <Text fontSize="small" color="muted">
        No input chooses presets. Give “Preset bit 1” to one.
      </Text>
    );
  return (
    <Box>
      {reachable.map(({ setting, number }) => (
        <Grid
          key={setting.key}
          templateColumns="5.2rem minmax(0, 1fr)"
          alignItems="center"
          borderLeftWidth="3px"
          borderColor={inForce === number ? "ok" : "transparent"}
          pl="1.5"
          data-preset={number}
          data-in-force={inForce === number}
        >
          <Text fontSize="tiny" color="muted">
            {bits
              .filter((terminal, bit) => terminal && (number >> bit) & 1)
              .map((terminal) => terminal?.name)
              .join(" ")}
          </Text>
          <SettingRow drive={drive} setting={setting} />
        </Grid>
      ))}
    </Box>
  );
}
