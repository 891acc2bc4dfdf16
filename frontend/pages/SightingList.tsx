import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link } from "react-router";
import { api } from "../api/client";
import type { Discovery, Drive, Project, Sighting } from "../api/types";
import { useAction } from "../api/useAction";
import { Action } from "../parts/Action";
import { clock } from "../parts/format";
import { TextField } from "../parts/TextField";

/** Drives that answered, and those that did once. */
export function SightingList({ project, discovery }: { project: Project; discovery: Discovery }) {
  if (discovery.sightings.length === 0)
    return (
      <Text color="muted">Nothing was seen yet. Search; the stand-ins of a paddock answer from port 15020 on.</Text>
    );
  return (
    <>
      {discovery.sightings.map((sighting) => (
        <Row key={sighting.id} project={project} sighting={sighting} />
      ))}
    </>
  );
}

function Row({ project, sighting }: { project: Project; sighting: Sighting }) {
  const forget = useAction(() => api.delete<Discovery>(`/discovery/sightings/${sighting.id}`), {
    refresh: ["discovery"],
  });
  const [explained, setExplained] = useState(false);
  const here = sighting.drives.filter(({ project_id }) => project_id === project.id);
  return (
    <Box
      py="2"
      borderBottomWidth="1px"
      borderColor="line"
      data-sighting={`${sighting.host}:${sighting.port}`}
      data-answering={sighting.answering}
    >
      <Flex gap="3" wrap="wrap" align="baseline">
        <Text fontWeight="semibold">{sighting.model}</Text>
        <Text fontFamily="mono">
          {sighting.host}:{sighting.port}
        </Text>
        <Text color="muted">
          serial {sighting.serial}, firmware {sighting.firmware}
          {sighting.label ? `, “${sighting.label}”` : ""}
        </Text>
        <Box flex="1" />
        <Text color={sighting.answering ? "okText" : "cautionText"} fontWeight="semibold">
          {sighting.answering ? "answers" : "silent"}, last seen {clock(sighting.last_seen_at)}
        </Text>
      </Flex>
      <Flex gap="3" wrap="wrap" fontSize="small" color="muted" align="baseline">
        {sighting.node !== null && <span>node {sighting.node}</span>}
        {sighting.address && <span>set to {sighting.address}</span>}
        {sighting.hardware_address && <span>hardware address {sighting.hardware_address}</span>}
        {sighting.previous_serial && <Text color="cautionText">serial {sighting.previous_serial} was here before</Text>}
        {sighting.fit && !sighting.fit.fits && (
          <Action look="link" aria-expanded={explained} onClick={() => setExplained(!explained)}>
            Its address does not fit this laptop
          </Action>
        )}
        {here.map((drive) => (
          <Text key={drive.id} color="bay" textDecoration="underline" asChild>
            <Link to={`/projects/${drive.project_id}/drives/${drive.id}/connect`}>{drive.name}</Link>
          </Text>
        ))}
      </Flex>
      {explained && sighting.fit && (
        <Box bg="surface" borderLeftWidth="3px" borderColor="info" px="2.5" py="1.5" mt="1" fontSize="small">
          <Text>{sighting.fit.sentence}</Text>
          {sighting.fit.remedies.map((remedy) => (
            <Text key={remedy}>{remedy}</Text>
          ))}
        </Box>
      )}
      <Flex gap="3" mt="1" align="flex-end" wrap="wrap">
        {here.length === 0 && <AddForm project={project} sighting={sighting} />}
        <Action
          look="link"
          aria-label={`Forget ${sighting.model} ${sighting.serial}`}
          onClick={() => forget.mutate(undefined)}
        >
          Forget
        </Action>
      </Flex>
    </Box>
  );
}

function AddForm({ project, sighting }: { project: Project; sighting: Sighting }) {
  const [name, setName] = useState(sighting.label || `${sighting.model} ${sighting.serial}`);
  const add = useAction(
    () =>
      api.post<Drive>(`/projects/${project.id}/drives`, {
        name,
        host: sighting.host,
        port: String(sighting.port),
        unit: sighting.unit,
        connect: true,
      }),
    { refresh: ["discovery", "project", "projects"], quiet: true },
  );
  return (
    <Flex
      as="form"
      gap="2"
      align="flex-end"
      onSubmit={(event) => {
        event.preventDefault();
        add.mutate(undefined);
      }}
    >
      <TextField label="Name in the project" value={name} onChange={setName} problem={add.error?.message ?? null} />
      <Box pb="1.5">
        <Action type="submit" disabled={name.trim() === "" || add.isPending}>
          Add and connect
        </Action>
      </Box>
    </Flex>
  );
}
