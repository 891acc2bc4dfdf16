import { Box, Flex, Progress, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useParams } from "react-router";
import { api } from "../api/client";
import { useDiscovery, useProject } from "../api/queries";
import type { Discovery } from "../api/types";
import { useAction } from "../api/useAction";
import { feed } from "../live/feed";
import { Action } from "../parts/Action";
import { Columns, Column, GroupHead, PageHead } from "../parts/Columns";
import { Table } from "../parts/Table";
import { TextField } from "../parts/TextField";
import { NotFoundPage } from "./NotFoundPage";
import { SightingList } from "./SightingList";

/** Finding drives on the laptop's networks, and all that were ever seen. */
export function DiscoveryPage() {
  const { projectId } = useParams();
  const { data: project, error } = useProject(projectId);
  const { data: discovery } = useDiscovery();
  useWordOfDiscovery();
  if (error) return <NotFoundPage />;
  if (!project || !discovery) return <PageHead title="Find drives" sentence="Reading" />;
  return (
    <>
      <PageHead
        title="Find drives"
        sentence={`For ${project.name}: places that answer, who is there, and who has fallen silent.`}
      />
      <Columns template="0.62fr 1.9fr">
        <Column title="Where to look">
          <Search discovery={discovery} />
          <Interfaces discovery={discovery} />
        </Column>
        <Column title="Seen" note={`${discovery.sightings.length}, kept until forgotten`}>
          {discovery.duplicates.map(({ headline, remedy }) => (
            <Box
              key={headline}
              borderLeftWidth="3px"
              borderColor="caution"
              bg="surface"
              px="2.5"
              py="1.5"
              mb="2"
              role="note"
            >
              <Text fontWeight="bold">
                <Text as="span" color="cautionText">
                  Caution:
                </Text>{" "}
                {headline}
              </Text>
              <Text fontSize="small" color="muted">
                {remedy}
              </Text>
            </Box>
          ))}
          <SightingList project={project} discovery={discovery} />
        </Column>
      </Columns>
    </>
  );
}

/** Asks again whenever the server says that the search has come further. */
function useWordOfDiscovery() {
  const queries = useQueryClient();
  useEffect(() => {
    return feed.listen({
      drives: [],
      announced: (what) => what === "discovery" && void queries.invalidateQueries({ queryKey: [what] }),
    });
  }, [queries]);
}

function Search({ discovery }: { discovery: Discovery }) {
  const [places, setPlaces] = useState(discovery.proposal);
  const start = useAction(() => api.post<Discovery>("/discovery", { places }), { refresh: ["discovery"], quiet: true });
  const cancel = useAction(() => api.delete<Discovery>("/discovery"), { refresh: ["discovery"] });
  return (
    <Box
      as="form"
      onSubmit={(event) => {
        event.preventDefault();
        start.mutate(undefined);
      }}
    >
      <TextField
        label="Addresses and ports"
        value={places}
        onChange={setPlaces}
        mono
        problem={start.error?.message ?? null}
        hint="192.168.30.11, 192.168.30.1-60, 192.168.30.0/24, each with :port or :from-to; port 502 where none is given. Known places are looked at as well."
      />
      <Flex gap="2" align="center">
        {discovery.running ? (
          <Action onClick={() => cancel.mutate(undefined)}>Cancel</Action>
        ) : (
          <Action look="primary" type="submit" disabled={start.isPending}>
            Search
          </Action>
        )}
        <Text color="muted" fontSize="small" aria-live="polite" data-search={discovery.running ? "running" : "idle"}>
          {discovery.total === 0
            ? "Not searched yet"
            : `${discovery.looked_at} of ${discovery.total} places${discovery.cancelled ? ", cancelled" : ""}`}
        </Text>
      </Flex>
      {discovery.running && (
        <Progress.Root value={discovery.progress * 100} size="xs" mt="1" aria-label="Share of the places looked at">
          <Progress.Track bg="line">
            <Progress.Range bg="info" />
          </Progress.Track>
        </Progress.Root>
      )}
      {discovery.strangers.map(({ place, message }) => (
        <Text key={place} fontSize="small" color="muted">
          {place}: {message}
        </Text>
      ))}
    </Box>
  );
}

function Interfaces({ discovery }: { discovery: Discovery }) {
  return (
    <>
      <GroupHead>This laptop</GroupHead>
      <Table aria-label="Addresses of this laptop">
        <thead>
          <tr>
            <th>Port</th>
            <th>Address</th>
            <th>Mask</th>
          </tr>
        </thead>
        <tbody>
          {discovery.interfaces.map((one) => (
            <tr key={one.name + one.address}>
              <td>{one.name}</td>
              <td title={`network ${one.network}`}>
                <Text as="span" fontFamily="mono">
                  {one.address}
                </Text>
                {one.loopback ? " (itself)" : ""}
              </td>
              <td>
                <Text as="span" fontFamily="mono">
                  {one.mask}
                </Text>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </>
  );
}
