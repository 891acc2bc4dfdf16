import { Box, Flex, Input, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { type KeyboardEvent, useId, useState } from "react";
import { api } from "../../api/client";
import { motorsQuery, useMotors } from "../../api/queries";
import type { Drive, FactStage, MotorHit } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { GroupHead } from "../../parts/Columns";
import { FileDrop } from "../../parts/FileDrop";
import { notices } from "../../parts/notices";
import { base64 } from "../../parts/readFile";

/** Motors by part number: type a few letters, choose one, and its data are the facts. */
export function MotorPicker({ drive, given }: { drive: Drive; given: FactStage }) {
  const [query, setQuery] = useState("");
  const [open, setOpen] = useState(false);
  const [at, setAt] = useState(0);
  const [tools, setTools] = useState(false);
  const queries = useQueryClient();
  const id = useId();
  const { data: hits } = useMotors(given.kind, query, open);
  const take = useAction((part: string) => api.post<FactStage>(`/drives/${drive.id}/motor/library`, { part }), {
    done: (answer) => {
      queries.setQueryData(["facts", drive.id, "motor"], answer);
      setQuery("");
      setOpen(false);
    },
  });
  const found = open ? (hits ?? []) : [];
  const chosen = found[Math.min(at, found.length - 1)];
  // The list may still be that of fewer letters: what is taken is what these letters find.
  const takeFound = async () => {
    const fresh = await queries.fetchQuery(motorsQuery(given.kind, query));
    const hit = fresh[Math.min(at, fresh.length - 1)];
    if (hit) take.mutate(hit.part);
  };
  const pressed = (event: KeyboardEvent) => {
    if (event.key === "Escape") setOpen(false);
    else if (event.key === "Enter") void takeFound();
    else if (event.key === "ArrowDown" || event.key === "ArrowUp") {
      event.preventDefault();
      setOpen(true);
      setAt(Math.max(0, Math.min(at + (event.key === "ArrowDown" ? 1 : -1), found.length - 1)));
    }
  };
  return (
    <Box position="relative">
      <GroupHead>From the library</GroupHead>
      <Flex gap="2" py="1" align="center">
        <Input
          role="combobox"
          aria-label="Motor by part number"
          aria-expanded={found.length > 0}
          aria-controls={`${id}-list`}
          aria-activedescendant={chosen ? `${id}-${Math.min(at, found.length - 1)}` : undefined}
          placeholder="Part number, or a word"
          autoComplete="off"
          size="xs"
          h="6"
          px="1.5"
          bg="surface"
          borderColor="edge"
          value={query}
          onChange={(event) => {
            setQuery(event.target.value);
            setOpen(true);
            setAt(0);
          }}
          onFocus={() => setOpen(true)}
          onBlur={() => setOpen(false)}
          onKeyDown={pressed}
        />
        <Action look="link" aria-expanded={tools} onClick={() => setTools(!tools)}>
          Keep, in, out
        </Action>
      </Flex>
      <Box
        id={`${id}-list`}
        role="listbox"
        aria-label="Motors"
        hidden={found.length === 0}
        position="absolute"
        zIndex="1"
        left="0"
        right="0"
        bg="surface"
        borderWidth="1px"
        borderColor="edge"
        borderRadius="control"
        maxH="72"
        overflowY="auto"
        shadow="md"
      >
        {found.map((hit, index) => (
          <Option
            key={hit.part}
            id={`${id}-${index}`}
            hit={hit}
            chosen={hit === chosen}
            onTake={() => take.mutate(hit.part)}
          />
        ))}
      </Box>
      {tools && <LibraryTools drive={drive} given={given} />}
    </Box>
  );
}

function Option({ id, hit, chosen, onTake }: { id: string; hit: MotorHit; chosen: boolean; onTake: () => void }) {
  return (
    <Box
      id={id}
      role="option"
      aria-selected={chosen}
      px="2"
      py="1"
      cursor="pointer"
      bg={chosen ? "baySoft" : undefined}
      _hover={{ bg: "hover" }}
      // before the field loses its focus, and the list with it
      onMouseDown={(event) => {
        event.preventDefault();
        onTake();
      }}
    >
      <Flex justify="space-between" gap="2">
        <Text fontWeight="semibold">{hit.part}</Text>
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
