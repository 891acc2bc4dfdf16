import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Drive, Verify } from "../../api/types";
import { useDriveState, useLive } from "../../live/useLive";
import { Action } from "../../parts/Action";
import { GroupHead } from "../../parts/Columns";
import { withUnit } from "../../parts/format";
import { type Direction, SetPoint } from "./SetPoint";
import { TeamWarning } from "./TeamWarning";
import { useSpeed } from "./useSpeed";

/** Of the live figure Alignment. */
const NOT_ALIGNED = 0;
const ALIGNED = 2;

/** Enable, speed by slider, number or keys, direction, start, stop, disable. */
export function SpeedControl({ drive, verify }: { drive: Drive; verify: Verify }) {
  const [amount, setAmount] = useState(() => Math.round(verify.allowed));
  const [direction, setDirection] = useState<Direction>(1);
  const { held, setPoint, enable, halt, disable } = useSpeed(drive);
  const { state, stale } = useDriveState(drive);
  const enabled = verify.armed && state === "Operation enabled" && !stale;
  const running = enabled && verify.speed !== 0;
  const aligned = useLive(drive, "feedback.aligned")?.value ?? ALIGNED;
  const pulse = useLive(drive, "pulse.width");
  const forward = direction === 1;
  const allowed = forward ? verify.allowed : verify.allowed_backward;
  const reversing = running && Math.sign(verify.speed) !== direction;

  const send = (next: number, passing: boolean) => setPoint.mutate({ speed: direction * next, passing });
  const change = (next: number, passing: boolean) => {
    setAmount(next);
    if (running && !reversing) send(next, passing);
  };

  return (
    <Box>
      <GroupHead>Speed</GroupHead>
      {!drive.follows_pulse && (
        <SetPoint
          unit={drive.speed_unit}
          limit={forward ? verify.limit : verify.limit_backward}
          amount={amount}
          direction={direction}
          onDirection={setDirection}
          onChange={change}
        />
      )}
      <Text
        minH={drive.follows_pulse ? undefined : "9"}
        mb={drive.follows_pulse ? "1" : undefined}
        fontSize="small"
        color={held?.held_back ? "cautionText" : "muted"}
        role="status"
        data-held={held?.held_back ?? false}
      >
        {held?.reason ??
          (reversing
            ? "Press Start to reverse."
            : `The gait allows ${withUnit(allowed, drive.speed_unit)}${forward ? "" : " backward"}.`)}
      </Text>
      {aligned !== ALIGNED && (
        <Text fontSize="small" color="cautionText" mb="1.5" data-alignment={aligned}>
          {aligned === NOT_ALIGNED
            ? `The motor first moves by itself, up to ${verify.alignment_way ?? "half an electrical turn"} either way, to find its magnets.`
            : "The motor is being aligned; a set-point waits until that is done."}
        </Text>
      )}
      {drive.follows_pulse && (
        <Text fontSize="small" color="cautionText" mb="1.5" data-pulse>
          {enabled ? "The motor follows" : "Once enabled, the motor follows"} the pulse input, within the gait:{" "}
          {pulse?.value ? withUnit(pulse.value, "µs", 0) : "no pulse comes"}.
        </Text>
      )}
      {drive.leads_team && <TeamWarning drive={drive} />}
      <Flex gap="2" wrap="wrap">
        {!enabled && (
          <Action
            look="primary"
            disabled={enable.isPending || !verify.needs.every(({ met }) => met)}
            onClick={() =>
              enable.mutate({
                align: aligned === NOT_ALIGNED,
                pulse: drive.follows_pulse,
                team: drive.leads_team,
              })
            }
          >
            {labelOf(drive, aligned)}
          </Action>
        )}
        {enabled && !drive.follows_pulse && (
          <Action look="primary" onClick={() => send(amount, false)} disabled={amount === 0}>
            {reversing ? `Start ${direction === 1 ? "forward" : "backward"}` : "Start"}
          </Action>
        )}
        {enabled && !drive.follows_pulse && (
          <Action onClick={() => halt.mutate(undefined)} disabled={!running}>
            Stop
          </Action>
        )}
        {enabled && (
          <Action look="quiet" onClick={() => disable.mutate(undefined)}>
            Disable
          </Action>
        )}
      </Flex>
      <Text color="muted" fontSize="tiny" mt="1.5">
        The motor stops when this page is closed, hidden or cut off. STOP and Space make a quick stop; neither is a
        safety function.
      </Text>
    </Box>
  );
}

/** What enabling does, in the word that is pressed for it. */
function labelOf(drive: Drive, aligned: number) {
  const verb = aligned === NOT_ALIGNED ? "Enable and align" : "Enable";
  const what = drive.leads_team ? `${verb}, with its team` : verb;
  return drive.follows_pulse ? `${what}, following the pulse` : what;
}
