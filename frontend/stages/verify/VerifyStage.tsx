import { Box, Grid } from "@chakra-ui/react";
import { useVerify } from "../../api/queries";
import type { Drive } from "../../api/types";
import { Column, PageHead } from "../../parts/Columns";
import { SignalFindings } from "../SignalFindings";
import { Needs } from "../tests/Needs";
import { StageTests } from "../tests/StageTests";
import { FaultHistory } from "./FaultHistory";
import { GaitPicker } from "./GaitPicker";
import { Reins } from "./Reins";
import { SpeedControl } from "./SpeedControl";
import { StatusBits } from "./StatusBits";
import { StripChart } from "./StripChart";

/** Turning the motor: needs and speed at the left, the live picture in the middle, proofs at the right. */
export function VerifyStage({ drive }: { drive: Drive }) {
  const { data: verify } = useVerify(drive.id);
  if (!verify) return <PageHead title="Verify" sentence="Reading" />;
  return (
    <>
      <PageHead title="Verify" sentence="Turn the motor under your eyes, and prove that it does what it should." />
      <Grid
        templateColumns={{ base: "minmax(0, 1fr)", xl: "minmax(0, 21rem) minmax(0, 1fr) minmax(0, 17rem)" }}
        gap="3.5"
        alignItems="start"
      >
        <Column title="Given" note="what may move, and how fast">
          <Box>
            <Needs needs={verify.needs} label="Needs before enabling" ready="Ready to enable" />
            <Reins drive={drive} />
          </Box>
          <GaitPicker drive={drive} verify={verify} />
          <SpeedControl drive={drive} verify={verify} />
        </Column>
        <Column title="Follows" note="live from the drive">
          <SignalFindings drive={drive} />
          <StripChart drive={drive} />
          <StatusBits drive={drive} verify={verify} />
        </Column>
        <Column title="Proof" note="seen and measured">
          <StageTests drive={drive} stage="verify" />
          <Box>
            <FaultHistory drive={drive} />
          </Box>
        </Column>
      </Grid>
    </>
  );
}
