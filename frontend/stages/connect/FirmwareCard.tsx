import { Box, Flex, Progress, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api } from "../../api/client";
import { useFirmware } from "../../api/queries";
import type { Drive, Firmware, FirmwareUpdate } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { GroupHead } from "../../parts/Columns";
import { ConfirmDialog } from "../../parts/ConfirmDialog";
import { FileDrop } from "../../parts/FileDrop";
import { base64 } from "../../parts/readFile";

const STEP: Record<string, string> = {
  "": "Beginning",
  loader: "Entering the loader",
  clear: "Clearing the program memory",
  transfer: "Writing",
  check: "The drive checks what it has",
  return: "Waiting for the drive",
};
const REFRESH = ["firmware", "drive", "values"];

/** Version, what it lacks, and replacing it from a file. */
export function FirmwareCard({ drive }: { drive: Drive }) {
  const { data: firmware } = useFirmware(drive.id, drive.profile !== null);
  const [file, setFile] = useState<File | null>(null);
  const write = useAction(
    async (image: File) =>
      api.post<Firmware>(`/drives/${drive.id}/firmware`, { name: image.name, content: await base64(image) }),
    { drive, refresh: REFRESH },
  );
  if (!firmware) return null;
  const { update } = firmware;
  const running = update?.state === "running";
  return (
    <Box data-firmware={firmware.version}>
      <GroupHead>Firmware</GroupHead>
      <Text>
        Version{" "}
        <Text as="span" fontFamily="mono">
          {firmware.version}
        </Text>
        {firmware.outdated ? `; Gallop knows ${firmware.newest}` : ", the newest that Gallop knows"}
      </Text>
      {firmware.missing.length > 0 && <Text color="cautionText">Missing in it: {firmware.missing.join(", ")}.</Text>}
      {update && <Report drive={drive} update={update} />}
      {!running && <FileDrop label="Write firmware" accept=".gpi" disabled={write.isPending} onFile={setFile} />}
      <ConfirmDialog
        open={file !== null}
        title={`Write ${file?.name ?? ""} to ${drive.name}?`}
        confirm="Write it"
        onClose={() => setFile(null)}
        onConfirm={() => file && write.mutate(file)}
      >
        Family, rating and check sum are looked at first. Then the drive clears its program and cannot turn its motor
        until it is back; its link returns by itself, and its settings are compared. Values that are live and not stored
        are lost.
      </ConfirmDialog>
    </Box>
  );
}

function Report({ drive, update }: { drive: Drive; update: FirmwareUpdate }) {
  const repeat = useAction(() => api.post(`/drives/${drive.id}/firmware/repeat`), { drive, refresh: REFRESH });
  if (update.state === "running") {
    return (
      <Box mt="1" data-update={update.state}>
        <Text fontSize="small">
          {update.file_name}: {STEP[update.step] ?? update.step}, {Math.round(update.progress * 100)} %
        </Text>
        <Progress.Root value={update.progress * 100} size="xs" aria-label="Share of the firmware written">
          <Progress.Track bg="line">
            <Progress.Range bg="info" />
          </Progress.Track>
        </Progress.Root>
      </Box>
    );
  }
  const fine = update.state === "done";
  return (
    <Box mt="1" data-update={update.state}>
      <Text fontSize="small" color={fine ? "okText" : "fault"} fontWeight="semibold">
        {update.from_version} → {update.to_version}:{" "}
        {fine ? "done" : update.state === "failed" ? "failed" : "interrupted"}
      </Text>
      <Text fontSize="small">{update.message}</Text>
      {update.altered.map((row) => (
        <Flex key={row.key} gap="2" fontSize="small">
          <Text>{row.name}</Text>
          <Text fontFamily="mono">
            {row.before} → {row.after}
          </Text>
        </Flex>
      ))}
      {!fine && (
        <Action mt="1" disabled={repeat.isPending} onClick={() => repeat.mutate(undefined)}>
          Write {update.file_name} again
        </Action>
      )}
    </Box>
  );
}
