import { Box, Flex, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../api/client";
import { libraryQuery, useLibrary } from "../api/queries";
import type { Drive, FactStage, LibraryHit } from "../api/types";
import { useAction } from "../api/useAction";
import { Action } from "./Action";
import { GroupHead } from "./Columns";
import { FileDrop } from "./FileDrop";
import { notices } from "./notices";
import { Picker } from "./Picker";
import { base64 } from "./readFile";

const partOf = (hit: LibraryHit) => hit.part;
const NONE: LibraryHit[] = [];

interface Props {
  drive: Drive;
  given: FactStage;
  /** whose facts they become */
  stage: "motor" | "feedback";
  /** of the library */
  kind: string;
  /** what is looked for, as in "Motor" */
  thing: string;
}

/** Parts by number: type a few letters, choose one, and its data are the facts. */
export function LibraryPicker({ drive, given, stage, kind, thing }: Props) {
  const [query, setQuery] = useState("");
  const [tools, setTools] = useState(false);
  const queries = useQueryClient();
  const { data: hits } = useLibrary(kind, query);
  const take = useAction(
    (part: string) => api.post<FactStage & { others: string[] }>(`/drives/${drive.id}/${stage}/library`, { part }),
    {
      drive,
      refresh: ["facts", "drive"],
      done: ({ others, ...answer }) => {
        queries.setQueryData(["facts", drive.id, stage], answer);
        setQuery("");
        if (others.length > 0) notices.word(`It brought something for ${others.join(" and ")} too.`);
      },
    },
  );
  // The list may still be that of fewer letters: what is taken is what these letters find.
  const takeFound = async (place: number) => {
    const fresh = await queries.fetchQuery(libraryQuery(kind, query));
    const hit = fresh[Math.min(place, fresh.length - 1)];
    if (hit) take.mutate(hit.part);
  };
  return (
    <Box>
      <GroupHead>From the library</GroupHead>
      <Flex gap="2" py="1" align="center">
        <Picker
          label={`${thing} by part number`}
          placeholder="Part number, or a word"
          query={query}
          onQuery={setQuery}
          hits={hits ?? NONE}
          idOf={partOf}
          onPick={(hit) => take.mutate(hit.part)}
          onEnter={(place) => void takeFound(place)}
        >
          {(hit) => <PartLine hit={hit} />}
        </Picker>
        <Action look="link" aria-expanded={tools} onClick={() => setTools(!tools)}>
          Keep, in, out
        </Action>
      </Flex>
      {tools && <LibraryTools drive={drive} given={given} stage={stage} />}
    </Box>
  );
}

function PartLine({ hit }: { hit: LibraryHit }) {
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

/** A part of one's own into the library, and the library as a table. */
function LibraryTools({ drive, given, stage }: Pick<Props, "drive" | "given" | "stage">) {
  const type = given.fields.find(({ key }) => key === "type")?.text ?? "";
  const keep = useAction(() => api.post<{ taken: number }>("/library", { drive_id: drive.id, stage, part: type }), {
    refresh: ["library"],
    done: () => notices.word(`${type} is in the library.`),
  });
  const read = useAction(
    async (file: File) => api.post<{ taken: number }>("/library", { content: await base64(file) }),
    {
      refresh: ["library"],
      done: ({ taken }) => notices.word(`${taken} part${taken === 1 ? "" : "s"} taken into the library.`),
    },
  );
  return (
    <Box borderWidth="1px" borderColor="line" borderRadius="card" px="2" py="1.5" mb="1">
      <Flex gap="3" wrap="wrap" align="center">
        <Action disabled={type === "" || keep.isPending} onClick={() => keep.mutate(undefined)}>
          {type === "" ? "Give the type to keep it" : `Keep ${type}`}
        </Action>
        <a href="/api/library/table" download>
          All as CSV
        </a>
      </Flex>
      <FileDrop
        label="Parts from CSV"
        accept=".csv,text/csv"
        disabled={read.isPending}
        onFile={(file) => read.mutate(file)}
      />
    </Box>
  );
}
