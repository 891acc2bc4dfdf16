import type { Drive } from "../../api/types";
import { FactStagePage } from "../facts/FactStagePage";
import { BeforePower } from "./BeforePower";

/** Mains or battery, where the energy of a stop goes, and the holding brake. */
export function PowerStage({ drive }: { drive: Drive }) {
  return (
    <FactStagePage
      drive={drive}
      stage="power"
      Measured={BeforePower}
      words={{
        title: "Power",
        sentence: "What feeds the drive, where the energy of a stop goes, and what holds the load.",
        source: "from the cabinet and data sheets",
      }}
    />
  );
}
