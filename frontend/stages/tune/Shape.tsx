import { Box, Flex, Text } from "@chakra-ui/react";
import { api } from "../../api/client";
import type { Drive, Tuning } from "../../api/types";
import { useAction } from "../../api/useAction";
import { FigureField } from "../../parts/FigureField";
import { REFRESH } from "./refresh";

/** Gain and integral time as bandwidth and damping: either moves the other. */
export function Shape({ drive, tuning }: { drive: Drive; tuning: Tuning }) {
  const shape = useAction(
    (wanted: { bandwidth: number; damping: number }) => api.post<Tuning>(`/drives/${drive.id}/tuning/shape`, wanted),
    { drive, refresh: REFRESH },
  );
  if (!tuning.shape) return null;
  const { bandwidth, damping } = tuning.shape;
  return (
    <Box mt="2" data-shape>
      <Text fontSize="small" color="muted">
        or by what they make of a rigid load
      </Text>
      <Flex gap="4" mt="1" wrap="wrap">
        <FigureField
          label="Bandwidth"
          value={Number(bandwidth.toFixed(1))}
          unit="Hz"
          width="3.6rem"
          onChange={(figure) => shape.mutate({ bandwidth: figure, damping })}
        />
        <FigureField
          label="Damping"
          value={Number(damping.toFixed(2))}
          unit="of critical"
          width="3.4rem"
          onChange={(figure) => shape.mutate({ bandwidth, damping: figure })}
        />
      </Flex>
    </Box>
  );
}
