import { Text } from "@chakra-ui/react";
import type { Shown } from "./panes";

/** By how much the triggers of traces lie apart on the clock that drives of one network share. */
export function Clocks({ shown }: { shown: readonly Shown[] }) {
  const [first, ...others] = shown;
  const apart = others.flatMap(({ trace }) =>
    first?.trace.clock != null && trace.clock != null && trace.drive_id !== first.trace.drive_id
      ? [{ trace, by: trace.clock - first.trace.clock }]
      : [],
  );
  if (!first || apart.length === 0) return null;
  const interval = Math.max(...shown.map(({ trace }) => trace.interval ?? 0));
  return (
    <Text fontSize="small" color="muted" py="1.5" data-clocks>
      On the clock of the network{" "}
      {apart
        .map(({ trace, by }) => {
          const distance = `${(Math.abs(by) * 1000).toFixed(1)} ms ${by < 0 ? "before" : "after"}`;
          return `${trace.drive_name} was triggered ${distance} ${first.trace.drive_name}`;
        })
        .join(", ")}
      ; to a sample of {(interval * 1000).toFixed(3)} ms.
    </Text>
  );
}
