import { Columns, Column, PageHead } from "../../parts/Columns";
import type { Drive } from "../../api/types";
import { ExportList } from "./ExportList";
import { ImportColumn } from "./ImportColumn";
import { Snapshots } from "./Snapshots";

/** Settings out of the project and into it: snapshots, files out, files in. */
export function FilesView({ drive }: { drive: Drive }) {
  if (drive.profile === null)
    return <PageHead title="Files and snapshots" sentence="Connect the drive once, so that its family is known." />;
  return (
    <>
      <PageHead
        title="Files and snapshots"
        sentence="Nothing from here goes straight to the drive: it goes into the draft."
      />
      <Columns template="1fr 0.55fr 1.5fr">
        <Column title="Snapshots" note="kept for ever">
          <Snapshots drive={drive} />
        </Column>
        <Column title="Out">
          <ExportList drive={drive} />
        </Column>
        <Column title="In" note="a file, looked at before anything is taken">
          <ImportColumn drive={drive} />
        </Column>
      </Columns>
    </>
  );
}
