import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { api } from "../api/client";
import { useProjects, useSession } from "../api/queries";
import type { Project, ProjectSummary } from "../api/types";
import { useAction } from "../api/useAction";
import { Action } from "../parts/Action";
import { Column, PageHead } from "../parts/Columns";
import { TextField } from "../parts/TextField";
import { AuthorField } from "./AuthorField";

/** All projects, and a new one. */
export function ProjectsPage() {
  const { data: projects, error } = useProjects();
  const { data: session } = useSession();
  return (
    <>
      <PageHead title="Projects" sentence="A machine, or a part of one, whose drives are commissioned together." />
      <Grid templateColumns={{ base: "minmax(0, 1fr)", xl: "1.6fr 1fr" }} gap="6">
        <Column title="Projects">
          {error && <Text color="fault">{error.message}</Text>}
          {projects?.length === 0 && (
            <Text color="muted" py="2">
              No project yet. Give the first one a name at the right.
            </Text>
          )}
          {projects?.map((project) => (
            <ProjectRow key={project.id} project={project} />
          ))}
          {session?.paddock && (
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

function ProjectRow({ project }: { project: ProjectSummary }) {
  return (
    <Box borderBottomWidth="1px" borderColor="line" py="2">
      <Flex gap="3" align="baseline" wrap="wrap">
        <Text fontWeight="semibold" fontSize="figure" color="bay" asChild>
          <Link to={`/projects/${project.id}`}>{project.name}</Link>
        </Text>
        <Text color="muted">{project.note}</Text>
      </Flex>
      <Text fontSize="small">{project.drive_names.length > 0 ? project.drive_names.join(", ") : "no drives yet"}</Text>
    </Box>
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
