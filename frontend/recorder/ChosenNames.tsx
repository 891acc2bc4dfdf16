import { Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Action } from "../parts/Action";
import { Picker } from "../parts/Picker";

interface Named {
  key: string;
  name: string;
  unit: string;
}

interface Props {
  /** of the chosen ones, for those who cannot see them */
  label: string;
  /** what one more is called */
  add: string;
  offered: readonly Named[];
  chosen: readonly string[];
  most: number;
  /** said instead of the field where no more can be chosen */
  full?: string;
  onChange: (chosen: string[]) => void;
}

/** Some of many, by name: each goes by its cross, one more is found by any of its words. */
export function ChosenNames({ label, add, offered, chosen, most, full, onChange }: Props) {
  const [query, setQuery] = useState("");
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  const hits = offered.filter(
    ({ key, name }) => !chosen.includes(key) && words.every((word) => `${name} ${key}`.toLowerCase().includes(word)),
  );
  return (
    <>
      <Flex gap="1" wrap="wrap" pb="1.5" role="list" aria-label={label}>
        {chosen.map((key) => {
          const name = offered.find((one) => one.key === key)?.name ?? key;
          return (
            <Flex
              key={key}
              role="listitem"
              align="center"
              gap="1"
              bg="surface"
              borderWidth="1px"
              borderColor="line"
              borderRadius="control"
              pl="2"
              fontSize="small"
            >
              {name}
              <Action
                look="quiet"
                borderWidth="0"
                h="6"
                px="1.5"
                aria-label={`Without ${name}`}
                onClick={() => onChange(chosen.filter((other) => other !== key))}
              >
                ✕
              </Action>
            </Flex>
          );
        })}
      </Flex>
      {chosen.length < most && (
        <Picker<Named>
          label={add}
          placeholder={add}
          query={query}
          onQuery={setQuery}
          hits={hits}
          idOf={({ key }) => key}
          onPick={({ key }) => {
            onChange([...chosen, key]);
            setQuery("");
          }}
        >
          {({ name, unit }) => (
            <Flex justify="space-between" gap="3" w="full">
              <Text>{name}</Text>
              <Text color="muted">{unit}</Text>
            </Flex>
          )}
        </Picker>
      )}
      {chosen.length >= most && full && (
        <Text fontSize="small" color="muted">
          {full}
        </Text>
      )}
    </>
  );
}
