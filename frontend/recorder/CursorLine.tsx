import { Flex, Text } from "@chakra-ui/react";
import { useSyncExternalStore } from "react";
import { Action } from "../parts/Action";
import { FigureField } from "../parts/FigureField";
import { threeDigits } from "../parts/format";
import type { TimeWindow } from "./window";

export const useCursors = (window: TimeWindow) =>
  useSyncExternalStore(
    window.subscribe,
    () => window.cursors,
    () => window.cursors,
  );

/** Where the two cursors stand, and how far they are apart. */
export function CursorLine({ window, children }: { window: TimeWindow; children?: React.ReactNode }) {
  const { a, b } = useCursors(window);
  const apart = a !== null && b !== null ? b - a : null;
  return (
    <Flex gap="2.5" align="center" wrap="wrap" py="1.5" fontSize="small">
      <CursorField name="A" time={a} onTime={(time) => window.set("a", time)} />
      <CursorField name="B" time={b} onTime={(time) => window.set("b", time)} />
      {apart === null ? (
        <Text color="muted">Click sets A, Shift and click B; between them figures are worked out.</Text>
      ) : (
        <Text fontFamily="mono" data-apart>
          B − A {threeDigits(apart * 1000)} ms
          {apart !== 0 && ` · ${threeDigits(1 / Math.abs(apart))} Hz`}
        </Text>
      )}
      {(a !== null || b !== null) && (
        <Action
          look="link"
          onClick={() => {
            window.set("a", null);
            window.set("b", null);
          }}
        >
          Without cursors
        </Action>
      )}
      <Flex gap="1.5" ml="auto">
        {children}
      </Flex>
    </Flex>
  );
}

interface FieldProps {
  name: string;
  time: number | null;
  onTime: (time: number | null) => void;
}

function CursorField({ name, time, onTime }: FieldProps) {
  return (
    <Flex align="center" gap="1">
      <Text fontWeight="semibold" color="bay">
        {name}
      </Text>
      <FigureField
        label={`Cursor ${name} in ms`}
        value={time === null ? null : Number((time * 1000).toFixed(3))}
        unit="ms"
        width="figureField"
        onChange={(ms) => onTime(ms / 1000)}
        onEmpty={() => onTime(null)}
      />
    </Flex>
  );
}
