import { Box, Text } from "@chakra-ui/react";
import type { Proof } from "../../api/types";
import { Meta } from "../../parts/Card";
import { Drawing } from "../../parts/Drawing";
import { FindingCard } from "../../parts/FindingCard";
import { clock } from "../../parts/format";
import { STANDING } from "../../parts/standing";
import { Table } from "../../parts/Table";

/** Letters beyond which a text is no figure, and may take two lines. */
const LONG = 30;

/** What was seen in a test, line by line, what it means, and whether it still holds. */
export function ProofResult({ proof, title }: { proof: Proof; title: string }) {
  const standing = STANDING[proof.standing];
  return (
    <Box data-proof={proof.standing} data-of={proof.kind} mt="1">
      <Table aria-label={`Seen: ${title}`}>
        <tbody>
          {proof.rows.map(({ label, text }) => (
            <tr key={label}>
              <td style={{ width: "38%" }}>{label}</td>
              <td
                className={text.length > LONG ? undefined : "figure"}
                style={{ textAlign: text.length > LONG ? "left" : "right" }}
              >
                {text}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      {proof.chart && <Drawing chart={proof.chart} />}
      {proof.findings.map((finding) => (
        <FindingCard key={finding.id} finding={finding} />
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
