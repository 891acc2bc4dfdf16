import { Box, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { HazardousQuestion } from "../api/useConfirmed";
import { ConfirmDialog } from "./ConfirmDialog";

/** Asks for a yes to each value that is a hazard, one by one. */
export function HazardQuestion({ of, drive }: { of: HazardousQuestion; drive: string }) {
  const [ticked, setTicked] = useState<string[]>([]);
  const close = () => {
    setTicked([]);
    of.close();
  };
  const toggle = (key: string) =>
    setTicked(ticked.includes(key) ? ticked.filter((other) => other !== key) : [...ticked, key]);
  const { hazards } = of;
  return (
    <ConfirmDialog
      open={hazards.length > 0}
      title={`Write ${hazards.length === 1 ? "a hazard" : `${hazards.length} hazards`} to ${drive}?`}
      confirm="Yes, write all"
      ready={hazards.every(({ key }) => ticked.includes(key))}
      onClose={close}
      onConfirm={of.yes}
    >
      {hazards.map(({ key, name, value, text }) => (
        <Box
          key={key}
          as="label"
          display="flex"
          gap="2"
          alignItems="baseline"
          mb="1.5"
          cursor="pointer"
          data-hazard={key}
        >
          <input type="checkbox" checked={ticked.includes(key)} onChange={() => toggle(key)} />
          <Text as="span">
            <b>
              {name}: {value}.
            </b>{" "}
            {text}
          </Text>
        </Box>
      ))}
    </ConfirmDialog>
  );
}
