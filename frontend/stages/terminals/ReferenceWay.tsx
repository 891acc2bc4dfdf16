import { Box, Flex, Text } from "@chakra-ui/react";
import type { Drive } from "../../api/types";
import { useLive } from "../../live/useLive";
import type { Setting } from "../../parts/setting";
import { shown } from "./words";

interface Props {
  drive: Drive;
  sources: Setting["choices"];
  /** whether the motor follows the pulse of a transmitter */
  pulsed: boolean;
}

/** From where the speed comes to what the motor does, each with its live figure. */
export function ReferenceWay({ drive, sources, pulsed }: Props) {
  const pulse = useLive(drive, "pulse.width");
  const source = useLive(drive, "references.in_force");
  const preset = useLive(drive, "references.preset")?.value ?? 0;
  const run = useLive(drive, "references.run")?.value ?? 0;
  const asked = useLive(drive, "references.asked");
  const demanded = useLive(drive, "speed.demand");
  const actual = useLive(drive, "speed.actual");
  if (source?.value === undefined)
    return <Text color="muted">Connect the drive to see where its speed comes from.</Text>;
  const from = sources.find(({ code }) => code === source.value)?.title ?? "–";
  const stations = [
    { name: "Source", text: pulsed ? `Pulse, ${shown(pulse)}` : preset > 0 ? `Preset ${preset}` : from },
    { name: "Start at the drive", text: run > 0 ? "forward" : run < 0 ? "backward" : "none" },
    { name: "Asked for", text: shown(asked) },
    { name: "Behind window and ramp", text: shown(demanded) },
    { name: "Motor", text: shown(actual) },
  ];
  return (
    <Box as="ol" listStyleType="none" aria-label="Way of the reference" data-way>
      {stations.map(({ name, text }, n) => (
        <Flex key={name} as="li" gap="2" align="stretch" fontSize="small">
          <Flex direction="column" align="center" w="3" aria-hidden="true">
            <Box w="2px" flex="1" bg={n === 0 ? "transparent" : "edge"} />
            <Box w="2.5" h="2.5" borderRadius="full" borderWidth="2px" borderColor="bay" bg="surface" />
            <Box w="2px" flex="1" bg={n === stations.length - 1 ? "transparent" : "edge"} />
          </Flex>
          <Flex flex="1" justify="space-between" py="1.5" data-station={name}>
            <Text>{name}</Text>
            <Text fontFamily="mono">{text}</Text>
          </Flex>
        </Flex>
      ))}
    </Box>
  );
}
