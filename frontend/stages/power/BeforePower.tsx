import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { author } from "../../api/author";
import { api } from "../../api/client";
import type { Drive, PowerChecks } from "../../api/types";
import { useAction } from "../../api/useAction";
import { AuthorField } from "../../pages/AuthorField";
import { GroupHead } from "../../parts/Columns";
import { clock } from "../../parts/format";

/** What eyes and a meter check before the power stage is switched on for the first time, ticked by name. */
export function BeforePower({ drive }: { drive: Drive }) {
  const [named] = useState(() => author.name !== "");
  const { data: checks } = useQuery({
    queryKey: ["before_power", drive.id],
    queryFn: () => api.get<PowerChecks>(`/drives/${drive.id}/before_power`),
  });
  const tick = useAction(
    ({ id, on }: { id: string; on: boolean }) =>
      on
        ? api.put<PowerChecks>(`/drives/${drive.id}/before_power/${id}`)
        : api.delete<PowerChecks>(`/drives/${drive.id}/before_power/${id}`),
    { drive, refresh: ["before_power", "verify", "tests", "logbook"] },
  );
  if (!checks) return null;
  const left = checks.lines.filter(({ seen_by }) => seen_by === null).length;
  return (
    <Box as="section" aria-label="Before power" mb="3" data-before-power={left}>
      <GroupHead>Before power</GroupHead>
      <Text fontSize="small" color={checks.due ? "cautionText" : "muted"} mb="1">
        {standing(checks, left)}
      </Text>
      {!named && <AuthorField />}
      {left > 0 ? (
        <Lines checks={checks} busy={tick.isPending} onTick={tick.mutate} />
      ) : (
        <Box as="details">
          <Text as="summary" cursor="pointer" fontSize="small">
            What was looked at
          </Text>
          <Lines checks={checks} busy={tick.isPending} onTick={tick.mutate} />
        </Box>
      )}
    </Box>
  );
}

function standing({ lines, due }: PowerChecks, left: number) {
  if (left === 0) return "All looked at.";
  const seenSoFar = `${left} of ${lines.length} not looked at`;
  return due
    ? `${seenSoFar} yet. The first enabling asks for them.`
    : `${seenSoFar}. The drive has been enabled before.`;
}

interface LinesProps {
  checks: PowerChecks;
  busy: boolean;
  onTick: (change: { id: string; on: boolean }) => void;
}

function Lines({ checks, busy, onTick }: LinesProps) {
  return (
    <Box as="fieldset" aria-label="Looked at before power">
      {checks.lines.map(({ id, title, sentence, seen_by, seen_at }) => (
        <Flex as="label" key={id} gap="2" align="baseline" py="1" borderBottomWidth="1px" borderColor="line">
          <input
            type="checkbox"
            checked={seen_by !== null}
            disabled={busy}
            onChange={(event) => onTick({ id, on: event.target.checked })}
          />
          <Box flex="1">
            <Flex justify="space-between" gap="2">
              <Text fontWeight="medium">{title}</Text>
              {seen_by !== null && (
                <Text fontSize="small" color="muted" textAlign="right">
                  {`${seen_by}, ${seen_at ? clock(seen_at) : ""}`}
                </Text>
              )}
            </Flex>
            <Text fontSize="small">{sentence}</Text>
          </Box>
        </Flex>
      ))}
    </Box>
  );
}
