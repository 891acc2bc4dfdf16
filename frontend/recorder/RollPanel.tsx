import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api } from "../api/client";
import type { Drive, RecorderView } from "../api/types";
import { useAction } from "../api/useAction";
import { Action } from "../parts/Action";
import { GroupHead } from "../parts/Columns";
import { ChosenNames } from "./ChosenNames";

const FIRST = ["speed.actual", "motor.torque_current", "bus.voltage", "motor.heat"];
const MOST = 16;

/** Live figures over minutes to hours. */
export function RollPanel({ drive, view, onShow }: { drive: Drive; view: RecorderView; onShow: (id: number) => void }) {
  const path = `/drives/${drive.id}/recorder`;
  const refresh = ["recorder", "traces"];
  const offered = drive.live_entries;
  const [figures, setFigures] = useState(() => FIRST.filter((key) => offered.some((entry) => entry.key === key)));
  const begin = useAction(() => api.post<RecorderView>(`${path}/roll`, { figures }), { drive, refresh });
  const finish = useAction(() => api.post<RecorderView>(`${path}/end_roll`), { drive, refresh });
  const { roll } = view;
  if (roll)
    return (
      <Box data-roll={roll.trace_id}>
        <GroupHead>Slowly, from the live figures</GroupHead>
        <Text fontSize="small" pb="1.5" role="status">
          {spokenClock(roll.seconds)}, {roll.samples} samples so far.
        </Text>
        <Flex gap="2">
          <Action look="quiet" onClick={() => onShow(roll.trace_id)}>
            Show it
          </Action>
          <Action look="quiet" disabled={finish.isPending} onClick={() => finish.mutate(undefined)}>
            End
          </Action>
        </Flex>
      </Box>
    );
  return (
    <Box data-roll="">
      <GroupHead>Slowly, from the live figures</GroupHead>
      <ChosenNames
        label="Figures that are rolled"
        add="Add a live figure"
        offered={offered}
        chosen={figures}
        most={MOST}
        onChange={setFigures}
      />
      <Action
        look="quiet"
        mt="1.5"
        disabled={begin.isPending || figures.length === 0}
        onClick={() => begin.mutate(undefined)}
      >
        Record 22 times a second, until ended
      </Action>
    </Box>
  );
}

function spokenClock(seconds: number) {
  const whole = Math.floor(seconds);
  const parts = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60];
  return parts.map((part) => String(part).padStart(2, "0")).join(":");
}
