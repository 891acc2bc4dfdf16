import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api } from "../../api/client";
import { useProofs } from "../../api/queries";
import type { Drive, Proof } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { Meta } from "../../parts/Card";
import { Choice } from "../../parts/Choice";
import { FindingCard } from "../../parts/FindingCard";
import { clock, figure, withUnit } from "../../parts/format";
import { STANDING } from "../../parts/standing";
import { Table } from "../../parts/Table";

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

const BY_MARK = "Turn the shaft now, slowly, by its mark; then let it be judged.";
const BY_RULE = "Push the moving part now, slowly, by a rule; then let it be judged.";
const STANDING_OFF =
  "With the drive switched off. Forward is the motor's positive direction: clockwise on the shaft's end.";
const LYING = "With the drive switched off. Forward is the motor's positive direction, away from its cable.";

/** A turn by hand: begun, turned, and held against what should come. */
export function HandTurn({ drive, count }: { drive: Drive; count: number | undefined }) {
  const [turns, setTurns] = useState("1");
  const [begun, setBegun] = useState<{ since: number; count: number }>();
  const begin = useAction<void, { since: number }>(
    () => api.post<{ since: number }>(`/drives/${drive.id}/hand_turn`, {}),
    { done: ({ since }) => setBegun({ since, count: count ?? 0 }) },
  );
  const end = useAction(
    (since: number) => api.put<Proof>(`/drives/${drive.id}/hand_turn`, { since, turns: Number(turns) }),
    {
      drive,
      refresh: ["proofs", "drive", "logbook"],
      done: () => setBegun(undefined),
    },
  );
  const { data: proofs } = useProofs(drive.id);
  const last = proofs?.find(({ kind }) => kind === "hand_turn");
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
        {begun ? (
          <>
            <Action look="primary" disabled={end.isPending} onClick={() => end.mutate(begun.since)}>
              {drive.slides ? "Pushed: judge it" : "Turned: judge it"}
            </Action>
            <Action look="quiet" onClick={() => setBegun(undefined)}>
              Leave it
            </Action>
            <Text fontFamily="mono" data-counts-so-far>
              {withUnit((count ?? begun.count) - begun.count, "counts", 0)}
            </Text>
          </>
        ) : (
          <Action disabled={begin.isPending} onClick={() => begin.mutate()}>
            {drive.slides ? "Begin a push by hand" : "Begin a turn by hand"}
          </Action>
        )}
      </Flex>
      <Meta>{drive.slides ? (begun ? BY_RULE : LYING) : begun ? BY_MARK : STANDING_OFF}</Meta>
      {last?.turn && <Result proof={last} turn={last.turn} slides={drive.slides} />}
    </Box>
  );
}

function Result({ proof, turn, slides }: { proof: Proof; turn: NonNullable<Proof["turn"]>; slides: boolean }) {
  const standing = STANDING[proof.standing];
  return (
    <Box data-hand-turn={proof.standing} mt="1">
      <Table aria-label="Turned by hand">
        <tbody>
          <tr>
            <td>Counts</td>
            <td className="figure">{figure(turn.counts)}</td>
            <td className="figure">{figure(turn.expected)} expected</td>
          </tr>
          {turn.index_pulses !== null && (
            <tr>
              <td>Index pulses</td>
              <td className="figure">{figure(turn.index_pulses)}</td>
              <td className="figure">
                in {turn.turns} {slides ? "pair pitches" : "turns"}
              </td>
            </tr>
          )}
          {turn.states.some((state) => state > 0) && (
            <tr>
              <td>Hall steps</td>
              <td className="figure">{figure(turn.forward)} forward</td>
              <td className="figure">{figure(turn.backward)} backward</td>
            </tr>
          )}
        </tbody>
      </Table>
      {turn.findings.map((finding) => (
        <FindingCard key={finding.id} finding={{ ...finding, facts: [], change: null }} />
      ))}
      <Meta>
        <Text as="span" color={standing.colour} fontWeight="semibold">
          {standing.word}
        </Text>
        , {clock(proof.at)}
        {proof.author && `, ${proof.author}`}
        {proof.stale_because && `. Stale: ${proof.stale_because}.`}
      </Meta>
    </Box>
  );
}
