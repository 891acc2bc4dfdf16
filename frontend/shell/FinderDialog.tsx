import { Box, Dialog, Flex, Input, Portal, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { type KeyboardEvent, useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { api } from "../api/client";
import type { Hit } from "../api/types";
import { useSelection } from "./useSelection";

const KIND = { stage: "Stage", value: "Value", fault: "Fault", drive: "Drive", page: "Page", action: "Do" } as const;

/** Finds stages, values, faults and drives by any word, index or code. */
export function FinderDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog.Root open={open} onOpenChange={({ open: now }) => !now && onClose()} motionPreset="none" size="lg">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="surface" color="ink" aria-label="Find anything">
            <Dialog.Body p="3">{open && <Search onClose={onClose} />}</Dialog.Body>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}

function Search({ onClose }: { onClose: () => void }) {
  const { projectId, drive } = useSelection();
  const navigate = useNavigate();
  const [query, setQuery] = useState("");
  const [chosen, setChosen] = useState(0);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus(), []);
  const { data: hits = [] } = useQuery({
    queryKey: ["finder", projectId, drive?.id, query],
    queryFn: () =>
      api.get<Hit[]>(
        `/finder?${new URLSearchParams({ project_id: projectId ?? "", drive_id: String(drive?.id ?? ""), query })}`,
      ),
    enabled: projectId !== undefined && query.trim() !== "",
    placeholderData: (before) => before,
  });

  const go = (hit: Hit | undefined) => {
    if (!hit) return;
    onClose();
    void navigate(hit.path);
  };

  const pressed = (event: KeyboardEvent) => {
    if (event.key === "ArrowDown") setChosen((n) => Math.min(n + 1, hits.length - 1));
    else if (event.key === "ArrowUp") setChosen((n) => Math.max(n - 1, 0));
    else if (event.key === "Enter") go(hits[chosen]);
    else return;
    event.preventDefault();
  };

  return (
    <>
      <Input
        ref={field}
        role="combobox"
        aria-expanded={hits.length > 0}
        aria-controls="finder-hits"
        aria-activedescendant={hits[chosen] ? `hit-${chosen}` : undefined}
        aria-label="Find"
        placeholder={drive ? "A word, a key, an index, a fault code" : "A drive or a page"}
        value={query}
        onChange={(event) => {
          setQuery(event.target.value);
          setChosen(0);
        }}
        onKeyDown={pressed}
        borderColor="edge"
        size="sm"
      />
      <Box id="finder-hits" role="listbox" aria-label="Found" mt="2">
        {query.trim() !== "" &&
          hits.map((hit, n) => (
            <Flex
              key={hit.path + hit.title}
              id={`hit-${n}`}
              role="option"
              aria-selected={n === chosen}
              tabIndex={-1}
              gap="3"
              px="2"
              py="1.5"
              borderRadius="control"
              bg={n === chosen ? "baySoft" : undefined}
              cursor="pointer"
              onMouseEnter={() => setChosen(n)}
              onClick={() => go(hit)}
              onKeyDown={pressed}
            >
              <Text w="12" color="muted" fontSize="small" flexShrink="0">
                {KIND[hit.kind]}
              </Text>
              <Text fontWeight="semibold" whiteSpace="nowrap">
                {hit.title}
              </Text>
              <Text color="muted" fontSize="small" truncate>
                {hit.detail}
              </Text>
            </Flex>
          ))}
        {query.trim() !== "" && hits.length === 0 && (
          <Text color="muted" px="2" py="1.5">
            Nothing found. Try another word{drive ? "" : ", or select a drive to search its values"}.
          </Text>
        )}
      </Box>
    </>
  );
}
