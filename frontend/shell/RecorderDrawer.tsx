import { Box, Flex, Link as Anchor, Text } from "@chakra-ui/react";
import { lazy, Suspense, useState } from "react";
import { Link } from "react-router";
import type { Drive } from "../api/types";
import { Action } from "../parts/Action";

const Recorder = lazy(() => import("../recorder/Recorder").then(({ Recorder: recorder }) => ({ default: recorder })));

/** px of the picture; a screen of 800 px keeps half of the page in sight. */
const HEIGHT = 200;

/** What each drive's drawer shows, kept while the page is another. */
const kept = new Map<number, number[]>();

/** The recorder below whatever page is open. */
export function RecorderDrawer({ drive, onClose }: { drive: Drive; onClose: () => void }) {
  const [, setTurn] = useState(0);
  const ids = kept.get(drive.id) ?? [];
  const show = (next: number[]) => {
    kept.set(drive.id, next);
    setTurn((turn) => turn + 1);
  };
  return (
    <Box
      as="section"
      aria-label="Recorder"
      bg="paper"
      borderTopWidth="2px"
      borderColor="ink"
      px="4.5"
      pt="2"
      pb="3"
      maxH="46dvh"
      overflowY="auto"
      data-drawer
    >
      <Flex gap="3" align="baseline" pb="1.5">
        <Text fontWeight="bold">Recorder</Text>
        <Anchor asChild color="bay" textDecoration="underline" fontSize="small">
          <Link
            to={`/projects/${drive.project_id}/drives/${drive.id}/recorder${ids.length > 0 ? `?show=${ids.join()}` : ""}`}
          >
            As a page
          </Link>
        </Anchor>
        <Action look="quiet" ml="auto" onClick={onClose} title="R">
          Close
        </Action>
      </Flex>
      <Suspense fallback={<Text color="muted">Reading</Text>}>
        <Recorder drive={drive} ids={ids} onIds={show} height={HEIGHT} />
      </Suspense>
    </Box>
  );
}
