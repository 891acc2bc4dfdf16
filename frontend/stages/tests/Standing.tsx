import { Text } from "@chakra-ui/react";
import type { Proof } from "../../api/types";
import { STANDING } from "../../parts/standing";

/** How a proof stands, at the head of its card. */
export function Standing({ proof, optional = false }: { proof: Proof | null; optional?: boolean }) {
  if (!proof) return <Text color="muted">{optional ? "if you like" : "to prove"}</Text>;
  const { word, colour } = STANDING[proof.standing];
  return <Text color={colour}>{word}</Text>;
}
