import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api } from "../../api/client";
import type { Drive, Gait, Verify } from "../../api/types";
import { useAction } from "../../api/useAction";
import { ConfirmDialog } from "../../parts/ConfirmDialog";
import { GroupHead } from "../../parts/Columns";
import { withUnit } from "../../parts/format";
import { Segment } from "../../parts/Segment";

/** The envelope of all motion. Lowering acts at once; raising asks. */
export function GaitPicker({ drive, verify }: { drive: Drive; verify: Verify }) {
  const [raising, setRaising] = useState<Gait | null>(null);
  const change = useAction(
    (gait: Gait) => api.put<Verify>(`/drives/${drive.id}/gait`, { gait: gait.name, confirm: true }),
    { drive, refresh: ["drive", "verify", "logbook"] },
  );
  const present = verify.gaits.find(({ name }) => name === verify.gait);
  const choose = (gait: Gait) => {
    if (gait.name === verify.gait) return;
    if (present && gait.speed > present.speed) setRaising(gait);
    else change.mutate(gait);
  };
  return (
    <Box>
      <GroupHead>Gait: all motion is held to it</GroupHead>
      <Flex role="radiogroup" aria-label="Gait">
        {verify.gaits.map((gait) => (
          <Segment
            key={gait.name}
            flex="1"
            type="button"
            role="radio"
            aria-checked={gait.name === verify.gait}
            disabled={change.isPending}
            onClick={() => choose(gait)}
          >
            <Text fontWeight="semibold" fontSize="small">
              {gait.name}
            </Text>
            <Text fontFamily="mono" fontSize="tiny">
              {gait.speed} %
            </Text>
          </Segment>
        ))}
      </Flex>
      <Text color="muted" fontSize="small" mt="1">
        {withUnit(verify.allowed, drive.speed_unit)} of {withUnit(verify.limit, drive.speed_unit)}
        {verify.limit_backward < verify.limit &&
          ` (${withUnit(verify.allowed_backward, drive.speed_unit)} backward)`}, {present?.torque} %{" "}
        {drive.slides ? "force" : "torque"}, {present?.acceleration} % acceleration
      </Text>
      <ConfirmDialog
        open={raising !== null}
        title={`Raise the gait to ${raising?.name ?? ""}?`}
        confirm={`Raise to ${raising?.name ?? ""}`}
        onClose={() => setRaising(null)}
        onConfirm={() => raising && change.mutate(raising)}
      >
        {drive.name} may then {drive.slides ? "move" : "turn"} at up to{" "}
        {withUnit(((raising?.speed ?? 0) / 100) * verify.limit, drive.speed_unit)} with {raising?.torque} % of its{" "}
        {drive.slides ? "force" : "torque"}. It is noted in the logbook.
      </ConfirmDialog>
    </Box>
  );
}
