import { Box, Flex, Text } from "@chakra-ui/react";
import { type ReactNode, useState } from "react";
import { useSearchParams } from "react-router";
import type { Drive } from "../api/types";
import { useDriveState, useLive } from "../live/useLive";
import { figure } from "../parts/format";
import { Action } from "../parts/Action";
import { TrayDialog } from "./TrayDialog";

const KEYS = [
  "speed.actual",
  "motor.torque_current",
  "bus.voltage",
  "position.following_error",
  "output.frequency",
  "motor.heat",
];

interface Props {
  drive: Drive;
  /** the drawer of the recorder; nothing where its page is open */
  recorder: { open: boolean; onToggle: () => void } | null;
}

/** Live figures of the selected drive, the recorder, and the tray. */
export function Foot({ drive, recorder }: Props) {
  const { state, stale } = useDriveState(drive);
  return (
    <Flex
      as="footer"
      minH="foot"
      bg="surface"
      borderTopWidth="1px"
      borderColor="line"
      align="stretch"
      wrap={{ base: "wrap", md: "nowrap" }}
    >
      <Flex
        flex="1"
        minW="0"
        overflowX="auto"
        scrollbarWidth="none"
        aria-label="Live figures"
        role="group"
        tabIndex={0}
      >
        <Place label="Drive state" minW="40">
          <Text fontWeight="semibold" color={stale ? "muted" : "ink"} whiteSpace="nowrap">
            {drive.link.state === "online" ? (state ?? "–") : linkWord(drive)}
          </Text>
        </Place>
        {KEYS.map((key) => (
          <LivePlace key={key} drive={drive} name={key} />
        ))}
      </Flex>
      {recorder && (
        <Flex align="center" px="3" borderLeftWidth="1px" borderColor="line">
          <Action look="quiet" aria-expanded={recorder.open} title="R" onClick={recorder.onToggle}>
            {recorder.open ? "Close the recorder" : "Recorder"}
          </Action>
        </Flex>
      )}
      <TrayCorner drive={drive} />
    </Flex>
  );
}

function linkWord(drive: Drive) {
  return {
    offline: "Offline",
    connecting: "Connecting",
    reading: "Reading",
    lost: "Connection lost",
    loader: "In its loader",
    taken: "Linked elsewhere",
    online: "",
  }[drive.link.state];
}

function Place({ label, children, minW = "liveFigure" }: { label: string; children: ReactNode; minW?: string }) {
  return (
    <Box px="3.5" py="2" borderRightWidth="1px" borderColor="line" minW={minW}>
      <Text fontSize="tiny" color="muted" whiteSpace="nowrap">
        {label}
      </Text>
      {children}
    </Box>
  );
}

function LivePlace({ drive, name }: { drive: Drive; name: string }) {
  const live = useLive(drive, name);
  if (!live) return null;
  const { entry, value, stale } = live;
  return (
    <Place label={entry.name} minW="liveWide">
      <Text
        fontFamily="mono"
        fontSize="live"
        fontWeight="medium"
        color={stale ? "muted" : "ink"}
        fontStyle={stale ? "italic" : "normal"}
        whiteSpace="nowrap"
        data-live={name}
        title={stale ? "Stale: no connection" : undefined}
      >
        {figure(value, entry.decimals)} {entry.unit}
      </Text>
    </Place>
  );
}

function TrayCorner({ drive }: { drive: Drive }) {
  const [search, setSearch] = useSearchParams();
  const [wanted, setWanted] = useState(false);
  const open = wanted || search.has("tray");
  const setOpen = (next: boolean) => {
    setWanted(next);
    if (!next && search.has("tray")) {
      search.delete("tray");
      setSearch(search, { replace: true });
    }
  };
  const { drafted, restart, unstored, waiting, interrupted } = drive.tray;
  const busy = drafted + unstored + interrupted > 0 || waiting > 0;
  const more = [
    restart > 0 && `${restart} after a restart`,
    waiting > 0 && `${waiting} wait${waiting === 1 ? "s" : ""} for a restart`,
    interrupted > 0 && "a batch was interrupted",
  ].filter(Boolean);
  return (
    <Flex
      gap="3"
      align="center"
      px="3.5"
      bg={busy ? "baySoft" : undefined}
      borderLeftWidth="1px"
      borderColor={busy ? "bayEdge" : "line"}
      py="1.5"
      minW="0"
    >
      <Box>
        <Text fontWeight="semibold" whiteSpace="nowrap" data-tray>
          {drafted} drafted, {unstored} not stored
        </Text>
        <Text fontSize="tiny" color="muted" whiteSpace="nowrap">
          {more.length > 0 ? more.join(", ") : busy ? "draft → live → stored" : "Draft, live and stored agree"}
        </Text>
      </Box>
      <Action look={busy ? "primary" : "quiet"} onClick={() => setOpen(true)}>
        {drafted > 0 ? "Review and write" : unstored > 0 ? "Review and store" : "Open tray"}
      </Action>
      <TrayDialog drive={drive} open={open} onClose={() => setOpen(false)} />
    </Flex>
  );
}
