import type { Drive } from "../../api/types";
import { FactStagePage } from "../facts/FactStagePage";
import { MechanismSketch } from "./MechanismSketch";

/** Gear, mechanism and load, and what they ask of the motor. */
export function MechanicsStage({ drive }: { drive: Drive }) {
  return (
    <FactStagePage
      drive={drive}
      stage="mechanics"
      words={{
        title: "Mechanics",
        sentence: "What the motor drives, and what that asks of it.",
        source: "from drawings and data sheets",
      }}
      Picture={MechanismSketch}
    />
  );
}
