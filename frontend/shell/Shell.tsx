import { Box, Grid } from "@chakra-ui/react";
import { useEffect } from "react";
import { Outlet } from "react-router";
import { useDriveFeed } from "../live/useDriveFeed";
import { Course } from "./Course";
import { FinderDialog } from "./FinderDialog";
import { Foot } from "./Foot";
import { NoticeList } from "./NoticeList";
import { RecorderDrawer } from "./RecorderDrawer";
import { RunLines } from "./RunLines";
import { ShortcutsDialog } from "./ShortcutsDialog";
import { TopBar } from "./TopBar";
import { useSelection } from "./useSelection";
import { useScrollKept } from "./useScrollKept";
import { useShortcuts } from "./useShortcuts";

/** The frame: top bar, course, page, foot. */
export function Shell() {
  const { project, drive, stage } = useSelection();
  const drawer = drive !== undefined && stage !== "recorder";
  const { open, setOpen, recorder, setRecorder } = useShortcuts(project?.drives.some(({ armed }) => armed) ?? false);
  const main = useScrollKept<HTMLDivElement>();
  useDriveFeed((project?.drives ?? []).map(({ id }) => id));

  useEffect(() => {
    document.title = drive ? `${drive.name} · Gallop` : project ? `${project.name} · Gallop` : "Gallop";
  }, [drive, project]);

  return (
    <Grid
      h="100dvh"
      templateRows="auto minmax(0, 1fr) auto"
      templateColumns={drive ? { base: "minmax(0, 1fr)", md: "{sizes.course} minmax(0, 1fr)" } : "minmax(0, 1fr)"}
      bg="paper"
      color="ink"
    >
      <Box gridColumn="1 / -1" minW="0">
        <TopBar onFind={() => setOpen("finder")} onShortcuts={() => setOpen("shortcuts")} />
        <RunLines drives={project?.drives ?? []} />
      </Box>
      {drive && <Course drive={drive} />}
      <Box as="main" ref={main} overflowY="auto" px="4.5" pt="3.5" pb="5" minW="0" tabIndex={-1}>
        <Outlet />
      </Box>
      {drive && (
        <Box gridColumn="1 / -1" minW="0">
          {drawer && recorder && <RecorderDrawer drive={drive} onClose={() => setRecorder(false)} />}
          <Foot drive={drive} recorder={drawer ? { open: recorder, onToggle: () => setRecorder(!recorder) } : null} />
        </Box>
      )}
      <NoticeList />
      <FinderDialog open={open === "finder"} onClose={() => setOpen(null)} />
      <ShortcutsDialog open={open === "shortcuts"} onClose={() => setOpen(null)} />
    </Grid>
  );
}
