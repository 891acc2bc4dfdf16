import { Box, Text, VisuallyHidden } from "@chakra-ui/react";
import { api } from "../../api/client";
import type { Drive, FactStage, Proposal } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { Card, Meta } from "../../parts/Card";
import { Table } from "../../parts/Table";

const STATE = { open: "", drafted: "draft", drive: "live", measured: "measured" } as const;

/** Values for the drive that follow from the facts, each with its reason; taken into the draft singly or all at once. */
export function Proposals({ drive, given, unkept }: { drive: Drive; given: FactStage; unkept: boolean }) {
  const accept = useAction(
    (keys: string[]) => api.post<FactStage>(`/drives/${drive.id}/${given.stage}/accept`, { keys }),
    { drive, refresh: ["drive", "facts", "tray", "verify", "values"] },
  );
  const open = given.proposals.filter(({ state }) => state === "open");
  return (
    <Card
      title="Proposed values"
      aside={
        open.length > 0 && (
          <Action
            look="primary"
            disabled={unkept || accept.isPending}
            onClick={() => accept.mutate(open.map(({ key }) => key))}
          >
            Take {open.length} into the draft
          </Action>
        )
      }
    >
      {given.blocked && <Meta>Nothing is proposed while a blocker stands.</Meta>}
      {!given.blocked && given.proposals.length === 0 && (
        <Meta>Give the facts, and values for the drive are proposed here.</Meta>
      )}
      {given.proposals.length > 0 && (
        <Table mt="1" aria-label="Proposed values" tableLayout="fixed">
          <colgroup>
            <Box as="col" w="44%" />
            <Box as="col" w="40%" />
            <Box as="col" w="16%" />
          </colgroup>
          <thead>
            <tr>
              <th>Value</th>
              <th className="figure">Proposed</th>
              <th>
                <VisuallyHidden>State</VisuallyHidden>
              </th>
            </tr>
          </thead>
          <tbody>
            {given.proposals.map((proposal) => (
              <Row
                key={proposal.key}
                proposal={proposal}
                disabled={unkept}
                onTake={() => accept.mutate([proposal.key])}
              />
            ))}
          </tbody>
        </Table>
      )}
    </Card>
  );
}

function Row({ proposal, disabled, onTake }: { proposal: Proposal; disabled: boolean; onTake: () => void }) {
  return (
    <>
      <Box
        as="tr"
        css={{ "& td": { borderBottomWidth: 0, pb: "0" } }}
        data-proposal={proposal.key}
        data-state={proposal.state}
      >
        <td>{proposal.name}</td>
        <Box as="td" className="figure" style={{ whiteSpace: "normal" }}>
          {proposal.text}
        </Box>
        <td className="line">
          {proposal.state === "open" ? (
            <Action look="link" disabled={disabled} aria-label={`Take ${proposal.name}`} onClick={onTake}>
              Take
            </Action>
          ) : (
            <Text as="span" color={proposal.state === "drafted" ? "bay" : "okText"} fontSize="tiny">
              {proposal.state === "drive" && proposal.stored ? "stored" : STATE[proposal.state]}
            </Text>
          )}
        </td>
      </Box>
      <Box as="tr" css={{ "& td": { pt: "0", color: "muted", fontSize: "tiny" } }}>
        <td colSpan={3}>
          {proposal.reason}
          {proposal.state !== "drive" && `; now ${proposal.live || "nothing"}`}
        </td>
      </Box>
    </>
  );
}
