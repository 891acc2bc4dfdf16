import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api } from "../../api/client";
import { useTest, useTuning, useVerify } from "../../api/queries";
import type { Drive, Measured, Tuning } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { Column, PageHead } from "../../parts/Columns";
import { Drawing } from "../../parts/Drawing";
import { Segment } from "../../parts/Segment";
import { TestCard } from "../tests/TestCard";
import { GaitPicker } from "../verify/GaitPicker";
import { Reins } from "../verify/Reins";
import { Ahead } from "./Ahead";
import { Cascade } from "./Cascade";
import { Boost } from "./Boost";
import { Designs } from "./Designs";
import { Follows } from "./Follows";
import { GainList } from "./GainList";
import { Shape } from "./Shape";
import { REFRESH } from "./refresh";
import { Tries } from "./Tries";

/** By loop: what proves it, and what finds its values by itself. */
const TESTS: Record<string, string[]> = {
  speed: ["speed_step", "self_tuning"],
  position: ["position_move", "quiet_moves"],
  curve: ["run_up"],
  field: ["run_up"],
};

/** What tries the values that are live: those that are drafted can be written first. */
const PROVING = ["speed_step", "position_move", "run_up"];

const DESIGNED = ["speed", "position"];

/** The loops of a drive: what they would do with the draft, and what they did. */
export function TuneStage({ drive }: { drive: Drive }) {
  const [loop, setLoop] = useState<string | null>(null);
  const { data: tuning, error } = useTuning(drive.id, loop);
  const { data: verify } = useVerify(drive.id);
  const drafted = (tuning?.fields ?? []).filter(({ draft }) => draft !== null).map(({ key }) => key);
  if (!tuning || !verify) return <PageHead title="Tune" sentence={error?.message ?? "Reading"} />;
  return (
    <>
      <PageHead title="Tune" sentence={tuning.source}>
        <Flex role="radiogroup" aria-label="Loop">
          {(tuning.loops.length > 1 ? tuning.loops : []).map((name) => (
            <Segment key={name} role="radio" aria-checked={name === tuning.loop} onClick={() => setLoop(name)}>
              {name[0]?.toUpperCase() + name.slice(1)}
            </Segment>
          ))}
        </Flex>
      </PageHead>
      <Grid
        templateColumns={{ base: "minmax(0, 1fr)", xl: "minmax(0, 1fr) minmax(0, 17rem) minmax(0, 17rem)" }}
        gap="3.5"
        alignItems="start"
      >
        <Box minW="0">
          <Charts drive={drive} tuning={tuning} />
          {TESTS[tuning.loop]?.map((id) => (
            <Box key={id}>
              <TestCard drive={drive} id={id} writes={PROVING.includes(id) ? drafted : []} />
              <TakeFound drive={drive} id={id} />
            </Box>
          ))}
          <Cascade drive={drive} tuning={tuning} />
        </Box>
        <Box minW="0">
          <Column title="Given" note="gains in the draft">
            <GainList drive={drive} tuning={tuning} />
            {tuning.shape && <Shape drive={drive} tuning={tuning} />}
            {tuning.loop === "position" && <Ahead drive={drive} tuning={tuning} />}
            {tuning.loop === "curve" && <Boost drive={drive} />}
            {DESIGNED.includes(tuning.loop) && <Designs drive={drive} tuning={tuning} />}
          </Column>
          <Box mt="3">
            <Follows tuning={tuning} />
          </Box>
        </Box>
        <Column title="Proof" note="tries">
          <Tries drive={drive} tuning={tuning} />
          <Box mt="2">
            <Reins drive={drive} />
          </Box>
          <GaitPicker drive={drive} verify={verify} />
        </Column>
      </Grid>
    </>
  );
}

/** What the drive found by itself, into the draft with one click. */
function TakeFound({ drive, id }: { drive: Drive; id: string }) {
  const { test } = useTest(drive, id);
  const take = useAction((keys: string[]) => api.post<Measured[]>(`/drives/${drive.id}/measured/take`, { keys }), {
    drive,
    refresh: [...REFRESH, "tests"],
  });
  const open = (test?.proof?.standing === "proven" ? test.proof.estimates : []).filter(({ taken }) => !taken);
  if (open.length === 0) return null;
  return (
    <Action mt="2" disabled={take.isPending} onClick={() => take.mutate(open.map(({ key }) => key))}>
      {`Take ${open.length} into the draft`}
    </Action>
  );
}

/** Open loop, phase and step. A notch is dragged to where it is wanted. */
function Charts({ drive, tuning }: { drive: Drive; tuning: Tuning }) {
  const move = useAction(
    ({ number, frequency }: { number: string; frequency: number }) =>
      api.patch(`/drives/${drive.id}/values/filters.notch_${number}_frequency`, { value: `${frequency} Hz` }),
    { drive, refresh: REFRESH },
  );
  const drag = (label: string, at: number) => {
    const number = /notch (\d)/.exec(label)?.[1];
    if (number) move.mutate({ number, frequency: Math.round(at) });
  };
  return (
    <Box minW="0">
      {tuning.charts.map((chart) => (
        <Drawing key={chart.id} chart={chart} wide {...(chart.id === "gain" && { onDrag: drag })} />
      ))}
      {tuning.charts.length === 0 && <Text color="muted">Nothing can be drawn with these values.</Text>}
    </Box>
  );
}
