import { Box, Flex, Text } from "@chakra-ui/react";
import type { Drive, TerminalStrip } from "../../api/types";
import { useLive } from "../../live/useLive";
import { GroupHead } from "../../parts/Columns";
import { SettingRow } from "../../parts/SettingRow";
import { valueOf } from "../../parts/setting";
import { shown } from "./words";

/** A transmitter in the place of all sources, where the family has an input for it. */
export function PulseCommand({ drive, strip }: { drive: Drive; strip: TerminalStrip }) {
  const [func, ...figures] = strip.pulse;
  if (!func) return null;
  return (
    <Box data-pulse>
      <GroupHead>Pulse command</GroupHead>
      <SettingRow drive={drive} setting={func} />
      {valueOf(func) !== 0 &&
        figures.map((setting) => <SettingRow key={setting.key} drive={drive} setting={setting} />)}
      <Currents drive={drive} />
      {strip.lost_pulse && (
        <Text fontSize="small" mt="1">
          {strip.lost_pulse}
        </Text>
      )}
    </Box>
  );
}

/** What flows out of the battery, and what the duty makes of it in the motor. */
function Currents({ drive }: { drive: Drive }) {
  const battery = useLive(drive, "battery.current");
  const duty = useLive(drive, "stage.duty");
  const motor = useLive(drive, "motor.current");
  if (battery?.value === undefined) return null;
  const stations = [
    { name: "Battery", live: battery },
    { name: "Duty", live: duty },
    { name: "Motor", live: motor },
  ];
  return (
    <Flex
      as="ul"
      listStyleType="none"
      justify="space-between"
      py="1.5"
      fontSize="small"
      aria-label="Currents"
      data-currents
    >
      {stations.map(({ name, live }) => (
        <Box as="li" key={name}>
          <Text color="muted">{name}</Text>
          <Text fontFamily="mono">{shown(live)}</Text>
        </Box>
      ))}
    </Flex>
  );
}
