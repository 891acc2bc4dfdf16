import { Box, Flex, Text } from "@chakra-ui/react";
import type { Drive, Tuning } from "../../api/types";
import { useLive } from "../../live/useLive";
import { figure } from "../../parts/format";

type Place = Tuning["cascade"][number];

/** From what is asked for to the motor: loops, what closes each, limits and filters on the way, with live figures. */
export function Cascade({ drive, tuning }: { drive: Drive; tuning: Tuning }) {
  const gains = useLive(drive, "gains.in_force", "glance");
  if (tuning.cascade.length === 0) return null;
  return (
    <Box as="section" aria-label="From set-point to motor" mt="3">
      <Flex justify="space-between" align="baseline">
        <Text fontWeight="semibold">From set-point to motor</Text>
        {gains?.value !== undefined && (
          <Text fontSize="small" color="muted">
            {gains.value === 1 ? "the second set of gains is in force" : "the first set of gains is in force"}
          </Text>
        )}
      </Flex>
      <Flex as="ol" listStyleType="none" wrap="wrap" gap="2" mt="1.5">
        {tuning.cascade.map((place, index) => (
          <PlaceBox key={place.id} drive={drive} place={place} here={place.loop === tuning.loop} first={index === 0} />
        ))}
      </Flex>
    </Box>
  );
}

function PlaceBox({ drive, place, here, first }: { drive: Drive; place: Place; here: boolean; first: boolean }) {
  return (
    <Flex as="li" flex="1 1 9.5rem" minW="0" align="stretch" data-place={place.id}>
      {!first && (
        <Text aria-hidden alignSelf="center" color="muted" mr="2">
          →
        </Text>
      )}
      <Box
        flex="1"
        minW="0"
        bg="surface"
        borderWidth="1px"
        borderColor={here ? "bay" : "line"}
        borderTopWidth={here ? "3px" : "1px"}
        borderRadius="control"
        px="2"
        py="1.5"
      >
        <Flex justify="space-between" gap="2" align="baseline">
          <Text fontWeight="semibold" fontSize="small">
            {place.title}
          </Text>
          {place.live && <Figure drive={drive} name={place.live} />}
        </Flex>
        {place.rows.map((row) => (
          <Text key={row} fontSize="tiny">
            {row}
          </Text>
        ))}
        {place.by && (
          <Text fontSize="tiny" color="muted">
            {`closed by ${place.by}`}
          </Text>
        )}
      </Box>
    </Flex>
  );
}

function Figure({ drive, name }: { drive: Drive; name: string }) {
  const live = useLive(drive, name, "glance");
  if (!live) return null;
  return (
    <Text fontFamily="mono" fontSize="small" whiteSpace="nowrap" className={live.stale ? "stale" : undefined}>
      {live.value === undefined ? "–" : `${figure(live.value, live.entry.decimals)} ${live.entry.unit}`}
    </Text>
  );
}
