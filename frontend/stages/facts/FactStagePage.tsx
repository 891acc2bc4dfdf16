import { Box, Flex, Text } from "@chakra-ui/react";
import { type ComponentType, Fragment } from "react";
import type { Drive, FactStage } from "../../api/types";
import { Column, Columns, GroupHead, PageHead } from "../../parts/Columns";
import { Drawing } from "../../parts/Drawing";
import { FactField } from "../../parts/FactField";
import { FindingCard } from "../../parts/FindingCard";
import { Proposals } from "./Proposals";
import { TableCard } from "./TableCard";
import { useFacts } from "./useFacts";
import { WrittenProof } from "./WrittenProof";

export interface Words {
  title: string;
  sentence: string;
  /** where the facts come from */
  source: string;
}

/** A stage of facts: what is given, what follows, and how much of it is in the drive. */
export function FactStagePage({
  drive,
  stage,
  words,
  Picture,
  Measured,
  First,
}: {
  drive: Drive;
  stage: string;
  words: Words;
  Picture?: ComponentType<{ given: FactStage }>;
  Measured?: ComponentType<{ drive: Drive }>;
  First?: ComponentType<{ drive: Drive; given: FactStage }>;
}) {
  const facts = useFacts(drive.id, stage);
  const { given } = facts;
  if (!given) return <PageHead title={words.title} sentence="Reading" />;
  const groups = [...new Set(given.fields.map(({ group }) => group))];
  return (
    <>
      <PageHead title={words.title} sentence={words.sentence} />
      <Columns>
        <Column title="Given" note={words.source}>
          {First && <First drive={drive} given={given} />}
          {groups.map((group) => (
            <Box key={group}>
              <GroupHead>{group}</GroupHead>
              {given.fields
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
                    onChoose={(choice) => void facts.keep({ [field.key]: choice })}
                    onRevert={() => facts.revert(field.key)}
                  />
                ))}
            </Box>
          ))}
        </Column>
        <Column title="Follows" note="computed from what is given">
          {Picture && <Picture given={given} />}
          <Findings given={given} onChange={(change) => void facts.keep({ [change.fact]: change.text })} />
          {given.charts.map((chart) => (
            <Drawing key={chart.id} chart={chart} />
          ))}
          <Consequences given={given} />
          {given.tables.map((table) => (
            <TableCard key={table.id} drive={drive} table={table} />
          ))}
        </Column>
        <Column title="Proof" note="into the drive, and read back">
          {Measured && <Measured drive={drive} />}
          <WrittenProof drive={drive} given={given} />
          <Proposals drive={drive} given={given} unkept={facts.unkept} />
        </Column>
      </Columns>
    </>
  );
}

function Findings({
  given,
  onChange,
}: {
  given: FactStage;
  onChange: (change: { fact: string; text: string }) => void;
}) {
  return (
    <Box aria-live="polite">
      {given.findings.map((finding) => (
        <FindingCard key={finding.id} finding={finding} onChange={onChange} />
      ))}
      <Missing given={given} />
    </Box>
  );
}

/** The facts without which something is left out, each with the way to its field. */
function Missing({ given }: { given: FactStage }) {
  const fields = given.missing.flatMap((key) => given.fields.find((field) => field.key === key) ?? []);
  if (fields.length === 0) return null;
  return (
    <Text color="muted" fontSize="small" mt="2" data-missing={fields.length}>
      Left out is what rests on{" "}
      {fields.map(({ key, label }, n) => (
        <Fragment key={key}>
          {n > 0 && (n === fields.length - 1 ? " and " : ", ")}
          <Text as="span" color="bay" textDecoration="underline" asChild>
            <a
              href={`#fact-${key}`}
              onClick={(event) => {
                event.preventDefault();
                document.getElementById(`fact-${key}`)?.focus();
              }}
            >
              {label}
            </a>
          </Text>
        </Fragment>
      ))}
      .
    </Text>
  );
}

function Consequences({ given }: { given: FactStage }) {
  return (
    <>
      {given.consequences.map((consequence) => (
        <Box key={consequence.id} py="1.5" borderBottomWidth="1px" borderColor="line" data-consequence={consequence.id}>
          <Flex justify="space-between" gap="3" align="baseline">
            <Text>{consequence.label}</Text>
            {consequence.words ? (
              <Text textAlign="right" fontWeight="medium">
                {consequence.text}
              </Text>
            ) : (
              <Text fontFamily="mono" fontSize="figure" fontWeight="medium" whiteSpace="nowrap">
                {consequence.text}
              </Text>
            )}
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
