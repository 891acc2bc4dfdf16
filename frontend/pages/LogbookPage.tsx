import { Box, Flex, Input, Link as Anchor, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { useLogbook, useProject } from "../api/queries";
import type { LogbookEntry } from "../api/types";
import { Choice } from "../parts/Choice";
import { PageHead } from "../parts/Columns";
import { clock } from "../parts/format";
import { Table } from "../parts/Table";

const KINDS: Record<string, string> = {
  link: "Link",
  write: "Write",
  store: "Store",
  restart: "Restart",
  motion: "Motion",
  stop: "Stop",
  fault: "Fault",
  gait: "Gait",
  reins: "Reins",
  proof: "Proof",
  project: "Project",
};

/** Who did what, when. */
export function LogbookPage() {
  const { projectId } = useParams();
  const { data: project } = useProject(projectId);
  const { data: entries = [] } = useLogbook(projectId);
  const [words, setWords] = useState("");
  const [drive, setDrive] = useState("");
  const shown = entries.filter((entry) => (drive === "" || entry.drive_name === drive) && matches(entry, words));
  const drives = [
    ...new Set(entries.map(({ drive_name: name }) => name).filter((name): name is string => name !== null)),
  ];
  return (
    <>
      <PageHead
        title="Logbook"
        sentence={`Who did what on ${project?.name ?? "the project"}, when. The latest 500 entries.`}
      />
      <Flex gap="2" mb="2" maxW="dialog">
        <Input
          size="xs"
          fontSize="body"
          bg="surface"
          borderColor="edge"
          aria-label="Narrow the logbook"
          placeholder="Narrow by any word"
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        <Box flexShrink="0">
          <Choice
            label="Which drive"
            width="48"
            value={drive}
            options={[{ id: "", title: "All drives" }, ...drives.map((name) => ({ id: name, title: name }))]}
            onChange={setDrive}
          />
        </Box>
      </Flex>
      <Table aria-label="Logbook">
        <thead>
          <tr>
            <th>Time</th>
            <th>Drive</th>
            <th>Kind</th>
            <th>What</th>
            <th>Who</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((entry) => (
            <tr key={entry.id} data-kind={entry.kind}>
              <td>
                <Text as="span" fontFamily="mono" whiteSpace="nowrap">
                  {clock(entry.at)}
                </Text>
              </td>
              <td className="line">{entry.drive_name}</td>
              <td>{KINDS[entry.kind] ?? entry.kind}</td>
              <td>
                <b>{entry.headline}</b>{" "}
                <Text as="span" color="muted">
                  {entry.detail}
                </Text>
                {entry.trace_id !== null && entry.drive_id !== null && (
                  <Anchor asChild color="bay" textDecoration="underline" ml="2">
                    <Link to={`/projects/${projectId}/drives/${entry.drive_id}/recorder?show=${entry.trace_id}`}>
                      What came before it
                    </Link>
                  </Anchor>
                )}
              </td>
              <td className="line">
                {entry.author || (
                  <Text as="span" color="muted">
                    not named
                  </Text>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      {shown.length === 0 && (
        <Text color="muted" py="2">
          {entries.length === 0 ? "Nothing has happened yet." : "No entry is like that."}
        </Text>
      )}
    </>
  );
}

function matches(entry: LogbookEntry, words: string) {
  const text = `${entry.headline} ${entry.detail} ${entry.author} ${entry.kind}`.toLowerCase();
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}
