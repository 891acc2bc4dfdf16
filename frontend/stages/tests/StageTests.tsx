import type { ComponentType } from "react";
import { useTests } from "../../api/queries";
import type { Drive } from "../../api/types";
import { DirectionProof } from "../verify/DirectionProof";
import { TestCard } from "./TestCard";

/** Tests that ask more than to be begun have a card of their own. */
const OWN: Record<string, ComponentType<{ drive: Drive }>> = { direction: DirectionProof };

/** The tests that a stage shows for this drive. */
export function StageTests({ drive, stage }: { drive: Drive; stage: string }) {
  const { data: tests = [] } = useTests(drive.id);
  return tests
    .filter((test) => test.stage === stage)
    .map(({ id }) => {
      const Own = OWN[id];
      return Own ? <Own key={id} drive={drive} /> : <TestCard key={id} drive={drive} id={id} />;
    });
}
