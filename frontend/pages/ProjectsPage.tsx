import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { api } from "../api/client";
import { useProjects, useSession } from "../api/queries";
import type { DriveGlance, Project, ProjectSummary } from "../api/types";
import { useAction } from "../api/useAction";
import { Action } from "../parts/Action";
import { Column, PageHead } from "../parts/Columns";
import { CourseGlance } from "../parts/CourseGlance";
import { clock } from "../parts/format";
import { LINK_WORDS } from "../parts/linkWords";
import { placePath } from "../parts/place";
import { Table } from "../parts/Table";
import { TextField } from "../parts/TextField";
import { AuthorField } from "./AuthorField";

/** All projects, each with what has come of it and what waits; and a new one. */
export function ProjectsPage() {
  const { data: projects, error } = useProjects();
  const { data: session } = useSession();
  return (
    <>
      <PageHead title="Projects" sentence="A machine, or a part of one, whose drives are commissioned together." />
      <Grid templateColumns={{ base: "minmax(0, 1fr)", xl: "minmax(0, 3fr) minmax(0, 1fr)" }} gap="6">
        <Column title="Projects" note={projects && projects.length > 0 ? "and what waits in each" : undefined}>
          {error && <Text color="fault">{error.message}</Text>}
          {projects?.length === 0 && <FirstRun paddock={session?.paddock ?? false} />}
          {projects?.map((project) => (
            <ProjectPart key={project.id} project={project} />
          ))}
          {session?.paddock && (projects?.length ?? 0) > 0 && (
            <Text mt="4" color="bay" textDecoration="underline" asChild>
              <Link to="/paddock">Paddock: the simulated machines beside this Gallop</Link>
            </Text>
          )}
        </Column>
        <Column title="New project">
          <NewProject />
          <Box mt="4">
            <AuthorField />
          </Box>
        </Column>
      </Grid>
    </>
  );
}

/** What to do where nothing is yet. */
function FirstRun({ paddock }: { paddock: boolean }) {
  return (
    <Box as="ol" pl="5" py="2" maxW="measure" css={{ "& li": { mb: "2" } }}>
      <li>
        <b>Give the machine a name</b> at the right, and your own for the logbook.
      </li>
      <li>
        <b>Add its drives</b>: by their address, or have the network searched for them.
      </li>
      <li>
        <b>Connect one</b>, give the motor's data from its plate, and follow its course: each page says what comes next.
      </li>
      {paddock && (
        <li>
          No drive at hand?{" "}
          <Text as="span" color="bay" textDecoration="underline" asChild>
            <Link to="/paddock">The paddock</Link>
          </Text>{" "}
          has simulated ones, with motors that turn; their addresses stand there.
        </li>
      )}
    </Box>
  );
}

function ProjectPart({ project }: { project: ProjectSummary }) {
  return (
    <Box as="section" pt="2.5" pb="3" aria-label={project.name} data-project={project.name}>
      <Flex gap="3" align="baseline" wrap="wrap">
        <Text as="h3" fontWeight="semibold" fontSize="figure" color="bay" asChild>
          <Link to={`/projects/${project.id}`}>{project.name}</Link>
        </Text>
        <Text color="muted" flex="1" minW="0" truncate title={project.note}>
          {project.note}
        </Text>
        {project.last && (
          <Text color="muted" fontSize="small">
            Last: {[project.last.drive_name, project.last.headline].filter(Boolean).join(", ")},{" "}
            {clock(project.last.at)}
            {project.last.author && `, ${project.last.author}`}
          </Text>
        )}
      </Flex>
      {project.drives.length === 0 ? (
        <Text fontSize="small" color="muted">
          No drives yet:{" "}
          <Text as="span" color="bay" textDecoration="underline" asChild>
            <Link to={`/projects/${project.id}`}>add the first one</Link>
          </Text>
          .
        </Text>
      ) : (
        <Drives project={project} />
      )}
    </Box>
  );
}

function Drives({ project }: { project: ProjectSummary }) {
  return (
    <Table aria-label={`Drives of ${project.name}`} mt="1">
      <thead>
        <tr>
          <th>Drive</th>
          <th>Link</th>
          <th>Course</th>
          <th>Waits</th>
          <th>Next</th>
        </tr>
      </thead>
      <tbody>
        {project.drives.map((drive) => (
          <DriveLine key={drive.id} drive={drive} path={`/projects/${project.id}/drives/${drive.id}`} />
        ))}
      </tbody>
    </Table>
  );
}

function DriveLine({ drive, path }: { drive: DriveGlance; path: string }) {
  return (
    <tr data-glance={drive.name}>
      <td>
        <Text fontWeight="semibold" color="bay" truncate maxW="40" title={drive.name} asChild>
          <Link to={`${path}/connect`}>{drive.name}</Link>
        </Text>
      </td>
      <td>{LINK_WORDS[drive.link.state]}</td>
      <td>
        <CourseGlance path={path} stages={drive.stages} />
      </td>
      <td>
        {drive.open_ends.length === 0 && (
          <Text color="muted">{drive.stages.length > 1 ? "nothing" : "not known yet"}</Text>
        )}
        {drive.open_ends.map(({ id, sentence, place }) => (
          <Text key={id} display="block" asChild _hover={{ textDecoration: "underline" }}>
            <Link to={placePath(path, place)}>{sentence}</Link>
          </Text>
        ))}
      </td>
      <td>
        {drive.next_step ? (
          <Text color="bay" textDecoration="underline" whiteSpace="nowrap" asChild>
            <Link to={placePath(path, drive.next_step.place)}>{drive.next_step.sentence}</Link>
          </Text>
        ) : (
          <Text color="okText">all settled</Text>
        )}
      </td>
    </tr>
  );
}

function NewProject() {
  const [name, setName] = useState("");
  const [note, setNote] = useState("");
  const navigate = useNavigate();
  const create = useAction(() => api.post<Project>("/projects", { name, note }), {
    refresh: ["projects"],
    quiet: true,
    done: (project) => void navigate(`/projects/${project.id}`),
  });
  return (
    <Box
      as="form"
      pt="1.5"
      onSubmit={(event) => {
        event.preventDefault();
        create.mutate(undefined);
      }}
    >
      <TextField label="Name" value={name} onChange={setName} problem={create.error?.message ?? null} />
      <TextField label="Note" value={note} onChange={setNote} />
      <Action look="primary" type="submit" disabled={create.isPending || name.trim() === ""}>
        Create project
      </Action>
    </Box>
  );
}
