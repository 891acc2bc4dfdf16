import { Text, VisuallyHidden, chakra } from "@chakra-ui/react";
import { Link, useParams } from "react-router";
import type { Drive } from "../api/types";
import { useDriveState, useLive } from "../live/useLive";
import { withUnit } from "../parts/format";
import { Lamp, type LampKind } from "../parts/Lamp";

const Chip = chakra(Link, {
  base: {
    borderWidth: "1px",
    borderColor: "edgeOnTack",
    borderRadius: "control",
    px: "1.5",
    py: "1",
    fontSize: "small",
    display: "flex",
    gap: "1.5",
    alignItems: "center",
    color: "mutedOnTack",
    whiteSpace: "nowrap",
    flexShrink: "0",
    "&[aria-current=page]": { bg: "chosen", color: "onChosen", borderColor: "chosen" },
  },
});

/** A drive in the top bar: lamp, name, speed or state. */
export function DriveChip({ drive, selected }: { drive: Drive; selected: boolean }) {
  const stage = useParams().stage ?? "connect";
  const { state, stale } = useDriveState(drive);
  const speed = useLive(drive, "speed.actual", "glance");
  const error = useLive(drive, "control.error_code", "glance");
  const faulted = !stale && (error?.value ?? 0) !== 0;
  const running = state === "Operation enabled" || state === "Quick stop active";
  const lamp: LampKind = stale ? "idle" : faulted ? "fault" : running ? "run" : "ready";
  const shown = text();
  return (
    <Chip
      to={`/projects/${drive.project_id}/drives/${drive.id}/${stage}`}
      aria-current={selected ? "page" : undefined}
      title={`${drive.name}, ${shown}`}
    >
      <Lamp kind={lamp} />
      <Text as="b" fontWeight="semibold" maxW="36" truncate>
        {drive.name}
      </Text>
      {shown !== "offline" ? (
        <Text as="span" fontFamily="mono">
          {shown}
        </Text>
      ) : (
        <VisuallyHidden>offline</VisuallyHidden>
      )}
    </Chip>
  );

  function text() {
    if (drive.link.state === "taken") return "elsewhere";
    if (drive.link.state === "lost" || drive.link.state === "loader")
      return drive.updating ? "firmware" : drive.link.state;
    if (drive.link.state !== "online") return drive.link.state === "offline" ? "offline" : "connecting";
    if (speed?.value === undefined) return "–";
    if (stale) return "stale";
    if (faulted) return `Fault ${(error?.value ?? 0).toString(16).toUpperCase().padStart(4, "0")}`;
    return withUnit(speed?.value, drive.speed_unit);
  }
}
