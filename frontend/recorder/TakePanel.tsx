import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api } from "../api/client";
import type { Drive, RecorderView, TraceSetup } from "../api/types";
import { useAction } from "../api/useAction";
import { useProject } from "../api/queries";
import { Action } from "../parts/Action";
import { Choice } from "../parts/Choice";
import { Bar } from "../stages/tests/RunProgress";
import { MotionPanel } from "./MotionPanel";
import { isOpen } from "./queries";
import { RollPanel } from "./RollPanel";
import { SetupForm } from "./SetupForm";
import { summary } from "./setup";

const PHASES: Record<string, string> = {
  empty: "Arming",
  filling: "Taking what comes before the trigger",
  waiting: "Waiting",
  recording: "Recording",
  complete: "Complete",
  fetching: "Fetching the samples",
  away: "The link is away; the drive goes on by itself",
};

interface Props {
  drive: Drive;
  view: RecorderView;
  /** Hz of the fastest loop */
  rate: number;
  onShow: (id: number) => void;
}

/** What is to be taken, and what is being taken. */
export function TakePanel({ drive, view, rate, onShow }: Props) {
  const [setup, setSetup] = useState<TraceSetup>(view.setup);
  const [repeated, setRepeated] = useState(false);
  const [changing, setChanging] = useState(false);
  const [together, setTogether] = useState("");
  const path = `/drives/${drive.id}/recorder`;
  const refresh = ["recorder", "traces", "drive"];
  const arm = useAction(
    () => api.post<RecorderView>(`${path}/arm`, { ...setup, repeated, together: together ? [together] : [] }),
    { drive, refresh },
  );
  const online = drive.link.state === "online";
  const open = isOpen(view);

  return (
    <Box data-take>
      <Text fontSize="small" py="1.5" data-summary>
        {summary(setup, rate)}
        {setup.triggers.length > 0 && `; ${setup.triggers.length === 1 ? "one trigger" : "two triggers"}`}.
      </Text>
      {open ? (
        <UnderWay drive={drive} view={view} />
      ) : (
        <Flex gap="2" wrap="wrap">
          <Action
            look="primary"
            disabled={!online || arm.isPending || setup.signals.length === 0}
            onClick={() => arm.mutate(undefined)}
          >
            {setup.triggers.length > 0 ? "Arm" : "Record"}
          </Action>
          <Action look="quiet" aria-expanded={changing} onClick={() => setChanging(!changing)}>
            {changing ? "Done" : "Change"}
          </Action>
        </Flex>
      )}
      {!online && (
        <Text fontSize="small" color="muted" pt="1.5">
          Connect {drive.name} to record. What was recorded stays here.
        </Text>
      )}
      {view.recording?.state === "failed" && (
        <Text fontSize="small" color="cautionText" pt="1.5" role="status">
          The last recording came to nothing: {view.recording.message}
        </Text>
      )}
      {changing && !open && <Together drive={drive} chosen={together} onChoose={setTogether} />}
      {changing && !open && (
        <SetupForm
          setup={setup}
          signals={view.signals}
          rate={rate}
          repeated={repeated}
          onChange={setSetup}
          onRepeated={setRepeated}
        />
      )}
      {online && <MotionPanel drive={drive} view={view} setup={setup} busy={open || view.doing !== null} />}
      {online && (changing || view.roll !== null) && <RollPanel drive={drive} view={view} onShow={onShow} />}
    </Box>
  );
}

/** Another drive that is recorded at the same time, on the clock that drives of one network share. */
function Together({ drive, chosen, onChoose }: { drive: Drive; chosen: string; onChoose: (id: string) => void }) {
  const { data: project } = useProject(String(drive.project_id));
  const others = (project?.drives ?? []).filter(({ id, link }) => id !== drive.id && link.state === "online");
  if (others.length === 0) return null;
  return (
    <Flex gap="1.5" align="center" pt="2" fontSize="small">
      <Text whiteSpace="nowrap">Together with</Text>
      <Choice
        label="Another drive that is recorded at the same time"
        width="44"
        value={chosen}
        options={[
          { id: "", title: "no other drive" },
          ...others.map(({ id, name }) => ({ id: String(id), title: name })),
        ]}
        onChange={onChoose}
      />
    </Flex>
  );
}

function UnderWay({ drive, view }: { drive: Drive; view: RecorderView }) {
  const path = `/drives/${drive.id}/recorder`;
  const refresh = ["recorder", "traces"];
  const fire = useAction(() => api.post<RecorderView>(`${path}/fire`), { drive, refresh });
  const end = useAction(() => api.post<RecorderView>(`${path}/end`), { drive, refresh });
  const { recording } = view;
  if (!recording) return null;
  return (
    <Box
      bg="baySoft"
      borderWidth="1px"
      borderColor="bayEdge"
      borderRadius="card"
      px="3"
      py="2"
      data-phase={recording.phase}
    >
      <Text fontWeight="semibold" role="status">
        {PHASES[recording.phase] ?? recording.phase}
      </Text>
      <Text fontSize="small" color="muted">
        {view.doing ?? `Trigger: ${recording.trigger}`}
        {recording.repeated && ", again after each"}
      </Text>
      <Box py="1.5">
        <Bar share={recording.share} />
      </Box>
      <Flex gap="2">
        {["waiting", "filling"].includes(recording.phase) && !view.doing && (
          <Action look="quiet" disabled={fire.isPending} onClick={() => fire.mutate(undefined)}>
            Trigger now
          </Action>
        )}
        <Action look="quiet" disabled={end.isPending} onClick={() => end.mutate(undefined)}>
          End
        </Action>
      </Flex>
    </Box>
  );
}
