import { Box, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../../api/client";
import { useProject } from "../../api/queries";
import type { Drive } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { Choice } from "../../parts/Choice";
import { GroupHead } from "../../parts/Columns";
import { notices } from "../../parts/notices";

interface Means {
  facts: number;
  replaced: number;
  values: number;
  /** behind the other in its team; null where there is none */
  place: number | null;
}

/** Sets a drive up like another one of its family: facts and values in one act. */
export function TwinCard({ drive }: { drive: Drive }) {
  const [of, setOf] = useState("");
  const [follow, setFollow] = useState(false);
  const { data: project } = useProject(String(drive.project_id));
  const others =
    project?.drives.filter(
      ({ id, profile }) => id !== drive.id && drive.profile !== null && profile?.family === drive.profile.family,
    ) ?? [];
  const chosen = others.find(({ id }) => String(id) === of);
  const { data: means } = useQuery({
    queryKey: ["twin", drive.id, of, follow],
    queryFn: () => api.get<Means>(`/drives/${drive.id}/twin?of=${of}&follow=${follow}`),
    enabled: chosen !== undefined,
    staleTime: 0,
  });
  const take = useAction(
    () => api.post<{ facts: number; drafted: number }>(`/drives/${drive.id}/twin`, { of, follow, confirm: true }),
    {
      drive,
      refresh: ["drive", "tray", "values", "facts", "terminals", "before_power", "twin", "logbook"],
      done: ({ facts, drafted }) => {
        notices.word(`${facts} facts taken over, ${drafted} values drafted.`);
        setOf("");
      },
    },
  );
  if (others.length === 0) return null;
  return (
    <Box data-twin mt="3">
      <GroupHead>Set up like another drive</GroupHead>
      <Choice
        label="Set up like"
        value={of}
        options={[{ id: "", title: "none" }, ...others.map(({ id, name }) => ({ id: String(id), title: name }))]}
        onChange={(id) => {
          setOf(id);
          setFollow(false);
        }}
      />
      {chosen && means && (
        <>
          <Text fontSize="small" my="1">
            {`${means.facts} facts of ${chosen.name} take the place of the ${means.replaced} here, and ` +
              `${means.values} values go into the draft. Addresses, offsets of the current sensors and of the ` +
              "magnets stay as they are. Nothing is written yet."}
          </Text>
          {means.place !== null && (
            <Text as="label" display="block" fontSize="small" mb="1.5">
              <input type="checkbox" checked={follow} onChange={(event) => setFollow(event.target.checked)} />
              {` It follows ${chosen.name} over the line between them: place ${means.place} of its team`}
            </Text>
          )}
          <Action disabled={take.isPending} onClick={() => take.mutate(undefined)}>
            {`Take over from ${chosen.name}`}
          </Action>
        </>
      )}
    </Box>
  );
}
