import { Flex } from "@chakra-ui/react";
import { useTest } from "../../api/queries";
import type { Drive, Proof, Run } from "../../api/types";
import { Action } from "../../parts/Action";
import { Card, Meta } from "../../parts/Card";
import { LastRun } from "./LastRun";
import { Needs } from "./Needs";
import { ProofResult } from "./ProofResult";
import { RunTrace } from "./RunTrace";
import { RunProgress } from "./RunProgress";
import { Standing } from "./Standing";
import { useRun } from "./useRun";

/** A test that needs nothing but to be begun: what it will do, what it waits for, and what came of it. */
export function TestCard({ drive, id }: { drive: Drive; id: string }) {
  const { test, running } = useTest(drive, id);
  const { begin, take } = useRun(drive);
  if (!test) return null;
  const { moves, lasts, sentence } = test.announcement;
  const ready = test.needs.every(({ met }) => met);
  return (
    <Card title={test.title} aside={<Standing proof={test.proof} />}>
      {running ? <RunProgress drive={drive} run={running} /> : <Meta>{sentence}</Meta>}
      {!running && (
        <>
          {moves && <Meta>{moves}</Meta>}
          <Needs needs={test.needs} label={`Needs of ${test.title}`} ready={`Ready, about ${Math.ceil(lasts)} s`} />
          <Flex mt="1.5">
            <Action disabled={!ready || begin.isPending} onClick={() => begin.mutate({ test: id })}>
              {moves ? "Begin" : "Measure"}
            </Action>
          </Flex>
        </>
      )}
      <LastRun run={test.run} />
      {test.proof && <ProofResult proof={test.proof} title={test.title} />}
      {test.run?.traced && !running && <RunTrace drive={drive} run={test.run} />}
      {test.proof && test.run?.proof && test.proof.estimates.length > 0 && !running && (
        <Estimates proof={test.proof} taking={take.isPending} onTake={() => take.mutate(test.run as Run)} />
      )}
    </Card>
  );
}

interface Found {
  proof: Proof;
  taking: boolean;
  onTake: () => void;
}

/** What the drive takes off now, and the way to what was found. */
function Estimates({ proof, taking, onTake }: Found) {
  const taken = proof.estimates.every((one) => one.taken);
  return (
    <>
      <Meta>
        {taken ? "The drive takes that off." : "The drive takes off "}
        {!taken && proof.estimates.map(({ in_drive }) => in_drive ?? "nothing").join(" and ")}
        {!taken && "."}
      </Meta>
      {!taken && (
        <Action mt="1.5" disabled={taking} onClick={onTake}>
          Take into the draft
        </Action>
      )}
    </>
  );
}
