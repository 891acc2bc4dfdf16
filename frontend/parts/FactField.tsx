import { Box, Grid, Input, NativeSelect, Text } from "@chakra-ui/react";
import type { KeyboardEvent } from "react";
import type { Fact } from "../api/types";
import { carriesUnit } from "./carriesUnit";
import { stepped } from "./stepped";

interface Props {
  field: Fact;
  /** what stands in the field now */
  text: string;
  typing: boolean;
  problem: string | null;
  onType: (text: string) => void;
  onCommit: () => void;
  /** keeps one of the choices at once */
  onChoose: (choice: string) => void;
  onRevert: () => void;
}

/** One fact: value, unit, source. Enter keeps it, Escape goes back, ↑ and ↓ step by the last digit. */
export function FactField({ field, text, typing, problem, onType, onCommit, onChoose, onRevert }: Props) {
  const id = `fact-${field.key}`;
  const wide = field.words || field.choices.length > 0;

  const pressed = (event: KeyboardEvent) => {
    if (event.key === "Enter") onCommit();
    else if (event.key === "Escape") onRevert();
    else if (!field.words && (event.key === "ArrowUp" || event.key === "ArrowDown")) {
      const next = stepped(text, event.key === "ArrowUp" ? 1 : -1);
      if (next === undefined) return;
      event.preventDefault();
      onType(next);
    }
  };

  return (
    <Box borderBottomWidth="1px" borderColor="line" py="1">
      <Grid
        templateColumns={wide ? "minmax(0, 1fr) 12rem" : "minmax(0, 1fr) {sizes.figureField} 3.4rem 3.2rem"}
        gap="2"
        alignItems="center"
      >
        <label htmlFor={id} title={`${field.help}${field.range ? ` ${field.range}.` : ""}`}>
          {field.label}
          {field.required ? (
            ""
          ) : (
            <Text as="span" color="muted" fontSize="tiny">
              {" "}
              optional
            </Text>
          )}
        </label>
        {field.choices.length > 0 ? (
          <NativeSelect.Root size="xs">
            <NativeSelect.Field
              id={id}
              h="6"
              bg="surface"
              borderColor="edge"
              aria-describedby={`${id}-help`}
              value={text}
              onChange={(event) => onChoose(event.target.value)}
            >
              <option value="">{field.required ? "choose" : "not given"}</option>
              {field.choices.map((choice) => (
                <option key={choice.id} value={choice.id}>
                  {choice.title}
                </option>
              ))}
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
        ) : (
          <Input
            id={id}
            value={text}
            onChange={(event) => onType(event.target.value)}
            onKeyDown={pressed}
            onBlur={onCommit}
            aria-invalid={problem !== null}
            aria-describedby={`${id}-help`}
            autoComplete="off"
            size="xs"
            h="6"
            px="1.5"
            fontSize="body"
            fontFamily={field.words ? "body" : "mono"}
            textAlign={field.words ? "left" : "right"}
            bg={typing ? "baySoft" : "surface"}
            borderColor={problem ? "fault" : typing ? "bay" : "edge"}
            borderRadius="control"
          />
        )}
        {!wide && (
          <Text color="muted" fontSize="small" whiteSpace="nowrap">
            {carriesUnit(text) ? "" : field.unit}
          </Text>
        )}
        {!wide && (
          <Text color="muted" fontSize="tiny">
            {typing ? "typing" : (field.source ?? (field.required ? "missing" : ""))}
          </Text>
        )}
      </Grid>
      <Text
        id={`${id}-help`}
        color={problem ? "fault" : "muted"}
        fontSize="small"
        role={problem ? "alert" : undefined}
        hidden={!problem && !typing}
      >
        {problem ?? field.help}
      </Text>
    </Box>
  );
}
