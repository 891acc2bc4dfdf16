import { Box, Text } from "@chakra-ui/react";
import type { Drive, TerminalStrip } from "../../api/types";
import { useLive } from "../../live/useLive";
import { GroupHead } from "../../parts/Columns";
import { SettingRow } from "../../parts/SettingRow";
import { valueOf } from "../../parts/setting";

const FIRST = 1;
const TURNS = "team.turns";
const SIZE = "team.size";

const has = (bits: number, place: number) => (bits & (1 << (place - 1))) !== 0;

/** Drives of one machine that go together: who leads, and who is heard just now. */
export function Team({ drive, strip }: { drive: Drive; strip: TerminalStrip }) {
  const [place, ...others] = strip.team;
  if (!place) return null;
  const alone = valueOf(place) === 0;
  const shown = others.filter(({ key }) => !alone && (key !== TURNS || valueOf(place) !== FIRST));
  const size = strip.team.find(({ key }) => key === SIZE);
  return (
    <Box data-team>
      <GroupHead>Team</GroupHead>
      <SettingRow drive={drive} setting={place} />
      {shown.map((setting) => (
        <SettingRow key={setting.key} drive={drive} setting={setting} />
      ))}
      {place.live !== 0 && size && <Heard drive={drive} own={place.live} size={size.live} />}
    </Box>
  );
}

/** The other places of the team, each as it is heard. */
function Heard({ drive, own, size }: { drive: Drive; own: number; size: number }) {
  const heard = useLive(drive, "team.heard")?.value ?? 0;
  const fit = useLive(drive, "team.fit")?.value ?? 0;
  const places = Array.from({ length: size }, (_, n) => n + 1).filter((place) => place !== own);
  return (
    <Box as="ul" listStyleType="none" fontSize="small" py="1" aria-label="Others of the team">
      {places.map((place) => (
        <Box as="li" key={place} display="flex" justifyContent="space-between" data-heard={has(heard, place)}>
          <Text>{`Drive ${place}${place === FIRST ? ", which leads" : ""}`}</Text>
          <Text color={has(heard, place) ? "ink" : "cautionText"}>
            {!has(heard, place)
              ? "not heard"
              : place === FIRST || has(fit, place)
                ? "heard"
                : "heard; not ready, or not set to follow"}
          </Text>
        </Box>
      ))}
    </Box>
  );
}
