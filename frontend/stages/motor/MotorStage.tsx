import type { Drive } from "../../api/types";
import { FactStagePage } from "../facts/FactStagePage";
import { MotorPicker } from "./MotorPicker";

/** The motor by its nameplate or data sheet. */
export function MotorStage({ drive }: { drive: Drive }) {
  return (
    <FactStagePage
      drive={drive}
      stage="motor"
      words={{
        title: "Motor",
        sentence: "The motor by its nameplate, and what follows from it.",
        source: "from the nameplate or data sheet",
      }}
      First={MotorPicker}
    />
  );
}
