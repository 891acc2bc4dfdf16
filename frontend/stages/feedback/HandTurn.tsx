import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useTest } from "../../api/queries";
import type { Drive } from "../../api/types";
import { Action } from "../../parts/Action";
import { Meta } from "../../parts/Card";
import { Choice } from "../../parts/Choice";
import { withUnit } from "../../parts/format";
import { LastRun } from "../tests/LastRun";
import { ProofResult } from "../tests/ProofResult";
import { useRun } from "../tests/useRun";

const TURNS = [
  { id: "1", title: "1 turn forward" },
  { id: "3", title: "3 turns forward" },
  { id: "-1", title: "1 turn backward" },
];
/** Of a linear motor: over pole pair pitches. */
const PITCHES = [
  { id: "1", title: "1 pair pitch forward" },
  { id: "3", title: "3 pair pitches forward" },
  { id: "-1", title: "1 pair pitch backward" },
];

const STANDING_OFF =
  "With the drive switched off. Forward is the motor's positive direction: clockwise on the shaft's end.";
const LYING = "With the drive switched off. Forward is the motor's positive direction, away from its cable.";

/** A turn by hand: begun, turned, and held against what should come. */
export function HandTurn({ drive, count }: { drive: Drive; count: number | undefined }) {
  const [turns, setTurns] = useState("1");
  const { test, running } = useTest(drive, "hand_turn");
  const { begin, answer, abort } = useRun(drive);
  if (!test) return null;
  const from = running?.marks.count;
  return (
    <Box borderTopWidth="1px" borderColor="line" pt="2" mt="1">
      <Flex gap="2" align="center" wrap="wrap">
        <Choice
          label={drive.slides ? "How the moving part is pushed" : "How the shaft is turned"}
          width={drive.slides ? "48" : "36"}
          value={turns}
          options={drive.slides ? PITCHES : TURNS}
          onChange={setTurns}
        />
        {running ? (
          <>
            <Action
              look="primary"
              disabled={!running.question || answer.isPending}
              onClick={() => answer.mutate({ run: running, turns: Number(turns) })}
            >
              {drive.slides ? "Pushed: judge it" : "Turned: judge it"}
            </Action>
            <Action look="quiet" onClick={() => abort.mutate(running)}>
              Leave it
            </Action>
            <Text fontFamily="mono" data-counts-so-far>
              {from !== undefined && count !== undefined && withUnit(count - from, "counts", 0)}
            </Text>
          </>
        ) : (
          <Action disabled={begin.isPending} onClick={() => begin.mutate({ test: "hand_turn" })}>
            {drive.slides ? "Begin a push by hand" : "Begin a turn by hand"}
          </Action>
        )}
      </Flex>
      <Meta>{running ? running.step : drive.slides ? LYING : STANDING_OFF}</Meta>
      <LastRun run={test.run} />
      {test.proof && <ProofResult proof={test.proof} title={test.title} />}
    </Box>
  );
}
