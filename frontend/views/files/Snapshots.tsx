import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link } from "react-router";
import { api } from "../../api/client";
import { useSnapshots } from "../../api/queries";
import type { Drive, Snapshot } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { clock } from "../../parts/format";
import { notices } from "../../parts/notices";
import { TextField } from "../../parts/TextField";

/** What the drive held at moments that somebody gave a name. */
export function Snapshots({ drive }: { drive: Drive }) {
  const { data: snapshots = [] } = useSnapshots(drive.id);
  return (
    <>
      <TakeOne drive={drive} />
      {snapshots.length === 0 && <Text color="muted">None yet. Take one before you change things.</Text>}
      {snapshots.map((snapshot) => (
        <Row key={snapshot.id} drive={drive} snapshot={snapshot} />
      ))}
    </>
  );
}

function TakeOne({ drive }: { drive: Drive }) {
  const [name, setName] = useState("");
  const [note, setNote] = useState("");
  const take = useAction(() => api.post<Snapshot>(`/drives/${drive.id}/snapshots`, { name, note }), {
    drive,
    refresh: ["snapshots", "logbook", "values"],
    quiet: true,
    done: () => {
      setName("");
      setNote("");
    },
  });
  return (
    <Box
      as="form"
      pb="2"
      borderBottomWidth="1px"
      borderColor="line"
      onSubmit={(event) => {
        event.preventDefault();
        take.mutate(undefined);
      }}
    >
      <TextField
        label="Name"
        value={name}
        onChange={setName}
        problem={take.error?.message ?? null}
        placeholder="before tuning"
      />
      <TextField label="Note" value={note} onChange={setNote} />
      <Action type="submit" disabled={name.trim() === "" || take.isPending}>
        Take a snapshot of what is live
      </Action>
    </Box>
  );
}

function Row({ drive, snapshot }: { drive: Drive; snapshot: Snapshot }) {
  const restore = useAction(
    () => api.post<{ drafted: number }>(`/drives/${drive.id}/snapshots/${snapshot.id}/restore`),
    {
      drive,
      refresh: ["snapshots", "drive", "values", "tray", "logbook"],
      done: ({ drafted }) =>
        notices.word(drafted === 0 ? "Nothing differs." : `${drafted} values drafted from the snapshot.`),
    },
  );
  return (
    <Box py="1.5" borderBottomWidth="1px" borderColor="line" data-snapshot={snapshot.name}>
      <Flex justify="space-between" gap="2">
        <Text fontWeight="semibold" truncate title={snapshot.name}>
          {snapshot.name}
        </Text>
        <Text color="muted" fontSize="small" whiteSpace="nowrap">
          {clock(snapshot.at)}
        </Text>
      </Flex>
      {snapshot.note && <Text fontSize="small">{snapshot.note}</Text>}
      <Text fontSize="small" color="muted">
        {snapshot.values} values, firmware {snapshot.firmware || "unknown"}
        {snapshot.author ? `, ${snapshot.author}` : ""};{" "}
        {snapshot.differing === 0 ? "as now" : `${snapshot.differing} differ from now`}
      </Text>
      <Flex gap="3" mt="0.5" align="center">
        <Action disabled={snapshot.differing === 0 || restore.isPending} onClick={() => restore.mutate(undefined)}>
          Restore into the draft
        </Action>
        <Text color="bay" textDecoration="underline" fontSize="small" asChild>
          <Link to={`/projects/${drive.project_id}/drives/${drive.id}/compare?left=live&right=snapshot:${snapshot.id}`}>
            Compare
          </Link>
        </Text>
      </Flex>
    </Box>
  );
}
