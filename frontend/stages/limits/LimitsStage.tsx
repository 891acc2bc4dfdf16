import type { Drive } from "../../api/types";
import { FactStagePage } from "../facts/FactStagePage";

/** Speed, ramps, travel and what happens at a stop, bounded by all other stages. */
export function LimitsStage({ drive }: { drive: Drive }) {
  return (
    <FactStagePage
      drive={drive}
      stage="limits"
      words={{
        title: "Limits",
        sentence: "What the drive is held to, and what bounds it.",
        source: "what the machine shall do",
      }}
    />
  );
}
