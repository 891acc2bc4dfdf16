import { Box, Flex } from "@chakra-ui/react";
import { type Dispatch, type SetStateAction, useState } from "react";
import { api } from "../../api/client";
import { useTest } from "../../api/queries";
import type { Batch, Drive, Test } from "../../api/types";
import { useConfirmed } from "../../api/useConfirmed";
import { Action } from "../../parts/Action";
import { Card, Meta } from "../../parts/Card";
import { FigureField } from "../../parts/FigureField";
import { HazardQuestion } from "../../parts/HazardQuestion";
import { notices } from "../../parts/notices";
import { telemetryOf } from "../../live/telemetry";
import { StripChart } from "../verify/StripChart";
import { type Ends, roomOf } from "./ends";
import { Eyes } from "./Eyes";
import { LastRun } from "./LastRun";
import { Needs } from "./Needs";
import { ProofResult } from "./ProofResult";
import { RoomFields } from "./RoomFields";
import { RunQuestion } from "./RunQuestion";
import { RunProgress } from "./RunProgress";
import { RunTrace } from "./RunTrace";
import { Standing } from "./Standing";
import { useRun } from "./useRun";

/**
 * A test that needs nothing but to be begun: what it will do, what it waits for, and what came of it.
 * With `writes`, values that are drafted can be written and tried in one go.
 */
export function TestCard({ drive, id, writes = [] }: { drive: Drive; id: string; writes?: string[] }) {
  const { test, running } = useTest(drive, id);
  const [said, setSaid] = useState<Said>(NOTHING);
  if (!test) return null;
  return (
    <Box data-test={id}>
      <Card title={test.title} aside={<Standing proof={test.proof} optional={test.optional} />}>
        {running ? (
          <RunProgress drive={drive} run={running} />
        ) : (
          <Begun drive={drive} test={test} said={said} onSay={setSaid} writes={writes} />
        )}
        {running && test.announcement.moves && <StripChart drive={drive} />}
        {running?.question && <RunQuestion drive={drive} run={running} figures={test.answers} />}
        <LastRun run={test.run} />
        {test.proof && <ProofResult proof={test.proof} title={test.title} />}
        {test.run?.traced && !running && !test.proof?.chart && <RunTrace drive={drive} run={test.run} />}
      </Card>
    </Box>
  );
}

/** What was ticked and typed. It stays while the card changes its shape: a proof may become stale meanwhile. */
interface Said {
  seen: string[];
  told: Record<string, number>;
  ends: Ends;
}

const NOTHING: Said = { seen: [], told: {}, ends: {} };

interface BeginningProps {
  drive: Drive;
  test: Test;
  said: Said;
  onSay: Dispatch<SetStateAction<Said>>;
  writes: string[];
}

/** Once it is proven, what it does is folded away. */
function Begun(props: BeginningProps) {
  if (props.test.proof?.standing !== "proven") return <Beginning {...props} />;
  return (
    <Box as="details" fontSize="small" mt="1">
      <Box as="summary" cursor="pointer" color="muted">
        Repeat it
      </Box>
      <Beginning {...props} />
    </Box>
  );
}

/** What will happen, what is in the way of it, what only eyes can check, and the one clear yes. */
function Beginning({ drive, test, said, onSay, writes }: BeginningProps) {
  const { begin } = useRun(drive);
  const write = useConfirmed((hazards) => api.post<Batch>(`/drives/${drive.id}/batches`, { keys: writes, hazards }), {
    drive,
    refresh: ["drive", "tray", "tuning"],
    done: (batch) => (batch.state === "done" ? start() : notices.problem(batch.message)),
  });
  const { seen, told, ends } = said;
  const { moves, lasts, sentence } = test.announcement;
  // for hands, or for a switch, and no longer than they take
  const waits = ["terminals", "motion"].includes(test.stage);
  const ready = test.needs.every(({ met }) => met) && test.eyes.every((eye) => seen.includes(eye.id));
  const see = (eye: string, on: boolean) =>
    onSay((before) => ({
      ...before,
      seen: on ? [...before.seen, eye] : before.seen.filter((one) => one !== eye),
    }));
  const tell = (name: string, figure: number) =>
    onSay((before) => ({ ...before, told: { ...before.told, [name]: figure } }));
  const start = () => {
    const figures = Object.fromEntries(test.asked.map(({ name, usual }) => [name, told[name] ?? usual]));
    const counts = telemetryOf(drive.id).value("position.actual");
    const room =
      test.travel && counts !== undefined && roomOf(ends, told, figures.room ?? 0, counts / test.travel.counts);
    begin.mutate({ test: test.id, ...figures, ...room, ...(test.eyes.length > 0 && { eyes: seen }) });
    onSay((before) => ({ ...before, seen: [] }));
  };
  return (
    <>
      <Meta>{sentence}</Meta>
      {moves && <Meta>{moves}</Meta>}
      <Needs
        needs={test.needs}
        label={`Needs of ${test.title}`}
        ready={`Nothing in the way, ${waits ? "at most" : "about"} ${Math.ceil(lasts)} s`}
      />
      {test.asked.map((asked) =>
        test.travel && asked.name === "room" ? (
          <RoomFields
            key={asked.name}
            drive={drive}
            test={test}
            asked={asked}
            travel={test.travel}
            told={told}
            ends={ends}
            onTold={tell}
            onEnds={(moved) => onSay((before) => ({ ...before, ends: { ...before.ends, ...moved } }))}
          />
        ) : (
          <Flex key={asked.name} mt="1.5" gap="2" align="center" fontSize="small">
            <Box>{asked.label}</Box>
            <FigureField
              label={`${asked.label}: ${test.title}`}
              value={told[asked.name] ?? asked.usual}
              unit={asked.unit}
              width="20"
              onChange={(figure) => tell(asked.name, figure)}
            />
          </Flex>
        ),
      )}
      <Eyes eyes={test.eyes} seen={seen} onSee={see} />
      <Flex mt="1.5" gap="2">
        <Action disabled={!ready || begin.isPending} onClick={start}>
          {moves || waits ? "Begin" : "Measure"}
        </Action>
        {writes.length > 0 && (
          <Action look="primary" disabled={!ready || write.isPending || begin.isPending} onClick={write.send}>
            {write.isPending ? "Writing" : `Write ${writes.length} and begin`}
          </Action>
        )}
      </Flex>
      <HazardQuestion of={write.question} drive={drive.name} />
    </>
  );
}
