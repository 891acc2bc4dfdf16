import { Box, Flex, Link as Anchor, Text } from "@chakra-ui/react";
import { useEffect } from "react";
import { Link } from "react-router";
import type { Drive, Run } from "../api/types";
import { Action } from "../parts/Action";
import { Bar } from "../stages/tests/RunProgress";
import { useRun } from "../stages/tests/useRun";

/** A line for each drive on which a test is under way, or on which one has left something: on every page. */
export function RunLines({ drives }: { drives: Drive[] }) {
  return drives.map((drive) => drive.run && <RunLine key={drive.id} drive={drive} run={drive.run} />);
}

/** Where Escape means something else. */
const ELSEWHERE = "input, textarea, select, [role=dialog], [role=alertdialog], [role=listbox], [role=menu]";

function RunLine({ drive, run }: { drive: Drive; run: Run }) {
  const { abort, putBack } = useRun(drive);
  const running = run.state === "running";
  const end = abort.mutate;
  useEffect(() => {
    if (!running) return undefined;
    const pressed = (event: KeyboardEvent) => {
      if (event.key !== "Escape" || (event.target instanceof Element && event.target.closest(ELSEWHERE))) return;
      end(run);
    };
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  }, [running, run, end]);
  return (
    <Flex
      bg="baySoft"
      borderBottomWidth="1px"
      borderColor={running ? "bayEdge" : "caution"}
      px="3.5"
      py="1"
      gap="3"
      align="center"
      fontSize="small"
      data-run-line={run.state}
    >
      <Anchor asChild fontWeight="semibold" whiteSpace="nowrap">
        <Link to={`/projects/${drive.project_id}/drives/${drive.id}/${run.stage}`}>
          {drive.name}: {run.title}
        </Link>
      </Anchor>
      <Text flex="1" minW="0" truncate role="status">
        {running ? run.step : leftBehind(run, drive)}
      </Text>
      {running && !run.question && <Bar share={run.progress} />}
      {running ? (
        <Action look="quiet" disabled={abort.isPending} onClick={() => end(run)} title="Escape">
          End the test
        </Action>
      ) : (
        <Box>
          <Action disabled={putBack.isPending || drive.link.state !== "online"} onClick={() => putBack.mutate(run)}>
            Put back
          </Action>
        </Box>
      )}
    </Flex>
  );
}

function leftBehind(run: Run, drive: Drive) {
  const values = run.borrowed === 1 ? "1 borrowed value is" : `${run.borrowed} borrowed values are`;
  const when = drive.link.state === "online" ? "" : " They come back by themselves once the drive is connected again.";
  return `Interrupted; ${values} not back yet. ${run.message}${when}`;
}
