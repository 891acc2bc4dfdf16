import { Box, Flex, Progress, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api } from "../../api/client";
import type { Drive } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { LinkButton } from "../../parts/LinkButton";
import { clock } from "../../parts/format";
import { TextField } from "../../parts/TextField";

const WORD = {
  offline: "Not connected",
  connecting: "Connecting",
  reading: "Reading all values",
  online: "Connected",
  lost: "Connection lost",
  loader: "Waits for firmware",
  taken: "Linked elsewhere",
} as const;
const COLOUR = {
  offline: "muted",
  connecting: "muted",
  reading: "info",
  online: "okText",
  lost: "fault",
  loader: "cautionText",
  taken: "fault",
} as const;

/** Name and address, and the link there. */
export function AddressCard({ drive }: { drive: Drive }) {
  const [name, setName] = useState(drive.name);
  const [host, setHost] = useState(drive.host);
  const [port, setPort] = useState(String(drive.port));
  const [unit, setUnit] = useState(String(drive.unit));
  const moved = host !== drive.host || port !== String(drive.port) || unit !== String(drive.unit);
  const changed = moved || name !== drive.name;
  const save = useAction(() => api.patch(`/drives/${drive.id}`, { name, ...(moved ? { host, port, unit } : {}) }), {
    refresh: ["project", "projects", "logbook"],
  });
  return (
    <Box>
      <TextField label="Name" value={name} onChange={setName} />
      <TextField label="Address" value={host} onChange={setHost} mono />
      <TextField label="Port" value={port} onChange={setPort} mono />
      <TextField
        label="Unit"
        value={unit}
        onChange={setUnit}
        mono
        hint="Modbus unit number; 1 unless a gateway is between."
      />
      <Flex gap="2" mt="2" wrap="wrap">
        <LinkButton drive={drive} disabled={moved} />
        {changed && (
          <Action disabled={save.isPending} onClick={() => save.mutate(undefined)}>
            {moved ? "Keep address" : "Rename"}
          </Action>
        )}
      </Flex>
      <LinkReport drive={drive} />
    </Box>
  );
}

function LinkReport({ drive }: { drive: Drive }) {
  const { link } = drive;
  return (
    <Box mt="3" aria-live="polite" data-link={link.state}>
      <Text fontWeight="semibold" color={COLOUR[link.state]}>
        {WORD[link.state]}
        {link.state !== "offline" && link.since ? (
          <Text as="span" color="muted" fontWeight="normal">{` since ${clock(link.since)}`}</Text>
        ) : null}
      </Text>
      {link.state === "reading" && (
        <Progress.Root value={link.progress * 100} size="xs" mt="1" aria-label="Share of the values read">
          <Progress.Track bg="line">
            <Progress.Range bg="info" />
          </Progress.Track>
        </Progress.Root>
      )}
      {(link.state === "loader" || link.state === "taken") && <Text fontSize="small">{link.message}</Text>}
      {link.state === "lost" && <Text fontSize="small">{link.message} It is tried again until you disconnect.</Text>}
      {link.state === "offline" && (
        <Text fontSize="small" color="muted">
          {drive.read_at
            ? `You work offline, on what was read ${clock(drive.read_at)}.`
            : "Connect once, and Gallop knows the family and its values."}
        </Text>
      )}
    </Box>
  );
}
