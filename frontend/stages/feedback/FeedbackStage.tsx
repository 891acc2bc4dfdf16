import type { Drive, FactStage } from "../../api/types";
import { LibraryPicker } from "../../parts/LibraryPicker";
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
      First={FromLibrary}
      Measured={LiveFeedback}
    />
  );
}

function FromLibrary({ drive, given }: { drive: Drive; given: FactStage }) {
  return <LibraryPicker drive={drive} given={given} stage="feedback" kind="device" thing="Device" />;
}
