import { Box, Grid, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api } from "../../api/client";
import { useVerify } from "../../api/queries";
import type { Drive, Verify } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { ConfirmDialog } from "../../parts/ConfirmDialog";
import { withUnit } from "../../parts/format";
import { GaitPicker } from "../verify/GaitPicker";
import { Reins } from "../verify/Reins";

const HELD =
  "It stops when this page is closed, hidden or cut off. STOP works for everybody; after it a start has to be given " +
  "anew.";
const LIFTED =
  "The gait was lifted, or the motor runs already: it begins to hold at rest, once the reins are taken anew.";
const FREE = "Take the reins at rest, and the gait holds what they start.";

/** Where contacts start the motor: whether what they start is held to the gait, and how that is lifted. */
export function Watch({ drive }: { drive: Drive }) {
  const [asking, setAsking] = useState(false);
  const { data: verify } = useVerify(drive.id);
  const lift = useAction(() => api.post<Verify>(`/drives/${drive.id}/motion/lift`, { confirm: true }), {
    drive,
    refresh: ["verify", "drive", "logbook"],
  });
  if (!verify?.started_by) return null;
  const third = verify.started_by.endsWith("s") ? "" : "s";
  const full = withUnit(verify.limit, drive.speed_unit);
  return (
    <Grid
      templateColumns={{ base: "minmax(0, 1fr)", xl: "minmax(0, 1fr) 28rem" }}
      columnGap="5"
      alignItems="start"
      borderLeftWidth="3px"
      borderColor={verify.supervised ? "ok" : "caution"}
      bg="surface"
      px="2.5"
      py="1.5"
      mb="3"
      data-watch={verify.supervised ? "held" : "free"}
    >
      <Box>
        <Text fontWeight="bold">
          {verify.supervised
            ? `${verify.started_by} start${third} this motor, held to ${verify.gait} as long as you hold the reins`
            : `${verify.started_by} start${third} this motor at up to ${full}, held to no gait`}
        </Text>
        <Text fontSize="small" color="muted">
          {verify.supervised ? HELD : drive.reins.mine ? LIFTED : FREE}
        </Text>
        {!drive.reins.mine && <Reins drive={drive} />}
        {verify.supervised && drive.reins.mine && (
          <Action mt="1.5" look="quiet" onClick={() => setAsking(true)}>
            Lift the gait
          </Action>
        )}
      </Box>
      {verify.supervised && drive.reins.mine && <GaitPicker drive={drive} verify={verify} />}
      <ConfirmDialog
        open={asking}
        title="Lift the gait?"
        confirm="Lift it"
        onClose={() => setAsking(false)}
        onConfirm={() => lift.mutate(undefined)}
      >
        What is started so on {drive.name} then goes up to {full}, with all its torque, whether this page is open or
        not. It is noted in the logbook.
      </ConfirmDialog>
    </Grid>
  );
}
