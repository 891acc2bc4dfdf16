import { Box, Flex, Input, NativeSelect, Text } from "@chakra-ui/react";
import { useEffect, useMemo, useRef, useState } from "react";
import { useSearchParams } from "react-router";
import { useValues } from "../../api/queries";
import type { Drive, Value } from "../../api/types";
import { Table } from "../../parts/Table";
import { ValueDetail } from "./ValueDetail";

type Filter = "all" | "factory" | "unstored" | "drafted";

const FILTERS: [Filter, string][] = [
  ["all", "All"],
  ["factory", "Differs from factory"],
  ["unstored", "Live, not stored"],
  ["drafted", "Drafted"],
];

const PASSES: Record<Filter, (value: Value) => boolean> = {
  all: () => true,
  factory: (value) => value.setting && value.live !== null && value.live !== value.factory,
  unstored: (value) => value.stored !== null && value.live !== value.stored,
  drafted: (value) => value.draft !== null,
};

/** What the drive holds: every entry with live, stored and factory; a row explains itself when it is opened. */
export function ValueList({ drive }: { drive: Drive }) {
  const { data: values = [] } = useValues(drive.id);
  const [search, setSearch] = useSearchParams();
  const [words, setWords] = useState("");
  const [filter, setFilter] = useState<Filter>("all");
  const opened = search.get("value");
  const shown = useMemo(() => values.filter((value) => value.key === opened || (PASSES[filter](value) && matches(value, words))), [values, filter, words, opened]);

  if (values.length === 0) return <Text color="muted" py="2">Connect the drive once to see what it holds.</Text>;
  return (
    <>
      <Flex gap="2" py="1.5">
        <Input size="xs" fontSize="body" bg="surface" borderColor="edge" aria-label="Narrow the values" placeholder="Narrow by name, key or index" value={words} onChange={(event) => setWords(event.target.value)} />
        <NativeSelect.Root size="xs" w="48" flexShrink="0">
          <NativeSelect.Field aria-label="Which values" bg="surface" borderColor="edge" value={filter} onChange={(event) => setFilter(event.target.value as Filter)}>
            {FILTERS.map(([id, label]) => (
              <option key={id} value={id}>
                {label}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      </Flex>
      <Box overflowY="auto" maxH="calc(100dvh - 15rem)" borderWidth="1px" borderColor="line" borderRadius="card" bg="surface" px="2" tabIndex={0} role="region" aria-label="Values of the drive">
        <Table aria-label="Values of the drive" tableLayout="fixed">
          <colgroup>
            <Box as="col" w="27%" />
            <Box as="col" w="13%" />
            <Box as="col" w="20%" />
            <Box as="col" w="20%" />
            <Box as="col" w="20%" />
          </colgroup>
          <thead>
            <tr>
              <th>Value</th>
              <th>Index</th>
              <th className="figure">Live</th>
              <th className="figure">Stored</th>
              <th className="figure">Factory</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((value) => (
              <Row key={value.key} value={value} open={value.key === opened} onToggle={() => setSearch(value.key === opened ? {} : { value: value.key }, { replace: true })} />
            ))}
          </tbody>
        </Table>
        {shown.length === 0 && <Text color="muted" py="2">No value is like that.</Text>}
      </Box>
      <Text color="muted" fontSize="tiny" mt="1">
        {shown.length} of {values.length} values
      </Text>
    </>
  );
}

function matches(value: Value, words: string) {
  const text = `${value.name} ${value.key} ${value.address} ${value.address_decimal} ${value.group}`.toLowerCase();
  return words.toLowerCase().split(/\s+/).every((word) => text.includes(word));
}

function Row({ value, open, onToggle }: { value: Value; open: boolean; onToggle: () => void }) {
  const row = useRef<HTMLTableRowElement>(null);
  useEffect(() => {
    if (open) row.current?.scrollIntoView({ block: "center" });
  }, [open]);
  return (
    <>
      <Box as="tr" ref={row} bg={open ? "baySoft" : undefined} data-value={value.key}>
        <td>
          <Box as="button" textAlign="left" cursor="pointer" aria-expanded={open} onClick={onToggle} _hover={{ textDecoration: "underline" }}>
            {value.name}
          </Box>
        </td>
        <td className="line">
          <Text as="span" fontFamily="mono" color="muted" title={value.address_decimal}>
            {value.address}
          </Text>
        </td>
        <td className="figure cut" title={value.live ?? undefined}>
          {value.live ?? "–"}
        </td>
        <td className="figure cut" title={value.stored ?? undefined}>
          <Text as="span" color={value.stored !== null && value.stored !== value.live ? "cautionText" : undefined}>
            {value.stored ?? ""}
          </Text>
        </td>
        <td className="figure cut" title={value.factory}>
          <Text as="span" color="muted">
            {value.setting ? value.factory : ""}
          </Text>
        </td>
      </Box>
      {open && (
        <tr>
          <td colSpan={5}>
            <ValueDetail value={value} />
          </td>
        </tr>
      )}
    </>
  );
}
