import { Flex, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { api } from "../../api/client";
import { useVerify } from "../../api/queries";
import type { Drive, Verify } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import type { Ends } from "./ends";

/** ms from one word to the next, while a button is held: without it a jog ends by itself. */
const AGAIN = 150;
/** ms without a change, after which a motor stands. */
const STANDS_AFTER = 300;

interface Props {
  drive: Drive;
  here: number;
  /** how little of a way in a moment is none */
  still: number;
  onEnds: (ends: Ends) => void;
}

/** The motor is driven to the ends of its travel, as long as a button is held, and each is taken where it stands. */
export function DriveThere({ drive, here, still, onEnds }: Props) {
  const stands = useStanding(here, still);
  const { data: verify } = useVerify(drive.id);
  const path = `/drives/${drive.id}/motion`;
  const options = { drive, refresh: ["verify", "drive", "tests", "logbook"] };
  const enable = useAction(() => api.post<Verify>(`${path}/enable`, { for: "position" }), options);
  const disable = useAction(() => api.post<Verify>(`${path}/disable`), options);
  const ready = verify?.enabled_for === "position";
  const free = verify?.enabled_for === null && verify.needs.every(({ met }) => met);
  return (
    <Flex mt="1.5" gap="1.5" wrap="wrap" align="center" fontSize="small">
      <Action size="xs" disabled={!stands} onClick={() => onEnds({ low: here })}>
        Low end is here
      </Action>
      <Action size="xs" disabled={!stands} onClick={() => onEnds({ high: here })}>
        High end is here
      </Action>
      {ready ? (
        <>
          <Jog drive={drive} direction="backward" />
          <Jog drive={drive} direction="forward" />
          <Action size="xs" look="quiet" onClick={() => disable.mutate(undefined)}>
            Disable
          </Action>
          <Text color="muted">It goes while a button is held.</Text>
        </>
      ) : (
        drive.reins.mine && (
          <Action
            size="xs"
            look="quiet"
            disabled={!free || enable.isPending}
            onClick={() => enable.mutate(undefined)}
            aria-label="Enable the motor, to drive it to its ends"
          >
            Drive it there
          </Action>
        )
      )}
    </Flex>
  );
}

/** Whether a place has not changed for a while. */
function useStanding(here: number, still: number) {
  const [stands, setStands] = useState(true);
  const last = useRef(here);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => {
    if (Math.abs(here - last.current) < still) return;
    last.current = here;
    setStands(false);
    clearTimeout(timer.current);
    timer.current = setTimeout(() => setStands(true), STANDS_AFTER);
  }, [here, still]);
  useEffect(() => () => clearTimeout(timer.current), []);
  return stands;
}

/** Held by pointer, or by Enter. */
function Jog({ drive, direction }: { drive: Drive; direction: "backward" | "forward" }) {
  const jog = useAction(() => api.post(`/drives/${drive.id}/motion/jog`, { direction }), { refresh: [] });
  const held = useRef<ReturnType<typeof setInterval>>(undefined);
  const leave = () => {
    clearInterval(held.current);
    held.current = undefined;
  };
  const hold = () => {
    if (held.current) return;
    jog.mutate(undefined);
    held.current = setInterval(() => jog.mutate(undefined), AGAIN);
  };
  useEffect(() => () => clearInterval(held.current), []);
  return (
    <Action
      size="xs"
      aria-label={`Hold to go ${direction}`}
      onPointerDown={hold}
      onPointerUp={leave}
      onPointerLeave={leave}
      onPointerCancel={leave}
      onBlur={leave}
      onKeyDown={(event) => event.key === "Enter" && hold()}
      onKeyUp={leave}
    >
      {direction === "forward" ? "Forward ▸" : "◂ Backward"}
    </Action>
  );
}
