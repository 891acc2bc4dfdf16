import { Box, Flex, Grid, Text, VisuallyHidden } from "@chakra-ui/react";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { api } from "../api/client";
import { useFamilies, useProject, useSession } from "../api/queries";
import type { Drive } from "../api/types";
import { useAction } from "../api/useAction";
import { Action } from "../parts/Action";
import { Choice } from "../parts/Choice";
import { Column, PageHead } from "../parts/Columns";
import { ConfirmDialog } from "../parts/ConfirmDialog";
import { CourseGlance } from "../parts/CourseGlance";
import { LinkButton } from "../parts/LinkButton";
import { LINK_WORDS } from "../parts/linkWords";
import { Table } from "../parts/Table";
import { TextField } from "../parts/TextField";
import { AuthorField } from "./AuthorField";
import { NotFoundPage } from "./NotFoundPage";

/** The drives of a project. */
export function ProjectPage() {
  const { projectId } = useParams();
  const { data: project, error } = useProject(projectId);
  const { data: session } = useSession();
  if (error) return <NotFoundPage />;
  if (!project) return <PageHead title="Project" sentence="Reading" />;
  return (
    <>
      <PageHead title={project.name} sentence={project.note}>
        <Text color="bay" textDecoration="underline" asChild>
          <Link to={`/projects/${project.id}/discovery`}>Find drives</Link>
        </Text>
        <Text color="bay" textDecoration="underline" asChild>
          <Link to={`/projects/${project.id}/logbook`}>Logbook</Link>
        </Text>
        {session?.paddock && (
          <Text color="bay" textDecoration="underline" asChild>
            <Link to={`/projects/${project.id}/paddock`}>Paddock</Link>
          </Text>
        )}
      </PageHead>
      <Grid templateColumns={{ base: "minmax(0, 1fr)", xl: "3fr 1fr" }} gap="6">
        <Column title="Drives" note={project.drives.length > 0 ? "and how far each has come" : undefined}>
          {project.drives.length === 0 ? (
            <Text py="2" color="muted">
              No drives yet. Add the first one at the right: its address is on its display or in its papers.
            </Text>
          ) : (
            <DriveTable drives={project.drives} />
          )}
        </Column>
        <Column title="Add a drive">
          <NewDrive projectId={project.id} />
          <Box mt="4">
            <AuthorField />
          </Box>
        </Column>
      </Grid>
    </>
  );
}

function DriveTable({ drives }: { drives: Drive[] }) {
  return (
    <Table aria-label="Drives">
      <thead>
        <tr>
          <th>Drive</th>
          <th>Device</th>
          <th>Address</th>
          <th>Link</th>
          <th>Course</th>
          <th>Gait</th>
          <th className="figure">Drafted</th>
          <th className="figure">Not stored</th>
          <th>
            <VisuallyHidden>Actions</VisuallyHidden>
          </th>
        </tr>
      </thead>
      <tbody>
        {drives.map((drive) => (
          <DriveRow key={drive.id} drive={drive} />
        ))}
      </tbody>
    </Table>
  );
}

function DriveRow({ drive }: { drive: Drive }) {
  const path = `/projects/${drive.project_id}/drives/${drive.id}`;
  return (
    <tr data-drive={drive.name}>
      <td>
        <Text fontWeight="semibold" color="bay" asChild>
          <Link to={`${path}/connect`}>{drive.name}</Link>
        </Text>
      </td>
      <td>{drive.identity.model ?? "unknown yet"}</td>
      <td>
        <Text as="span" fontFamily="mono">
          {drive.host}:{drive.port}
        </Text>
      </td>
      <td>{LINK_WORDS[drive.link.state]}</td>
      <td>
        <CourseGlance path={path} stages={drive.stages} />
      </td>
      <td>{drive.gait}</td>
      <td className="figure">{drive.tray.drafted}</td>
      <td className="figure">{drive.tray.unstored}</td>
      <td>
        <RowActions drive={drive} />
      </td>
    </tr>
  );
}

function RowActions({ drive }: { drive: Drive }) {
  const [asking, setAsking] = useState(false);
  const remove = useAction(() => api.delete(`/drives/${drive.id}`), { refresh: ["project", "projects"] });
  return (
    <Flex gap="2" justify="flex-end">
      <LinkButton drive={drive} />
      <Action look="link" aria-label={`Remove ${drive.name}`} onClick={() => setAsking(true)}>
        Remove
      </Action>
      <ConfirmDialog
        open={asking}
        title={`Remove ${drive.name} from the project?`}
        confirm="Remove it"
        onClose={() => setAsking(false)}
        onConfirm={() => remove.mutate(undefined)}
      >
        Its facts, draft and proofs go with it and cannot be brought back. The drive itself is not touched, and the
        logbook stays.
      </ConfirmDialog>
    </Flex>
  );
}

function NewDrive({ projectId }: { projectId: number }) {
  const [name, setName] = useState("");
  const [host, setHost] = useState("127.0.0.1");
  const [port, setPort] = useState("502");
  const [family, setFamily] = useState("");
  const { data: families = [] } = useFamilies();
  const add = useAction(() => api.post<Drive>(`/projects/${projectId}/drives`, { name, host, port, family }), {
    refresh: ["project", "projects"],
    quiet: true,
    done: () => setName(""),
  });
  return (
    <Box
      as="form"
      pt="1.5"
      onSubmit={(event) => {
        event.preventDefault();
        add.mutate(undefined);
      }}
    >
      <TextField label="Name" value={name} onChange={setName} problem={add.error?.message ?? null} />
      <TextField label="Address" value={host} onChange={setHost} mono />
      <TextField
        label="Port"
        value={port}
        onChange={setPort}
        mono
        hint="502 for a real drive; the stand-ins begin at 15020."
      />
      <Box mb="2">
        <Choice
          label="Family, to work before the drive can be reached"
          value={family}
          options={[
            { id: "", title: "Family: known once it is connected" },
            ...families.map((one) => ({ id: one.family, title: one.title })),
          ]}
          onChange={setFamily}
          width="full"
        />
      </Box>
      <Action look="primary" type="submit" disabled={add.isPending || name.trim() === ""}>
        Add drive
      </Action>
    </Box>
  );
}
