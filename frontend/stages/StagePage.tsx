import { Text } from "@chakra-ui/react";
import { Navigate } from "react-router";
import type { Drive } from "../api/types";
import { NotFoundPage } from "../pages/NotFoundPage";
import { useSelection } from "../shell/useSelection";
import { ConnectStage } from "./connect/ConnectStage";
import { FaultBanner } from "./FaultBanner";
import { MotorStage } from "./motor/MotorStage";
import { VerifyStage } from "./verify/VerifyStage";

/** The page of one stage of one drive. */
export function StagePage() {
  const { project, drive, stage } = useSelection();
  if (!project) return <Text color="muted">Reading the project</Text>;
  if (!drive) return <NotFoundPage />;
  return (
    <>
      <FaultBanner drive={drive} />
      <Stage key={drive.id} drive={drive} stage={stage} />
    </>
  );
}

function Stage({ drive, stage }: { drive: Drive; stage: string | undefined }) {
  if (stage === "connect") return <ConnectStage drive={drive} />;
  if (!drive.stages.some(({ id }) => id === stage)) return <Navigate to={`/projects/${drive.project_id}/drives/${drive.id}/connect`} replace />;
  return stage === "motor" ? <MotorStage drive={drive} /> : <VerifyStage drive={drive} />;
}
