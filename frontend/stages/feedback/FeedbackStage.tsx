import type { Drive } from "../../api/types";
import { FactStagePage } from "../facts/FactStagePage";
import { LiveFeedback } from "./LiveFeedback";

/** What tells the drive where the motor is. */
export function FeedbackStage({ drive }: { drive: Drive }) {
  return (
    <FactStagePage
      drive={drive}
      stage="feedback"
      words={{
        title: "Feedback",
        sentence: "What tells the drive where the motor is, and what that makes possible.",
        source: "from the device's data sheet",
      }}
      Measured={LiveFeedback}
    />
  );
}
