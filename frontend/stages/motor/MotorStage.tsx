import type { Drive, FactStage } from "../../api/types";
import { LibraryPicker } from "../../parts/LibraryPicker";
import { FactStagePage } from "../facts/FactStagePage";

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
      First={FromLibrary}
    />
  );
}

function FromLibrary({ drive, given }: { drive: Drive; given: FactStage }) {
  return <LibraryPicker drive={drive} given={given} stage="motor" kind={given.kind} thing="Motor" />;
}
