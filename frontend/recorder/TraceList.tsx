import { Box, Flex, Input, Text } from "@chakra-ui/react";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useMemo, useRef, useState } from "react";
import type { TraceSummary } from "../api/types";
import { Action } from "../parts/Action";
import { clock } from "../parts/format";
import { spoken } from "./setup";
import { TraceDetail } from "./TraceDetail";

interface Props {
  traces: readonly TraceSummary[];
  shown: readonly number[];
  onShow: (ids: number[]) => void;
  driveId: number;
  maxHeight: string;
}

const ROW = 44;
export const MOST_SHOWN = 6;

const KINDS: Record<TraceSummary["kind"], string> = {
  test: "test",
  memory: "",
  roll: "live figures",
  fault: "fault",
  file: "from a file",
};

/** The traces that are kept, newest first, pinned ones before; a tick shows one, the name opens what belongs to it. */
export function TraceList({ traces, shown, onShow, driveId, maxHeight }: Props) {
  const [query, setQuery] = useState("");
  const [opened, setOpened] = useState<number | null>(null);
  const host = useRef<HTMLDivElement>(null);
  const found = useMemo(() => ordered(traces, query, driveId), [traces, query, driveId]);
  // oxlint-disable-next-line react/incompatible-library -- no React Compiler is used here, and nothing of this is memoized
  const rows = useVirtualizer({
    count: found.length,
    getScrollElement: () => host.current,
    estimateSize: () => ROW,
    getItemKey: (n) => found[n]?.id ?? n,
    overscan: 8,
  });
  const toggle = (id: number) =>
    onShow(shown.includes(id) ? shown.filter((other) => other !== id) : [...shown, id].slice(-MOST_SHOWN));
  return (
    <Box data-traces={traces.length}>
      <Input
        aria-label="Find a trace"
        placeholder="Find by name, tag, trigger, drive"
        value={query}
        onChange={(event) => setQuery(event.target.value)}
        size="xs"
        my="1.5"
        bg="surface"
        borderColor="edge"
        borderRadius="control"
      />
      {traces.length === 0 && <Text color="muted">None yet. What is recorded is kept here with its settings.</Text>}
      {traces.length > 0 && found.length === 0 && <Text color="muted">None of the {traces.length} fits.</Text>}
      <Box ref={host} maxH={maxHeight} overflowY="auto" tabIndex={0} role="group" aria-label="Traces that are kept">
        <Box position="relative" style={{ height: rows.getTotalSize() }}>
          {rows.getVirtualItems().map((row) => {
            const trace = found[row.index];
            if (!trace) return null;
            return (
              <Box
                key={row.key}
                ref={rows.measureElement}
                data-index={row.index}
                position="absolute"
                top="0"
                left="0"
                right="0"
                style={{ transform: `translateY(${row.start}px)` }}
              >
                <Row
                  trace={trace}
                  shown={shown.includes(trace.id)}
                  elsewhere={trace.drive_id !== driveId}
                  opened={opened === trace.id}
                  onToggle={() => toggle(trace.id)}
                  onOpen={() => setOpened(opened === trace.id ? null : trace.id)}
                />
              </Box>
            );
          })}
        </Box>
      </Box>
    </Box>
  );
}

/** By which a trace is found. */
const text = (trace: TraceSummary) =>
  [trace.title, trace.note, trace.trigger, trace.drive_name, KINDS[trace.kind], ...trace.tags].join(" ").toLowerCase();

/** Pinned ones first, then those of this drive and of the others by time. */
function ordered(traces: readonly TraceSummary[], query: string, driveId: number): TraceSummary[] {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  return traces
    .filter((trace) => words.every((word) => text(trace).includes(word)))
    .sort(
      (one, other) =>
        Number(other.pinned) - Number(one.pinned) ||
        (words.length === 0 ? 0 : Number(other.drive_id === driveId) - Number(one.drive_id === driveId)) ||
        other.taken_at.localeCompare(one.taken_at),
    );
}

interface RowProps {
  trace: TraceSummary;
  shown: boolean;
  elsewhere: boolean;
  opened: boolean;
  onToggle: () => void;
  onOpen: () => void;
}

function Row({ trace, shown, elsewhere, opened, onToggle, onOpen }: RowProps) {
  const length = trace.interval === null ? null : spoken(trace.interval * trace.size);
  const facts = [
    trace.growing && "growing",
    elsewhere && trace.drive_name,
    KINDS[trace.kind],
    length,
    ...trace.tags,
  ].filter(Boolean);
  return (
    <Box borderBottomWidth="1px" borderColor="line" py="1" data-trace={trace.id}>
      <Flex gap="2" align="flex-start">
        <Box pt="0.5">
          <input
            type="checkbox"
            aria-label={`Show ${trace.title}, ${clock(trace.taken_at)}`}
            checked={shown}
            onChange={onToggle}
          />
        </Box>
        <Box flex="1" minW="0">
          <Flex justify="space-between" gap="2">
            <Action
              look="link"
              fontWeight={trace.pinned ? "bold" : "medium"}
              textDecoration="none"
              justifyContent="flex-start"
              minW="0"
              truncate
              display="block"
              title={trace.title}
              aria-expanded={opened}
              color="ink"
              onClick={onOpen}
            >
              {trace.pinned && "Reference: "}
              {trace.title}
            </Action>
            <Text color="muted" fontSize="small" whiteSpace="nowrap">
              {clock(trace.taken_at)}
            </Text>
          </Flex>
          <Text fontSize="tiny" color={trace.kind === "fault" ? "fault" : "muted"} truncate>
            {facts.join(" · ")}
          </Text>
        </Box>
      </Flex>
      {opened && <TraceDetail trace={trace} />}
    </Box>
  );
}
