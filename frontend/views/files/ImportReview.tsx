import { Box, Flex, Text, VisuallyHidden } from "@chakra-ui/react";
import { useState } from "react";
import { api } from "../../api/client";
import type { Drive, Import, ImportLine } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { notices } from "../../parts/notices";
import { Segment } from "../../parts/Segment";
import { Table } from "../../parts/Table";
import { useChosen } from "../../parts/useChosen";

const STATUS: Record<ImportLine["status"] | "same", string> = {
  change: "would change",
  same: "the same",
  unknown: "unknown",
  read_only: "read only",
  refused: "refused",
};

/** What a file would do: every line, every problem with its place. Lines are taken one by one or all. */
export function ImportReview({ drive, review }: { drive: Drive; review: Import }) {
  const ticks = useChosen();
  const [status, setStatus] = useState<string>("all");
  const take = useAction(
    (keys: string[] | undefined) =>
      api.post<{ drafted: number }>(`/drives/${drive.id}/imports/${review.id}/take`, keys ? { keys } : {}),
    {
      drive,
      refresh: ["values", "drive", "tray", "logbook"],
      done: ({ drafted }) => {
        ticks.clear();
        notices.word(`${drafted} drafted from ${review.name}.`);
      },
    },
  );
  const changes = review.counts.change ?? 0;
  const lines = review.lines.filter((line) => status === "all" || line.status === status);
  return (
    <Box mt="2" data-import={review.name}>
      {review.foreign && (
        <Text color="cautionText" fontWeight="semibold">
          {review.foreign}
        </Text>
      )}
      {review.problems.length > 0 && (
        <Box borderLeftWidth="3px" borderColor="caution" bg="surface" px="2.5" py="1.5" mb="2" role="note">
          <Text fontWeight="bold">
            {review.problems.length} place{review.problems.length === 1 ? "" : "s"} in {review.name} could not be read
          </Text>
          {review.problems.slice(0, 12).map(({ place, message }) => (
            <Text key={place + message} fontSize="small">
              <Text as="span" fontFamily="mono">
                {place}
              </Text>
              : {message}
            </Text>
          ))}
        </Box>
      )}
      <Flex gap="2" align="center" wrap="wrap" mb="1">
        <Flex role="radiogroup" aria-label="Which lines">
          {["all", ...Object.keys(review.counts).filter((name) => name !== "same")].map((name) => (
            <Segment
              key={name}
              type="button"
              role="radio"
              aria-checked={status === name}
              onClick={() => setStatus(name)}
            >
              {name === "all" ? "All" : `${STATUS[name as ImportLine["status"]]} ${review.counts[name]}`}
            </Segment>
          ))}
        </Flex>
        <Text color="muted" fontSize="small">
          {review.counts.same ?? 0} the same
        </Text>
      </Flex>
      <Flex gap="2" mb="1">
        <Action look="primary" disabled={changes === 0 || take.isPending} onClick={() => take.mutate(undefined)}>
          Take all {changes} changes into the draft
        </Action>
        <Action disabled={ticks.chosen.size === 0 || take.isPending} onClick={() => take.mutate([...ticks.chosen])}>
          Take {ticks.chosen.size} chosen
        </Action>
      </Flex>
      {lines.length > 0 && <Lines lines={lines} ticks={ticks} />}
    </Box>
  );
}

function Lines({ lines, ticks }: { lines: ImportLine[]; ticks: ReturnType<typeof useChosen> }) {
  return (
    <Box
      borderWidth="1px"
      borderColor="line"
      borderRadius="card"
      bg="surface"
      px="2"
      maxH="60dvh"
      overflow="auto"
      tabIndex={0}
      role="region"
      aria-label="Lines of the file"
    >
      <Table aria-label="Lines of the file">
        <thead>
          <tr>
            <th>
              <VisuallyHidden>Chosen</VisuallyHidden>
            </th>
            <th>Place</th>
            <th>Value</th>
            <th className="figure">Now</th>
            <th className="figure">File</th>
            <th>What it is</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.place} data-import-line={line.key ?? line.name}>
              <td>
                {line.status === "change" && line.key !== null && (
                  <input
                    type="checkbox"
                    aria-label={`Take ${line.name}`}
                    checked={ticks.has(line.key)}
                    onChange={() => ticks.toggle(line.key ?? "")}
                  />
                )}
              </td>
              <td className="line">{line.place}</td>
              <td title={line.key ?? undefined}>{line.name}</td>
              <td className="figure">{line.now ?? ""}</td>
              <td className="figure">{line.file}</td>
              <td>
                <Text
                  as="span"
                  color={line.status === "change" ? undefined : line.status === "refused" ? "fault" : "muted"}
                >
                  {line.message || STATUS[line.status]}
                </Text>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </Box>
  );
}
