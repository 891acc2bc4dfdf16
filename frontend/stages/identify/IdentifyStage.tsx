import { Box, Grid } from "@chakra-ui/react";
import { useVerify } from "../../api/queries";
import type { Drive } from "../../api/types";
import { Column, PageHead } from "../../parts/Columns";
import { StageTests } from "../tests/StageTests";
import { GaitPicker } from "../verify/GaitPicker";
import { Reins } from "../verify/Reins";
import { MeasuredTable } from "./MeasuredTable";
import { SequenceCard } from "./SequenceCard";

/** Stays in view while the tests go by. */
const BESIDE = { position: { xl: "sticky" }, top: "0", minW: "0" } as const;

/** What the drive finds out by itself: tests in the middle, and what they found beside what was given. */
export function IdentifyStage({ drive }: { drive: Drive }) {
  const { data: verify } = useVerify(drive.id);
  if (!verify) return <PageHead title="Identify" sentence="Reading" />;
  return (
    <>
      <PageHead title="Identify" sentence="Let the drive measure, and believe only what was measured." />
      <Grid
        templateColumns={{ base: "minmax(0, 1fr)", xl: "minmax(0, 15rem) minmax(0, 1fr) minmax(0, 27rem)" }}
        gap="3.5"
        alignItems="start"
      >
        <Box {...BESIDE}>
          <Column title="Given" note="what may flow">
            <Box>
              <Reins drive={drive} />
            </Box>
            <GaitPicker drive={drive} verify={verify} />
          </Column>
        </Box>
        <Column title="Tests" note="in this order">
          <SequenceCard drive={drive} />
          <StageTests drive={drive} stage="identify" />
        </Column>
        <Box {...BESIDE}>
          <Column title="Given and measured" note="what the drive holds, and what was found">
            <MeasuredTable drive={drive} />
          </Column>
        </Box>
      </Grid>
    </>
  );
}
