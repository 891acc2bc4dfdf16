import { Box, Flex, Link as Anchor, Text } from "@chakra-ui/react";
import { Link } from "react-router";
import { api } from "../api/client";
import { useFaults } from "../api/queries";
import type { Drive } from "../api/types";
import { useAction } from "../api/useAction";
import { useLive } from "../live/useLive";
import { Action } from "../parts/Action";
import { FaultExplanation } from "../recorder/FaultExplanation";

/**
 * The fault that is present: meaning, causes, remedies, reset.
 * @param explains whether also its cause by its trace
 */
export function FaultBanner({ drive, explains }: { drive: Drive; explains: boolean }) {
  const code = useLive(drive, "control.error_code");
  const present = code !== undefined && !code.stale && (code.value ?? 0) !== 0;
  const { data } = useFaults(drive.id, present);
  const reset = useAction(() => api.post(`/drives/${drive.id}/faults/reset`), {
    drive,
    refresh: ["faults", "verify", "logbook"],
  });
  const fault = data?.present;
  if (!present || !fault) return null;
  return (
    <Box
      bg="surface"
      borderWidth="1px"
      borderLeftWidth="4px"
      borderColor="fault"
      borderRadius="control"
      px="3"
      py="2"
      mb="3"
      role="alert"
      data-fault={fault.hex}
    >
      <Flex justify="space-between" gap="3" align="center">
        <Text fontWeight="bold">
          <Text as="span" color="fault">
            Fault {fault.hex}
          </Text>{" "}
          {fault.name}
        </Text>
        <Action disabled={reset.isPending} onClick={() => reset.mutate(undefined)}>
          Reset fault
        </Action>
      </Flex>
      <Text>{fault.meaning}</Text>
      <Flex gap="8" wrap="wrap" mt="1" fontSize="small">
        <Points title="Likely causes" points={fault.causes} />
        <Points title="What helps" points={fault.remedies} />
      </Flex>
      {explains && data.trace_id !== null && (
        <Box pt="2">
          <FaultExplanation traceId={data.trace_id} />
        </Box>
      )}
      <Text color="muted" fontSize="small">
        Reset takes: {fault.reset}.{" "}
        {data.trace_id !== null && (
          <Anchor asChild color="bay" textDecoration="underline">
            <Link to={`/projects/${drive.project_id}/drives/${drive.id}/recorder?show=${data.trace_id}`}>
              What came before it
            </Link>
          </Anchor>
        )}
      </Text>
    </Box>
  );
}

export function Points({ title, points }: { title: string; points: string[] }) {
  return (
    <Box minW="52" flex="1">
      <Text fontWeight="semibold">{title}</Text>
      <Box as="ul" pl="4" listStyleType="disc">
        {points.map((point) => (
          <li key={point}>{point}</li>
        ))}
      </Box>
    </Box>
  );
}
