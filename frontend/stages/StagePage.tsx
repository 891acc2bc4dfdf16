import { Text } from "@chakra-ui/react";
import { Navigate } from "react-router";
import type { Drive } from "../api/types";
import { NotFoundPage } from "../pages/NotFoundPage";
import { useSelection } from "../shell/useSelection";
import { ConnectStage } from "./connect/ConnectStage";
import { CompareView } from "../views/compare/CompareView";
import { FilesView } from "../views/files/FilesView";
import { ValuesView } from "../views/values/ValuesView";
import { FaultBanner } from "./FaultBanner";
import { FeedbackStage } from "./feedback/FeedbackStage";
import { LimitsStage } from "./limits/LimitsStage";
import { MechanicsStage } from "./mechanics/MechanicsStage";
import { MotorStage } from "./motor/MotorStage";
import { PowerStage } from "./power/PowerStage";
import { VerifyStage } from "./verify/VerifyStage";

/** The page of one stage or view of one drive. */
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
  if (stage === "values") return <ValuesView drive={drive} />;
  if (stage === "compare") return <CompareView drive={drive} />;
  if (stage === "files") return <FilesView drive={drive} />;
  if (!drive.stages.some(({ id }) => id === stage)) return <Navigate to={`/projects/${drive.project_id}/drives/${drive.id}/connect`} replace />;
  if (stage === "motor") return <MotorStage drive={drive} />;
  if (stage === "feedback") return <FeedbackStage drive={drive} />;
  if (stage === "limits") return <LimitsStage drive={drive} />;
  if (stage === "power") return <PowerStage drive={drive} />;
  if (stage === "mechanics") return <MechanicsStage drive={drive} />;
  return <VerifyStage drive={drive} />;
}
