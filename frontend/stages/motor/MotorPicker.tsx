import { Box, Flex, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../../api/client";
import { motorsQuery, useMotors } from "../../api/queries";
import type { Drive, FactStage, MotorHit } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { GroupHead } from "../../parts/Columns";
import { FileDrop } from "../../parts/FileDrop";
import { notices } from "../../parts/notices";
import { Picker } from "../../parts/Picker";
import { base64 } from "../../parts/readFile";

const partOf = (hit: MotorHit) => hit.part;
const NONE: MotorHit[] = [];

/** Motors by part number: type a few letters, choose one, and its data are the facts. */
export function MotorPicker({ drive, given }: { drive: Drive; given: FactStage }) {
  const [query, setQuery] = useState("");
  const [tools, setTools] = useState(false);
  const queries = useQueryClient();
  const { data: hits } = useMotors(given.kind, query);
  const take = useAction((part: string) => api.post<FactStage>(`/drives/${drive.id}/motor/library`, { part }), {
    done: (answer) => {
      queries.setQueryData(["facts", drive.id, "motor"], answer);
      setQuery("");
    },
  });
  // The list may still be that of fewer letters: what is taken is what these letters find.
  const takeFound = async (place: number) => {
    const fresh = await queries.fetchQuery(motorsQuery(given.kind, query));
    const hit = fresh[Math.min(place, fresh.length - 1)];
    if (hit) take.mutate(hit.part);
  };
  return (
    <Box>
      <GroupHead>From the library</GroupHead>
      <Flex gap="2" py="1" align="center">
        <Picker
          label="Motor by part number"
          placeholder="Part number, or a word"
          query={query}
          onQuery={setQuery}
          hits={hits ?? NONE}
          idOf={partOf}
          onPick={(hit) => take.mutate(hit.part)}
          onEnter={(place) => void takeFound(place)}
        >
          {(hit) => <MotorLine hit={hit} />}
        </Picker>
        <Action look="link" aria-expanded={tools} onClick={() => setTools(!tools)}>
          Keep, in, out
        </Action>
      </Flex>
      {tools && <LibraryTools drive={drive} given={given} />}
    </Box>
  );
}

function MotorLine({ hit }: { hit: MotorHit }) {
  return (
    <Box flex="1">
      <Flex justify="space-between" gap="2">
        <Text fontWeight="semibold" whiteSpace="nowrap">
          {hit.part}
        </Text>
        <Text fontFamily="mono" fontSize="tiny">
          {hit.line}
        </Text>
      </Flex>
      <Text fontSize="tiny" color="muted">
        {hit.note}
        {hit.own ? `${hit.note && ", "}your own` : ""}
      </Text>
    </Box>
  );
}

/** A motor of one's own into the library, and the library as a table. */
function LibraryTools({ drive, given }: { drive: Drive; given: FactStage }) {
  const type = given.fields.find(({ key }) => key === "type")?.text ?? "";
  const keep = useAction(() => api.post<{ taken: number }>("/motors", { drive_id: drive.id, part: type }), {
    refresh: ["motors"],
    done: () => notices.word(`${type} is in the library.`),
  });
  const read = useAction(
    async (file: File) => api.post<{ taken: number }>("/motors", { content: await base64(file) }),
    {
      refresh: ["motors"],
      done: ({ taken }) => notices.word(`${taken} motor${taken === 1 ? "" : "s"} taken into the library.`),
    },
  );
  return (
    <Box borderWidth="1px" borderColor="line" borderRadius="card" px="2" py="1.5" mb="1">
      <Flex gap="3" wrap="wrap" align="center">
        <Action disabled={type === "" || keep.isPending} onClick={() => keep.mutate(undefined)}>
          {type === "" ? "Give the type to keep this motor" : `Keep ${type}`}
        </Action>
        <a href="/api/motors/table" download>
          All as CSV
        </a>
      </Flex>
      <FileDrop
        label="Motors from CSV"
        accept=".csv,text/csv"
        disabled={read.isPending}
        onFile={(file) => read.mutate(file)}
      />
    </Box>
  );
}
