import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import type { Drive, Trace } from "../api/types";
import { Action } from "../parts/Action";
import { Column } from "../parts/Columns";
import { ImportTrace } from "./ImportTrace";
import { Pictures } from "./Pictures";
import { useRecorder, useTraces } from "./queries";
import { TakePanel } from "./TakePanel";
import { TraceList } from "./TraceList";
import { useNewest } from "./useNewest";

interface Props {
  drive: Drive;
  /** ids of the traces that are shown, the first of them solid */
  ids: readonly number[];
  onIds: (ids: number[]) => void;
  /** px of the picture */
  height: number;
}

/** Recording, the picture, and what was kept. */
export function Recorder({ drive, ids, onIds, height }: Props) {
  const { data: view } = useRecorder(drive.id, drive.profile !== null);
  const { data: traces } = useTraces(drive.project_id);
  // One that was deleted may still stand in the address.
  const there = useMemo(() => ids.filter((id) => traces?.some((trace) => trace.id === id)), [ids, traces]);
  useNewest(view, traces, drive.id, onIds);
  return (
    <Grid
      templateColumns={{ base: "minmax(0, 1fr)", xl: "minmax(0, 1fr) {sizes.pane}" }}
      gap="3.5"
      alignItems="start"
      data-recorder
    >
      <Box as="section" minW="0" aria-label="Picture">
        {traces && <Pictures any={traces.length > 0} ids={there} onIds={onIds} height={height} />}
      </Box>
      <Box minW="0">
        <Column title="Given" note="what is taken">
          {view && view.rate !== null ? (
            <TakePanel key={drive.id} drive={drive} view={view} rate={view.rate} onShow={(id) => onIds([id])} />
          ) : (
            <Text color="muted" py="1.5">
              {drive.profile && !view ? "Reading" : `Connect ${drive.name} once: then it is known what it can record.`}
            </Text>
          )}
        </Column>
        <Box pt="3">
          <Column title="Kept" note={traces && traces.length > 0 ? `${traces.length}` : ""}>
            {traces && <TraceList traces={traces} shown={there} onShow={onIds} driveId={drive.id} maxHeight="360px" />}
            {drive.profile && <Files drive={drive} any={(traces?.length ?? 0) > 0} onDone={({ id }) => onIds([id])} />}
          </Column>
        </Box>
      </Box>
    </Grid>
  );
}

/** Traces of other programs in, all of this drive's out. */
function Files({ drive, any, onDone }: { drive: Drive; any: boolean; onDone: (trace: Trace) => void }) {
  const [open, setOpen] = useState(false);
  return (
    <Box pt="2">
      <Flex gap="1.5" wrap="wrap">
        <Action look="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
          From a file
        </Action>
        {any && (
          <Action look="quiet" asChild>
            <a href={`/api/drives/${drive.id}/trace_files`} download>
              All of {drive.name} as ZIP
            </a>
          </Action>
        )}
      </Flex>
      {open && (
        <ImportTrace
          drive={drive}
          onDone={(trace) => {
            setOpen(false);
            onDone(trace);
          }}
        />
      )}
    </Box>
  );
}
