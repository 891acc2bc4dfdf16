import { Box, Grid, Input, Text } from "@chakra-ui/react";
import type { KeyboardEvent } from "react";
import type { MotorField } from "../api/types";
import { stepped } from "./stepped";

interface Props {
  field: MotorField;
  /** what stands in the field now */
  text: string;
  typing: boolean;
  problem: string | null;
  onType: (text: string) => void;
  onCommit: () => void;
  onRevert: () => void;
}

/** One fact: value, unit, source. Enter keeps it, Escape goes back, ↑ and ↓ step by the last digit. */
export function FactField({ field, text, typing, problem, onType, onCommit, onRevert }: Props) {
  const id = `fact-${field.key}`;

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
      <Grid templateColumns={field.words ? "minmax(0, 1fr) 12rem" : "minmax(0, 1fr) {sizes.figureField} 3.4rem 3.2rem"} gap="2" alignItems="center">
        <label htmlFor={id} title={`${field.help}${field.range ? ` ${field.range}.` : ""}`}>
          {field.label}
          {field.required ? "" : <Text as="span" color="muted" fontSize="tiny"> optional</Text>}
        </label>
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
        {!field.words && (
          <Text color="muted" fontSize="small" whiteSpace="nowrap">
            {field.unit}
          </Text>
        )}
        {!field.words && (
          <Text color="muted" fontSize="tiny">
            {typing ? "typing" : (field.source ?? (field.required ? "missing" : ""))}
          </Text>
        )}
      </Grid>
      <Text id={`${id}-help`} color={problem ? "fault" : "muted"} fontSize="small" role={problem ? "alert" : undefined} hidden={!problem && !typing}>
        {problem ?? field.help}
      </Text>
    </Box>
  );
}
