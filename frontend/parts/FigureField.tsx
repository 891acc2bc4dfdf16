import { Flex, Input, Text } from "@chakra-ui/react";
import { useState } from "react";

interface Props {
  label: string;
  /** nothing: there is none yet */
  value: number | null;
  unit: string;
  onChange: (value: number) => void;
  /** where it may be emptied */
  onEmpty?: () => void;
  width?: string;
  /** whether it differs from what the drive has */
  drafted?: boolean;
}

/** A figure that is taken with Enter or when the field is left; what is none is put back. */
export function FigureField({ label, value, unit, onChange, onEmpty, width = "16", drafted = false }: Props) {
  const [typed, setTyped] = useState<string>();
  const take = () => {
    const next = Number((typed ?? "").replace(",", ".").replace("−", "-"));
    if (typed?.trim() === "") onEmpty?.();
    else if (typed !== undefined && Number.isFinite(next)) onChange(next);
    setTyped(undefined);
  };
  return (
    <Flex as="label" align="center" gap="1">
      <Input
        aria-label={label}
        value={typed ?? (value === null ? "" : String(value))}
        placeholder="–"
        onChange={(event) => setTyped(event.target.value)}
        onBlur={take}
        onKeyDown={(event) => event.key === "Enter" && take()}
        inputMode="decimal"
        size="xs"
        h="8"
        w={width}
        px="1.5"
        fontFamily="mono"
        textAlign="right"
        bg={drafted ? "baySoft" : "surface"}
        borderColor={drafted ? "bay" : "edge"}
        borderRadius="control"
      />
      <Text color="muted">{unit}</Text>
    </Flex>
  );
}
