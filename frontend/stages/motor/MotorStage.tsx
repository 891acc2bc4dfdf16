import { Box, Flex, Text } from "@chakra-ui/react";
import type { Drive, Motor } from "../../api/types";
import { Column, Columns, GroupHead, PageHead } from "../../parts/Columns";
import { FactField } from "../../parts/FactField";
import { FindingCard } from "../../parts/FindingCard";
import { Proposals } from "./Proposals";
import { useMotorFacts } from "./useMotorFacts";
import { WrittenProof } from "./WrittenProof";

const SENTENCE = { synchronous: "The servo motor, and what it can stand.", induction: "The motor's nameplate, and what follows from it." } as const;

export function MotorStage({ drive }: { drive: Drive }) {
  const facts = useMotorFacts(drive.id);
  const { motor } = facts;
  if (!motor) return <PageHead title="Motor" sentence="Reading" />;
  const groups = [...new Set(motor.fields.map(({ group }) => group))];
  return (
    <>
      <PageHead title="Motor" sentence={SENTENCE[motor.kind]} />
      <Columns>
        <Column title="Given" note="from the nameplate or data sheet">
          {groups.map((group) => (
            <Box key={group}>
              <GroupHead>{group}</GroupHead>
              {motor.fields
                .filter((field) => field.group === group)
                .map((field) => (
                  <FactField
                    key={field.key}
                    field={field}
                    text={facts.textOf(field.key)}
                    typing={facts.isTyping(field.key)}
                    problem={facts.problemOf(field.key)}
                    onType={(text) => facts.type(field.key, text)}
                    onCommit={() => facts.commit(field.key)}
                    onRevert={() => facts.revert(field.key)}
                  />
                ))}
            </Box>
          ))}
        </Column>
        <Column title="Follows" note="computed from what is given">
          <Findings motor={motor} onChange={(change) => void facts.keep({ [change.fact]: change.text })} />
          <Consequences motor={motor} />
        </Column>
        <Column title="Proof" note="into the drive, and read back">
          <WrittenProof drive={drive} motor={motor} />
          <Proposals drive={drive} motor={motor} unkept={facts.unkept} />
        </Column>
      </Columns>
    </>
  );
}

function Findings({ motor, onChange }: { motor: Motor; onChange: (change: { fact: string; text: string }) => void }) {
  return (
    <Box aria-live="polite">
      {motor.findings.map((finding) => (
        <FindingCard key={finding.id} finding={finding} onChange={onChange} />
      ))}
      {motor.missing.length > 0 && (
        <Text color="muted" fontSize="small" mt="2">
          {motor.missing.length} fact{motor.missing.length === 1 ? " is" : "s are"} missing; what rests on {motor.missing.length === 1 ? "it" : "them"} is left out.
        </Text>
      )}
    </Box>
  );
}

function Consequences({ motor }: { motor: Motor }) {
  return (
    <>
      {motor.consequences.map((consequence) => (
        <Box key={consequence.id} py="1.5" borderBottomWidth="1px" borderColor="line" data-consequence={consequence.id}>
          <Flex justify="space-between" gap="3" align="baseline">
            <Text>{consequence.label}</Text>
            <Text fontFamily="mono" fontSize="figure" fontWeight="medium" whiteSpace="nowrap">
              {consequence.text}
            </Text>
          </Flex>
          {consequence.note && (
            <Text color="muted" fontSize="small">
              {consequence.note}
            </Text>
          )}
        </Box>
      ))}
    </>
  );
}
