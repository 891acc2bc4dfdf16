import { Box } from "@chakra-ui/react";
import { Action } from "../parts/Action";
import { Row } from "./Row";

const REST = 1500; // µs, of a stick that is let go
const WAY = 600; // µs to either end
const STEP = 10;

/** A hand transmitter: its stick, and its switch. */
export function Transmitter({ width, onSet }: { width: number; onSet: (width: number) => void }) {
  const on = width > 0;
  return (
    <Row label="Transmitter" state={on ? `${width} µs` : "off"}>
      <Box flex="1">
        <input
          type="range"
          aria-label="Stick of the transmitter, in microseconds"
          min={REST - WAY}
          max={REST + WAY}
          step={STEP}
          value={on ? width : REST}
          disabled={!on}
          onChange={(event) => onSet(Number(event.target.value))}
          style={{ width: "100%", accentColor: "var(--chakra-colors-bay)" }}
        />
      </Box>
      <Action disabled={!on} onClick={() => onSet(REST)}>
        Let go
      </Action>
      <Action onClick={() => onSet(on ? 0 : REST)}>{on ? "Switch off" : "Switch on"}</Action>
    </Row>
  );
}
