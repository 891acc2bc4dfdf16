import { Box, Text } from "@chakra-ui/react";
import type { Drive, TerminalStrip } from "../../api/types";
import { useLive } from "../../live/useLive";
import { GroupHead } from "../../parts/Columns";
import { SettingRow } from "../../parts/SettingRow";

/** Stored moves that contacts choose and trigger; the one that is under way is marked. */
export function Moves({ drive, strip }: { drive: Drive; strip: TerminalStrip }) {
  const underWay = useLive(drive, "moves.in_force")?.value;
  if (strip.moved_by.length === 0) return null;
  if (strip.moves.length === 0)
    return (
      <Box data-moves>
        <GroupHead>Moves</GroupHead>
        <Text fontSize="small" color="muted">
          No input triggers moves. Give “Move trigger” to one.
        </Text>
      </Box>
    );
  return (
    <Box data-moves>
      <GroupHead>Moves</GroupHead>
      {strip.moved_by.map((setting) => (
        <SettingRow key={setting.key} drive={drive} setting={setting} />
      ))}
      {strip.moves.map(({ number, text, settings }) => (
        <Box
          as="details"
          key={number}
          borderLeftWidth="3px"
          borderColor={underWay === number ? "ok" : "transparent"}
          borderBottomWidth="1px"
          borderBottomColor="line"
          pl="1.5"
          py="1"
          fontSize="small"
          data-move={number}
          data-in-force={underWay === number}
        >
          <Box as="summary" cursor="pointer">
            <b>{number}</b> {text}
          </Box>
          {settings.map((setting) => (
            <SettingRow key={setting.key} drive={drive} setting={setting} />
          ))}
        </Box>
      ))}
    </Box>
  );
}
