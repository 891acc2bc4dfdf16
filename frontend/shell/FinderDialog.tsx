import { Dialog, Portal, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api } from "../api/client";
import type { Hit } from "../api/types";
import { Picker } from "../parts/Picker";
import { useSelection } from "./useSelection";

const KIND = { stage: "Stage", value: "Value", fault: "Fault", drive: "Drive", page: "Page", action: "Do" } as const;
const NONE: Hit[] = [];

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

const idOf = (hit: Hit) => hit.path + hit.title;

function Search({ onClose }: { onClose: () => void }) {
  const { projectId, drive } = useSelection();
  const navigate = useNavigate();
  const [query, setQuery] = useState("");
  const { data: hits = [] } = useQuery({
    queryKey: ["finder", projectId, drive?.id, query],
    queryFn: () =>
      api.get<Hit[]>(
        `/finder?${new URLSearchParams({ project_id: projectId ?? "", drive_id: String(drive?.id ?? ""), query })}`,
      ),
    enabled: projectId !== undefined && query.trim() !== "",
    placeholderData: (before) => before,
  });
  return (
    <Picker
      label="Find"
      placeholder={drive ? "A word, a key, an index, a fault code" : "A drive or a page"}
      query={query}
      onQuery={setQuery}
      hits={query.trim() === "" ? NONE : hits}
      idOf={idOf}
      onPick={(hit) => {
        onClose();
        void navigate(hit.path);
      }}
      inline
      nothing={
        <Text color="muted" px="2" py="1.5">
          Nothing found. Try another word{drive ? "" : ", or select a drive to search its values"}.
        </Text>
      }
    >
      {(hit) => (
        <>
          <Text w="12" color="muted" fontSize="small" flexShrink="0">
            {KIND[hit.kind]}
          </Text>
          <Text fontWeight="semibold" whiteSpace="nowrap">
            {hit.title}
          </Text>
          <Text color="muted" fontSize="small" truncate flex="1">
            {hit.detail}
          </Text>
        </>
      )}
    </Picker>
  );
}
