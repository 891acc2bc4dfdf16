import type { Remark } from "./DraftCell";
import { Box, Flex, Grid, Input, Text } from "@chakra-ui/react";
import { useCallback, useDeferredValue, useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { useDictionary, useHoldings, useValueSearch } from "../../api/queries";
import type { Drive } from "../../api/types";
import { Action } from "../../parts/Action";
import { Choice } from "../../parts/Choice";
import { PageHead } from "../../parts/Columns";
import { Segment } from "../../parts/Segment";
import { ChosenBar } from "./ChosenBar";
import { FILTERS, type FilterName, join, narrow } from "./item";
import { ValuePane } from "./ValuePane";
import { ValueTable } from "./ValueTable";

/** Every value of a drive: found, understood, drafted. */
export function ValuesView({ drive }: { drive: Drive }) {
  const { data: entries = [] } = useDictionary(drive.profile);
  const { data: holdings = [] } = useHoldings(drive.id, drive.profile !== null);
  const [search, setSearch] = useSearchParams();
  const [words, setWords] = useState("");
  const query = useDeferredValue(words.trim());
  const { data: found } = useValueSearch(drive.id, query);
  const [filters, setFilters] = useState<ReadonlySet<FilterName>>(new Set());
  const [group, setGroup] = useState("");
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [remark, setRemark] = useState<Remark | null>(null);
  const opened = search.get("value");

  const items = useMemo(() => join(entries, holdings), [entries, holdings]);
  const groups = useMemo(() => [...new Set(entries.map((entry) => entry.group))], [entries]);
  const counts = useMemo(
    () => Object.fromEntries(FILTERS.map(({ name, passes }) => [name, items.filter(passes).length])),
    [items],
  );
  const shown = useMemo(
    () => narrow(items, filters, group, query === "" ? undefined : found),
    [items, filters, group, query, found],
  );
  const open = useCallback(
    (key: string) => {
      setRemark(null);
      setSearch({ value: key }, { replace: true });
    },
    [setSearch],
  );
  const choose = useCallback(
    (key: string, on: boolean) =>
      setChosen((before) => new Set(on ? [...before, key] : [...before].filter((other) => other !== key))),
    [],
  );
  const toggle = (name: FilterName) =>
    setFilters(
      (before) => new Set(before.has(name) ? [...before].filter((other) => other !== name) : [...before, name]),
    );

  if (drive.profile === null)
    return <PageHead title="Values" sentence="Connect the drive once, and its values are listed here." />;
  return (
    <Flex direction="column" h={{ base: "auto", xl: "full" }} minH="0">
      <PageHead
        title="Values"
        sentence={
          drive.volatile
            ? "What the drive holds. It keeps nothing when power goes."
            : "What the drive holds, and what is drafted for it."
        }
      >
        {shown.length > 0 && shown.length < items.length && (
          <Action
            look="link"
            onClick={() => setChosen(new Set(shown.filter(({ entry }) => entry.setting).map(({ entry }) => entry.key)))}
          >
            Choose these
          </Action>
        )}
        <Text color="muted" fontSize="small" data-shown>
          {shown.length} of {items.length}
        </Text>
      </PageHead>
      <Flex gap="2" mb="2" wrap="wrap" align="center">
        <Input
          size="xs"
          w="52"
          fontSize="body"
          bg="surface"
          borderColor="edge"
          aria-label="Find a value"
          placeholder="Word, key, index or register"
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        <Choice
          label="Group"
          width="36"
          value={group}
          options={[{ id: "", title: "All groups" }, ...groups.map((name) => ({ id: name, title: name }))]}
          onChange={setGroup}
        />
        <Flex role="group" aria-label="Filters" wrap="wrap">
          {FILTERS.map(({ name, label }) => (
            <Segment key={name} type="button" aria-pressed={filters.has(name)} onClick={() => toggle(name)}>
              {label} <b>{counts[name]}</b>
            </Segment>
          ))}
        </Flex>
      </Flex>
      {chosen.size > 0 && (
        <Box mb="2">
          <ChosenBar drive={drive} keys={[...chosen]} onClear={() => setChosen(new Set())} />
        </Box>
      )}
      <Grid templateColumns={{ base: "minmax(0, 1fr)", xl: "minmax(0, 1fr) {sizes.pane}" }} gap="4" flex="1" minH="0">
        <Flex direction="column" minH="0" h={{ base: "60dvh", xl: "auto" }}>
          {shown.length > 0 ? (
            <ValueTable
              drive={drive}
              items={shown}
              opened={opened}
              onOpen={open}
              chosen={chosen}
              onChoose={choose}
              onRemark={setRemark}
            />
          ) : (
            <Text color="muted" py="2">
              {items.length === 0
                ? "Reading the dictionary"
                : "No value is like that. Take a filter away, or try another word."}
            </Text>
          )}
        </Flex>
        <Box overflowY="auto" minH="0" tabIndex={0} role="region" aria-label="About the value">
          <ValuePane
            drive={drive}
            item={items.find(({ entry }) => entry.key === opened)}
            remark={remark}
            onOpen={open}
          />
        </Box>
      </Grid>
    </Flex>
  );
}
