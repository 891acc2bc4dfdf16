import { Text } from "@chakra-ui/react";
import { Suspense, useEffect } from "react";
import { Navigate } from "react-router";
import { NotFoundPage } from "../pages/NotFoundPage";
import { useSelection } from "../shell/useSelection";
import { FaultBanner } from "./FaultBanner";
import { loadAhead, pageOf } from "./registry";

/** The page of one stage or view of one drive. */
export function StagePage() {
  const { project, drive, stage } = useSelection();
  useEffect(loadAhead, []);
  if (!project) return <Text color="muted">Reading the project</Text>;
  if (!drive) return <NotFoundPage />;
  const page = pageOf(drive, stage);
  if (!page) return <Navigate to={`/projects/${drive.project_id}/drives/${drive.id}/connect`} replace />;
  return (
    <>
      <FaultBanner drive={drive} explains={stage !== "recorder"} />
      <Suspense fallback={null}>
        <page.Content key={drive.id} drive={drive} />
      </Suspense>
    </>
  );
}
