import { Flex, Text } from "@chakra-ui/react";
import { api } from "../../api/client";
import type { Drive, Proof, Verify } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { Card, Meta } from "../../parts/Card";
import { clock, withUnit } from "../../parts/format";
import { STANDING } from "../../parts/standing";
import { Table } from "../../parts/Table";

/** "Turns in the right direction": what you saw at the machine, beside what was measured while it turned. */
export function DirectionProof({ drive, verify }: { drive: Drive; verify: Verify }) {
  const conclude = useAction(
    (seen: string) => api.post<Proof>(`/drives/${drive.id}/proofs`, { kind: "direction", seen }),
    {
      drive,
      refresh: ["verify", "drive", "logbook"],
    },
  );
  const proofs = verify.proofs.filter(({ kind }) => kind === "direction");
  const last = proofs[0];
  const standing = last && STANDING[last.standing];
  return (
    <Card
      title={drive.slides ? "Direction of motion" : "Direction of rotation"}
      aside={standing ? <Text color={standing.colour}>{standing.word}</Text> : <Text color="muted">to prove</Text>}
    >
      <Meta>
        {drive.slides ? "Move" : "Turn"} the motor forward for a second, look at the machine, then say what it did.
      </Meta>
      <Flex gap="2" mt="2" wrap="wrap">
        <Action disabled={conclude.isPending} onClick={() => conclude.mutate("forward")}>
          It went forward
        </Action>
        <Action look="quiet" disabled={conclude.isPending} onClick={() => conclude.mutate("backward")}>
          Backward
        </Action>
        <Action look="quiet" disabled={conclude.isPending} onClick={() => conclude.mutate("nothing")}>
          Not at all
        </Action>
      </Flex>
      {last?.direction && <Result proof={last} result={last.direction} unit={drive.speed_unit} />}
    </Card>
  );
}

function Result({ proof, result, unit }: { proof: Proof; result: NonNullable<Proof["direction"]>; unit: string }) {
  return (
    <>
      <Table mt="2" aria-label="Measured">
        <tbody>
          <Row label="Seen" text={result.seen} />
          <Row label="Demanded" text={withUnit(result.demanded, unit, 1)} />
          <Row label="Measured" text={withUnit(result.speed, unit, 1)} />
          <Row label="Motor current" text={withUnit(result.current, "A", 2)} />
          <Row label="Turning for" text={withUnit(result.seconds, "s", 1)} />
        </tbody>
      </Table>
      <Meta>
        {clock(proof.at)}
        {proof.author && `, ${proof.author}`}
        {proof.stale_because && `. Stale: ${proof.stale_because}.`}
      </Meta>
    </>
  );
}

function Row({ label, text }: { label: string; text: string }) {
  return (
    <tr>
      <td>{label}</td>
      <td className="figure">{text}</td>
    </tr>
  );
}
