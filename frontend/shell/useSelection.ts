import { useMatch, useParams } from "react-router";
import { useProject } from "../api/queries";

/** The project and drive that the address names. */
export function useSelection() {
  const match = useMatch("/projects/:projectId/*");
  const params = useParams();
  const projectId = params.projectId ?? match?.params.projectId;
  const { data: project } = useProject(projectId);
  const drive = project?.drives.find((candidate) => String(candidate.id) === params.driveId);
  return { projectId, project, drive, stage: params.stage };
}
