import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../api/client";
import type { Drive, RecorderView, TraceSetup, Verify } from "../api/types";
import { useAction } from "../api/useAction";
import { Action } from "../parts/Action";
import { Choice } from "../parts/Choice";
import { GroupHead } from "../parts/Columns";
import { useVerify } from "../api/queries";
import { GaitPicker } from "../stages/verify/GaitPicker";
import { TeamWarning } from "../stages/verify/TeamWarning";
import { Reins } from "../stages/verify/Reins";
import { FigureField } from "../parts/FigureField";

interface Kind {
  id: string;
  title: string;
  mode: string;
  size: number;
  hold: number;
}

/** What the motor can do meanwhile, with a beginning for its size and time. */
const KINDS: Kind[] = [
  { id: "there_and_back", title: "Move there and back", mode: "position", size: 0.5, hold: 0.2 },
  { id: "speed_step", title: "Step in speed", mode: "speed", size: 100, hold: 0.5 },
  { id: "torque_step", title: "Step in torque", mode: "torque", size: 5, hold: 0.1 },
  { id: "jog", title: "Jog", mode: "position", size: 1, hold: 0.5 },
];

interface Props {
  drive: Drive;
  view: RecorderView;
  setup: TraceSetup;
  /** something is under way already */
  busy: boolean;
}

/** A motion that is recorded from its beginning on: what will move is said before, and one click does it again. */
export function MotionPanel({ drive, view, setup, busy }: Props) {
  const kinds = KINDS.filter(({ mode }) => view.modes.includes(mode));
  const last = KINDS.find(({ id }) => id === view.stimulus?.kind);
  const [chosen, setChosen] = useState(last?.id ?? kinds[0]?.id ?? "");
  const kind = kinds.find(({ id }) => id === chosen) ?? kinds[0];
  const perUnit = kind?.id === "there_and_back" ? countsPerTurn(drive) : 1;
  const [sizes, setSizes] = useState<Record<string, number>>({});
  const [hold, setHold] = useState(view.stimulus?.hold ?? kind?.hold ?? 0.5);
  const known = view.stimulus?.kind === kind?.id ? view.stimulus?.size : undefined;
  const size = sizes[chosen] ?? (known === undefined ? kind?.size : known / perUnit) ?? 0;
  const stimulus = { kind: kind?.id, size: size * perUnit, hold };

  const path = `/drives/${drive.id}/recorder`;
  const refresh = ["recorder", "traces", "drive", "verify", "logbook"];
  const play = useAction(() => api.post<RecorderView>(`${path}/play`, { ...setup, ...stimulus }), { drive, refresh });
  const enable = useAction(
    () => api.post<Verify>(`/drives/${drive.id}/motion/enable`, { for: kind?.mode, team: drive.leads_team }),
    {
      drive,
      refresh,
    },
  );
  const disable = useAction(() => api.post<Verify>(`/drives/${drive.id}/motion/disable`), { drive, refresh });
  const { data: said } = useQuery({
    queryKey: ["announce", drive.id, stimulus.kind, stimulus.size, stimulus.hold, drive.gait, view.enabled_for],
    queryFn: () =>
      api
        .post<{ sentence: string }>(`${path}/announce`, stimulus)
        .catch(({ message }: Error) => ({ sentence: message })),
    enabled: kind !== undefined,
    placeholderData: (before) => before,
  });
  const { data: verify } = useVerify(drive.id);
  if (!kind) return null;
  const ready = view.enabled_for === kind.mode;
  return (
    <Box data-motion>
      <GroupHead>While the motor does something</GroupHead>
      <Flex gap="1.5" wrap="wrap" align="center" fontSize="small">
        <Choice
          label="What the motor does"
          width="44"
          value={kind.id}
          options={kinds.map(({ id, title }) => ({ id, title }))}
          onChange={(next) => {
            setChosen(next);
            setHold(KINDS.find(({ id }) => id === next)?.hold ?? hold);
          }}
        />
        {kind.id === "jog" ? (
          <Choice
            label="Direction"
            width="28"
            value={size < 0 ? "-1" : "1"}
            options={[
              { id: "1", title: "forward" },
              { id: "-1", title: "backward" },
            ]}
            onChange={(next) => setSizes({ ...sizes, jog: Number(next) })}
          />
        ) : (
          <FigureField
            label="Size of the motion"
            value={Number(size.toPrecision(6))}
            unit={unitOf(kind, drive)}
            onChange={(next) => setSizes({ ...sizes, [kind.id]: next })}
          />
        )}
        <FigureField
          label={kind.id === "there_and_back" ? "Rest between in seconds" : "Time in seconds"}
          value={hold}
          unit={kind.id === "there_and_back" ? "s of rest" : "s"}
          onChange={(next) => setHold(Math.min(20, Math.max(0.05, next)))}
        />
      </Flex>
      <Text fontSize="small" py="1.5" data-announcement>
        {said?.sentence}
      </Text>
      {drive.reins.mine && verify && <GaitPicker drive={drive} verify={verify} />}
      {drive.leads_team && <TeamWarning drive={drive} />}
      {!drive.reins.mine ? (
        <Reins drive={drive} />
      ) : (
        <Flex gap="2" wrap="wrap">
          {ready ? (
            <Action look="primary" disabled={busy || play.isPending} onClick={() => play.mutate(undefined)}>
              Move and record
            </Action>
          ) : (
            view.enabled_for === null && (
              <Action look="primary" disabled={busy || enable.isPending} onClick={() => enable.mutate(undefined)}>
                Enable for {kind.mode}
                {drive.leads_team && ", with its team"}
              </Action>
            )
          )}
          {view.enabled_for !== null && (
            <Action look="quiet" onClick={() => disable.mutate(undefined)}>
              Disable
            </Action>
          )}
        </Flex>
      )}
      {view.enabled_for !== null && !ready && (
        <Text fontSize="small" color="cautionText" pt="1">
          The motor is enabled for {view.enabled_for}. Disable it to enable it for {kind.mode}.
        </Text>
      )}
    </Box>
  );
}

/** Of a motor that turns positions are said in turns. */
const countsPerTurn = (drive: Drive) => (drive.slides ? 1 : (drive.counts_per_turn ?? 1));

function unitOf(kind: Kind, drive: Drive) {
  if (kind.mode === "speed") return drive.speed_unit;
  if (kind.mode === "torque") return "% of rated";
  if (!drive.slides && drive.counts_per_turn) return "turns";
  return drive.live_entries.find(({ key }) => key === "position.actual")?.unit ?? "counts";
}
