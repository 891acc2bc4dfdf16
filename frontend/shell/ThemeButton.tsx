import { Flex, chakra } from "@chakra-ui/react";
import { useState } from "react";
import { chooseMode, currentMode } from "../app/colorMode";

const Quiet = chakra("button", {
  base: {
    color: "mutedOnTack",
    fontSize: "small",
    cursor: "pointer",
    px: "1",
    borderRadius: "control",
    _hover: { color: "onTack" },
  },
});

/** Light or dark, and the list of keys. */
export function ThemeButton({ onShortcuts }: { onShortcuts: () => void }) {
  const [mode, setMode] = useState(currentMode());
  const other = mode === "light" ? "dark" : "light";
  return (
    <Flex gap="1">
      <Quiet
        type="button"
        aria-label={`Change to the ${other} theme`}
        onClick={() => {
          chooseMode(other);
          setMode(other);
        }}
      >
        {other === "dark" ? "Dark" : "Light"}
      </Quiet>
      <Quiet type="button" aria-label="List of keys" onClick={onShortcuts}>
        Keys
      </Quiet>
    </Flex>
  );
}
