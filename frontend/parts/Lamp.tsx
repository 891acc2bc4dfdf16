import { Box } from "@chakra-ui/react";

export type LampKind = "idle" | "ready" | "run" | "fault";

const COLOURS = { idle: "lampIdle", ready: "lampReady", run: "lampRun", fault: "lampFault" } as const;
const SHAPES = { idle: "full", ready: "full", run: "full", fault: "none" } as const;

/** A small state lamp; a fault is square, so that colour is not all that tells it. */
export function Lamp({ kind }: { kind: LampKind }) {
  return (
    <Box
      as="span"
      w="2"
      h="2"
      flexShrink="0"
      borderRadius={SHAPES[kind]}
      bg={COLOURS[kind]}
      borderWidth={kind === "idle" ? "1px" : "0"}
      aria-hidden
    />
  );
}
