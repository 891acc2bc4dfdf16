import { Flex, Input, Slider, Text } from "@chakra-ui/react";
import { type KeyboardEvent, useState } from "react";
import { Segment } from "../../parts/Segment";

export type Direction = 1 | -1;

interface Props {
  unit: string;
  /** the drive's own limit, in that unit */
  limit: number;
  /** without sign */
  amount: number;
  direction: Direction;
  onDirection: (direction: Direction) => void;
  /** `passing` while the slider is being dragged */
  onChange: (amount: number, passing: boolean) => void;
}

/** A speed by direction, number, slider or keys. */
export function SetPoint({ unit, limit, amount, direction, onDirection, onChange }: Props) {
  const [typed, setTyped] = useState<string>();
  const take = () => {
    const next = Math.round(Number((typed ?? "").replace(",", ".")) * 10) / 10;
    if (typed !== undefined && Number.isFinite(next) && next >= 0) onChange(next, false);
    setTyped(undefined);
  };
  const pressed = (event: KeyboardEvent) => {
    if (event.key === "Enter") take();
    else if (event.key === "Escape") setTyped(undefined);
  };

  return (
    <>
      <Flex gap="2" align="center" wrap="wrap">
        <Flex role="radiogroup" aria-label="Direction">
          <Segment px="3" type="button" role="radio" aria-checked={direction === 1} onClick={() => onDirection(1)}>
            Forward
          </Segment>
          <Segment px="3" type="button" role="radio" aria-checked={direction === -1} onClick={() => onDirection(-1)}>
            Backward
          </Segment>
        </Flex>
        <Flex align="center" gap="1.5" ml="auto">
          <Input
            aria-label={`Speed set-point in ${unit}`}
            inputMode="decimal"
            value={typed ?? String(amount)}
            onChange={(event) => setTyped(event.target.value)}
            onKeyDown={pressed}
            onBlur={take}
            size="xs"
            h="6"
            w="figureField"
            px="1.5"
            fontFamily="mono"
            fontSize="body"
            textAlign="right"
            bg="surface"
            borderColor="edge"
            borderRadius="control"
          />
          <Text color="muted">{unit}</Text>
        </Flex>
      </Flex>
      <Slider.Root
        mt="2"
        size="sm"
        min={0}
        max={Math.max(1, limit)}
        step={Math.max(1, Math.round(limit / 300))}
        value={[Math.min(amount, limit)]}
        onValueChange={({ value }) => onChange(value[0] ?? 0, true)}
        onValueChangeEnd={({ value }) => onChange(value[0] ?? 0, false)}
        aria-label={["Speed set-point"]}
      >
        <Slider.Control>
          <Slider.Track bg="line">
            <Slider.Range bg="bay" />
          </Slider.Track>
          <Slider.Thumb index={0} borderColor="bay" bg="surface">
            <Slider.HiddenInput />
          </Slider.Thumb>
        </Slider.Control>
      </Slider.Root>
    </>
  );
}
