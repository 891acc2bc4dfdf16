import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api } from "../../api/client";
import { useTuning, useVerify } from "../../api/queries";
import type { Drive, Tuning } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Column, PageHead } from "../../parts/Columns";
import { Drawing } from "../../parts/Drawing";
import { Segment } from "../../parts/Segment";
import { StageTests } from "../tests/StageTests";
import { GaitPicker } from "../verify/GaitPicker";
import { Reins } from "../verify/Reins";
import { Designs } from "./Designs";
import { Follows } from "./Follows";
import { GainList } from "./GainList";
import { Shape } from "./Shape";
import { Tries } from "./Tries";

export const REFRESH = ["tuning", "tray", "values", "drive"];

/** The loops of a drive: what they would do with the draft, and what they did. */
export function TuneStage({ drive }: { drive: Drive }) {
  const [loop, setLoop] = useState("speed");
  const { data: tuning } = useTuning(drive.id, loop);
  const { data: verify } = useVerify(drive.id);
  if (!tuning || !verify) return <PageHead title="Tune" sentence="Reading" />;
  return (
    <>
      <PageHead title="Tune" sentence={tuning.source}>
        <Flex role="radiogroup" aria-label="Loop">
          {tuning.loops.map((name) => (
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
        <Charts drive={drive} tuning={tuning} />
        <Box minW="0">
          <Column title="Given" note="gains in the draft">
            <GainList drive={drive} tuning={tuning} />
            {tuning.shape && <Shape drive={drive} tuning={tuning} />}
            <Designs drive={drive} tuning={tuning} />
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
          <StageTests drive={drive} stage="tune" />
        </Column>
      </Grid>
    </>
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
