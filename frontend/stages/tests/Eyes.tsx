import { Box } from "@chakra-ui/react";
import type { Test } from "../../api/types";

interface Props {
  eyes: Test["eyes"];
  seen: string[];
  onSee: (id: string, on: boolean) => void;
}

/** What no drive can tell, ticked one by one by whoever has looked. */
export function Eyes({ eyes, seen, onSee }: Props) {
  if (eyes.length === 0) return null;
  return (
    <Box as="fieldset" mt="1.5" fontSize="small" aria-label="Looked at">
      {eyes.map(({ id, sentence }) => (
        <Box as="label" key={id} display="flex" gap="2" alignItems="baseline" py="0.5">
          <input type="checkbox" checked={seen.includes(id)} onChange={(event) => onSee(id, event.target.checked)} />
          {sentence}
        </Box>
      ))}
    </Box>
  );
}
