import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { api } from "../api/client";
import type { FaultExplanation as Explanation } from "../api/types";
import { figure } from "../parts/format";

const useExplanation = (traceId: number) =>
  useQuery({
    queryKey: ["explanation", traceId],
    queryFn: () => api.get<Explanation>(`/traces/${traceId}/explanation`),
    staleTime: 60_000,
    retry: false,
  });

/** The cause of a fault as its trace tells it, and what each cause that comes into question leaves unexplained. */
export function FaultExplanation({ traceId }: { traceId: number }) {
  const { data } = useExplanation(traceId);
  if (!data?.applies) return null;
  return (
    <Box
      bg="surface"
      borderWidth="1px"
      borderLeftWidth="4px"
      borderColor={data.decided ? "info" : "edge"}
      borderRadius="control"
      px="3"
      py="2"
      mb="2"
      data-explanation={data.decided ? "decided" : "open"}
    >
      <Text fontWeight="bold">
        <Text as="span" color="info">
          By its trace:
        </Text>{" "}
        {data.headline}
      </Text>
      {data.sentence && <Text>{data.sentence}</Text>}
      {data.remedy && (
        <Text>
          <b>What would have prevented it:</b> {data.remedy}
        </Text>
      )}
      {!data.decided && data.ranking.length === 0 && (
        <Text color="muted">
          No cause that is looked for fits what was recorded. Facts about motor, load and braking resistor make it
          easier to tell.
        </Text>
      )}
      {data.ranking.length > 0 && (
        <Flex gap="4" wrap="wrap" fontSize="small" color="muted" pt="1">
          <Text>Left unexplained by the replay:</Text>
          {data.ranking.map(({ cause, title, left_over }) => (
            <Text key={cause}>
              {title}{" "}
              <Text as="span" fontFamily="mono">
                {figure(left_over * 100, 1)} %
              </Text>
            </Text>
          ))}
        </Flex>
      )}
    </Box>
  );
}
