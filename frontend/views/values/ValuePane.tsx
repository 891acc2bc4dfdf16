import type { Remark } from "./DraftCell";
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { useValueDetail } from "../../api/queries";
import type { Drive, Entry } from "../../api/types";
import { FindingCard } from "../../parts/FindingCard";
import { clock } from "../../parts/format";
import type { Item } from "./item";

const EFFECT: Record<string, string> = {
  at_once: "at once",
  when_disabled: "when the power stage is off",
  after_restart: "after a restart",
};
const ACCESS: Record<string, string> = { ro: "read only", const: "constant", rw: "read and write", wo: "write only" };
const HOW: Record<string, string> = {
  written: "written",
  undone: "undone",
  elsewhere: "by somebody else",
  restart: "fell back at a restart",
  replacement: "with another drive",
  firmware: "with new firmware",
};

/** Everything about one value: meaning, state, limits, where it is used and travels, and how it came to be what it is. */
export function ValuePane({
  drive,
  item,
  remark,
  onOpen,
}: {
  drive: Drive;
  item: Item | undefined;
  remark: Remark | null;
  onOpen: (key: string) => void;
}) {
  const { data: detail } = useValueDetail(drive.id, item?.entry.key);
  if (!item) return <Text color="muted">Choose a value to see what it means, where it travels, and its history.</Text>;
  const { entry, holding } = item;
  const fitting = detail?.key === entry.key ? detail : undefined;
  return (
    <Box as="section" aria-label={`About ${entry.name}`} fontSize="small" data-pane={entry.key}>
      <Heading as="h2" fontSize="live" fontWeight="bold" lineHeight="short">
        {entry.name}
      </Heading>
      <Text fontFamily="mono" color="muted">
        {entry.key}
      </Text>
      {remark && (
        <Text role={remark.problem ? "alert" : "status"} color={remark.problem ? "fault" : "cautionText"} mt="1">
          {remark.text}
        </Text>
      )}
      <Text mt="1.5">{entry.help}</Text>
      {entry.derived && <Text mt="1">Derived: {entry.derived}. It cannot be set itself.</Text>}
      {entry.hazard && (
        <Text mt="1" color={holding.hazard ? "fault" : "cautionText"}>
          {holding.hazard ? "Hazard as it stands: " : "May be a hazard: "}
          {entry.hazard}
        </Text>
      )}
      {entry.kept && (
        <Text mt="1" color="muted">
          This stand-in keeps the value and does not act on it yet.
        </Text>
      )}
      {fitting?.findings.map((finding) => (
        <FindingCard key={finding.id} finding={finding} />
      ))}
      <BitList entry={entry} on={holding.on} />
      {entry.choices.length > 0 && (
        <Text color="muted" mt="1">
          {entry.choices.map(({ value, name }) => `${value} = ${name}`).join(", ")}
        </Text>
      )}
      <Facts entry={entry} since={entry.since} />
      {fitting && fitting.related.length > 0 && (
        <Line label="Goes with">
          {fitting.related.map(({ key, name }) => (
            <Box
              as="button"
              key={key}
              color="bay"
              textDecoration="underline"
              mr="2"
              textAlign="left"
              cursor="pointer"
              onClick={() => onOpen(key)}
            >
              {name}
            </Box>
          ))}
        </Line>
      )}
      {fitting && fitting.used_by.length > 0 && (
        <Line label="Used in">
          {fitting.used_by.map(({ title, path }) => (
            <Text as="span" color="bay" textDecoration="underline" key={path} asChild>
              <Link to={path}>{title}</Link>
            </Text>
          ))}
        </Line>
      )}
      {fitting && (
        <Line label="Travels">
          {fitting.travels.map((text) => (
            <Text key={text}>{text}.</Text>
          ))}
        </Line>
      )}
      {fitting && <History steps={fitting.history} />}
    </Box>
  );
}

function Facts({ entry, since }: { entry: Entry; since: string | null }) {
  return (
    <>
      <Line label="Index">
        {entry.address}, decimal {entry.address_decimal}
      </Line>
      <Line label="Type">
        {entry.type}, {ACCESS[entry.access]}
      </Line>
      {entry.range && <Line label="Range">{entry.range}</Line>}
      {entry.setting && (
        <Line label="Takes effect">
          {EFFECT[entry.effect]}
          {entry.locked ? "; not while operation is enabled" : ""}
        </Line>
      )}
      {since && <Line label="Firmware">from {since} on</Line>}
    </>
  );
}

function BitList({ entry, on }: { entry: Entry; on: string[] | null }) {
  if (entry.bits.length === 0) return null;
  return (
    <Box mt="1">
      {entry.bits.map(({ bit, name }) => {
        const set = on?.includes(name);
        return (
          <Text key={bit} fontWeight={set ? "bold" : "normal"} color={set ? "ink" : "muted"}>
            {bit}: {name} {on === null ? "" : set ? "● on" : "○ off"}
          </Text>
        );
      })}
    </Box>
  );
}

function Line({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Flex gap="2" mt="1">
      <Text color="muted" w="20" flexShrink="0">
        {label}
      </Text>
      <Box minW="0">{children}</Box>
    </Flex>
  );
}

function History({ steps }: { steps: { at: string; before: string; after: string; how: string; author: string }[] }) {
  return (
    <Box mt="2">
      <Text fontWeight="semibold">History</Text>
      {steps.length === 0 && <Text color="muted">No change is known.</Text>}
      {steps.slice(0, 12).map((step, n) => (
        <Text key={`${step.at}${n}`}>
          <Text as="span" color="muted">
            {clock(step.at)}{" "}
          </Text>
          <Text as="span" fontFamily="mono">
            {step.before} → {step.after}
          </Text>{" "}
          <Text as="span" color="muted">
            {HOW[step.how] ?? step.how}
            {step.author ? `, ${step.author}` : ""}
          </Text>
        </Text>
      ))}
    </Box>
  );
}
