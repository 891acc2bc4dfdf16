import { Flex, Input, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Action } from "../parts/Action";

/** Torque or force that opposes the motion, like cloth over the roller. */
export function LoadField({
  slides,
  torque,
  onSet,
}: {
  slides: boolean;
  torque: number;
  onSet: (torque: number) => void;
}) {
  const [text, setText] = useState<string>();
  const typed = Number((text ?? "").replace(",", "."));
  const take = () => {
    if (text !== undefined && Number.isFinite(typed)) onSet(typed);
    setText(undefined);
  };
  return (
    <Flex align="center" gap="2" py="1" borderBottomWidth="1px" borderColor="line">
      <Text>{slides ? "Load force" : "Load torque"}</Text>
      <Input
        ml="auto"
        w="figureField"
        size="xs"
        h="6"
        px="1.5"
        fontFamily="mono"
        textAlign="right"
        bg="surface"
        borderColor="edge"
        value={text ?? String(torque)}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => event.key === "Enter" && take()}
        aria-label={slides ? "Load force in newtons" : "Load torque in newton metres"}
      />
      <Text color="muted">{slides ? "N" : "N·m"}</Text>
      <Action onClick={take} disabled={text === undefined}>
        Set
      </Action>
    </Flex>
  );
}
