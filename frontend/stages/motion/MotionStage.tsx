import { Box, Flex, Text } from "@chakra-ui/react";
import { useHoming, useVerify } from "../../api/queries";
import type { Drive, Homing } from "../../api/types";
import { useLive } from "../../live/useLive";
import { Column, Columns, GroupHead, PageHead } from "../../parts/Columns";
import { FindingCard } from "../../parts/FindingCard";
import { withUnit } from "../../parts/format";
import { SettingRow } from "../../parts/SettingRow";
import { StageTests } from "../tests/StageTests";
import { GaitPicker } from "../verify/GaitPicker";
import { Reins } from "../verify/Reins";
import { HomingSketch } from "./HomingSketch";

const METHOD = "homing.method";

/** The home point of a drive: how it is looked for, which way that takes, and whether it is found again. */
export function MotionStage({ drive }: { drive: Drive }) {
  const { data: homing, error } = useHoming(drive.id);
  const { data: verify } = useVerify(drive.id);
  if (!homing || !verify) return <PageHead title="Motion" sentence={error?.message ?? "Reading"} />;
  return (
    <>
      <PageHead title="Motion" sentence="Where places are counted from." />
      <Columns>
        <Column title="Given" note="home point">
          {homing.settings.map((setting) => (
            <SettingRow key={setting.key} drive={drive} setting={setting} wide={setting.key === METHOD} />
          ))}
          <Box mt="2">
            <Reins drive={drive} />
          </Box>
          <GaitPicker drive={drive} verify={verify} />
        </Column>
        <Column title="The way" note="not to scale">
          <Text fontSize="small" py="1.5" data-sentence>
            {homing.sentence}
          </Text>
          <HomingSketch drive={drive} homing={homing} />
          {homing.figures.map(({ label, text }) => (
            <Row key={label} label={label} text={text} />
          ))}
          <Standing drive={drive} states={homing.states} />
        </Column>
        <Column title="Follows" note="findings and proof">
          {homing.findings.map((finding) => (
            <FindingCard key={finding.id} finding={finding} />
          ))}
          <GroupHead>Proof</GroupHead>
          <StageTests drive={drive} stage="motion" />
        </Column>
      </Columns>
    </>
  );
}

/** What the drive says of its home point just now. */
function Standing({ drive, states }: { drive: Drive; states: Homing["states"] }) {
  const state = useLive(drive, "homing.state");
  const place = useLive(drive, "position.actual");
  const words = states.find(({ code }) => code === state?.value)?.title;
  return (
    <Box data-standing fontStyle={state?.stale ? "italic" : "normal"}>
      <GroupHead>Now</GroupHead>
      <Row label="Home point" text={words ?? "–"} />
      <Row label="Stands at" text={place?.value === undefined ? "–" : withUnit(place.value, place.entry.unit, 0)} />
    </Box>
  );
}

function Row({ label, text }: { label: string; text: string }) {
  return (
    <Flex justify="space-between" gap="3" py="0.5" borderBottomWidth="1px" borderColor="line" fontSize="small">
      <Text>{label}</Text>
      <Text fontFamily="mono" textAlign="right">
        {text}
      </Text>
    </Flex>
  );
}
